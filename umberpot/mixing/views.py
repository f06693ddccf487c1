"""Mix: kept mixes, and what the calculators hand on to be kept."""

from typing import Any
from urllib.parse import parse_qsl

from django.contrib import messages
from django.db.models import Count
from django.http import Http404, HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from umberpot.mixing import sentences, services
from umberpot.mixing.calculators.adjust import AdjustView
from umberpot.mixing.calculators.base import MixMaker, SavedCalculator
from umberpot.mixing.calculators.dark import DarkView
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.calculators.join import JoinView
from umberpot.mixing.calculators.kilos import KilosView
from umberpot.mixing.calculators.layers import LayersView
from umberpot.mixing.calculators.slip import SlipView
from umberpot.mixing.calculators.water import WaterForm, WaterView
from umberpot.mixing.models import Mix, Plan, SavedCalculation
from umberpot.mixing.orders import Shelf
from umberpot.mixing.places import PLACE
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material
from umberpot.studio.models import SetAsideQuerySet
from umberpot.studio.request import StudioRequest, key_in, request_key
from umberpot.ui.calculators import blaming_fields
from umberpot.ui.paging import page_of

A_PAGE = 12


@require_GET
def mixes(request: StudioRequest) -> HttpResponse:
    """The studio's mixes, newest first: those to weigh, and those made."""
    rows = Mix.objects.of(request.studio).filter(plan=None)
    kept = rows.kept()
    plans = Plan.objects.of(request.studio)
    lists = {
        "plans": plans.kept(),
        "open": kept.filter(finished_at=None),
        "made": kept.exclude(finished_at=None),
        "aside": rows.exclude(set_aside_at=None),
    }
    pages = {name: page_of(request, rows, A_PAGE, name) for name, rows in lists.items()}
    _count_tiles(rows, [mix for name in ("open", "made", "aside") for mix in pages[name]])
    return render(
        request,
        "mixing/mixes.html",
        {
            "place": PLACE,
            "plans_aside": plans.exclude(set_aside_at=None)[:50],
            "saved": page_of(
                request, SavedCalculation.objects.of(request.studio).kept(), A_PAGE, "saved"
            ),
            **pages,
        },
    )


def _count_tiles(rows: SetAsideQuerySet, mixes: list[Any]) -> None:
    """Puts on each how many tiles there are of it."""
    shown = rows.filter(pk__in=[mix.pk for mix in mixes])
    counts = dict(shown.annotate(of_it=Count("tiles")).values_list("pk", "of_it"))
    for mix in mixes:
        mix.tile_count = counts[mix.pk]


def sum_of(request: StudioRequest) -> QueryDict:
    """The sum that a page sends along, as the query string it is."""
    query = QueryDict(mutable=True)
    for name, value in parse_qsl(request.POST.get("sum", ""), keep_blank_values=True):
        query.appendlist(name, value)
    return query


MAKERS: dict[str, type[MixMaker]] = {
    view.tool: view for view in (DoseView, KilosView, AdjustView, SlipView, JoinView)
}


@require_http_methods(["GET", "POST"])
def make(request: StudioRequest, tool: str) -> HttpResponse:
    """Keeps what a tool worked out as a mix, and goes on to weigh it.

    Without scripts, GET shows first what that would be.
    """
    if tool not in MAKERS:
        raise Http404
    view = MAKERS[tool]()
    form = view.form_class(sum_of(request) if request.method == "POST" else request.GET)
    if request.method == "GET" and not form.was_asked():
        return redirect(f"mixing:{tool}")
    solved = view.attempt(form)
    if solved is None:
        return view.again(request, form)
    with blaming_fields(form):
        order = view.order(Shelf(request.studio), solved)
    if form.errors:
        return view.again(request, form)
    if request.method == "GET":
        context = {
            "form": form,
            "fragment": view.fragment,
            **view.page_context(request, form),
            **view.answered(request, solved),
        }
        return render(request, "mixing/calculators/confirm_make.html", context)
    mix = services.create_mix(request.studio, order, request_key(request), request.user)
    return redirect("mixing:mix", pk=mix.pk)


SAVED: dict[str, type[SavedCalculator]] = {view.tool: view for view in (LayersView, DarkView)}


@require_POST
def save_calculation(request: StudioRequest, tool: str) -> HttpResponse:
    """Saves what a tool worked out under a name, to be found on the page of Mix."""
    if tool not in SAVED:
        raise Http404
    view = SAVED[tool]()
    form = view.form_class(sum_of(request))
    if view.attempt(form) is None:
        return view.again(request, form)
    name = " ".join(request.POST.get("name", "").split())[:80]
    if not name or "\x00" in name:
        messages.error(request, sentences.NO_NAME)
        return view.again(request, form)
    saved = services.save_calculation(
        request.studio, tool, name, form.query_string(), request_key(request), request.user
    )
    messages.success(request, sentences.calculation_saved(saved.name))
    return redirect(saved)


@require_POST
def set_calculation_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a saved calculation aside (``aside=yes``), or restores it."""
    saved = get_object_or_404(SavedCalculation.objects.of(request.studio), pk=pk)
    saved.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.set_aside(saved.name, aside=bool(saved.set_aside_at)))
    return redirect("mixing:mixes")


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a mix aside (``aside=yes``), or takes it back."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    mix.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.mix_set_aside(mix.name, aside=bool(mix.set_aside_at)))
    return redirect("mixing:mixes")


@require_POST
def keep_water(request: StudioRequest) -> HttpResponse:
    """A pinch becomes the water content of a clay on the shelf."""
    form = WaterForm(sum_of(request))
    solved = WaterView.attempt(form)
    if solved is None:
        return WaterView().again(request, form)
    key = request.POST.get("of", "")
    if not key:
        messages.error(request, sentences.NO_CLAY_CHOSEN)
        return WaterView().again(request, form)
    clays = Material.objects.of(request.studio).on_shelf().clays()
    clay = get_object_or_404(clays, pk=key_in(key))
    shelf.measure_water(
        clay,
        *solved.inputs.in_grams(),
        request_key(request),
        request.user,
    )
    messages.success(request, sentences.water_saved(clay.name, clay.water_pct or 0.0))
    return redirect("shelf:material", pk=clay.pk)
