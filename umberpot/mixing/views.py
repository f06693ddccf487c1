"""Mix: the dose, and kept mixes. Weighing them out is in weigh_views."""

import uuid
from typing import Any
from urllib.parse import parse_qsl

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from umberpot.calculators import CalculatorForm, CalculatorView
from umberpot.mixing import services
from umberpot.mixing.bar import bar_of
from umberpot.mixing.forms import DoseForm
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, request_key

PLACE = "Mix"


class DoseView(CalculatorView):
    """``/mix/dose/``: grams of colourant on dry clay."""

    form_class = DoseForm
    page = "mixing/dose.html"
    fragment = "mixing/_dose_answer.html"

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        context: dict[str, Any] = {"place": PLACE, "request_key": uuid.uuid4()}
        if request.user.is_authenticated:
            studio = request.studio  # type: ignore[attr-defined]
            materials = Material.objects.of(studio).on_shelf()
            context["clays"] = [m for m in materials if m.is_clay]
            context["colourants"] = [m for m in materials if not m.is_clay]
            if not form.is_bound:
                form.initial = {"scale_step_g": studio.scale_step_g}
        return context


@require_GET
def mixes(request: StudioRequest) -> HttpResponse:
    """The studio's mixes, newest first: those to weigh, and those made."""
    rows = list(Mix.objects.of(request.studio).prefetch_related("parts__weighings", "tiles")[:200])
    for mix in rows:
        mix.bar = bar_of(list(mix.parts.all()), mix)  # type: ignore[attr-defined]
    return render(
        request,
        "mixing/mixes.html",
        {
            "place": PLACE,
            "open": [m for m in rows if m.finished_at is None and m.set_aside_at is None],
            "made": [m for m in rows if m.finished_at and m.set_aside_at is None],
            "aside": [m for m in rows if m.set_aside_at],
        },
    )


@require_POST
def make(request: StudioRequest) -> HttpResponse:
    """Keeps the dose on the page as a mix, and goes on to weigh it."""
    query = QueryDict(mutable=True)
    for name, value in parse_qsl(request.POST.get("sum", ""), keep_blank_values=True):
        query.appendlist(name, value)
    form = DoseForm(query)
    if not form.is_valid():
        context = DoseView().page_context(request, form)
        return render(
            request, "mixing/dose.html", {"form": form, "answer": None, **context}, status=400
        )
    key = request_key(request)
    mix = services.make_mix(request.studio, form, key, request.user)
    return redirect("mix", pk=mix.pk)


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a mix aside (``aside=yes``), or takes it back."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    mix.set_aside(request.POST.get("aside") == "yes")
    messages.success(
        request,
        f"{mix.name} is set aside; what was weighed stays recorded."
        if mix.set_aside_at
        else f"{mix.name} is back.",
    )
    return redirect("mixes")
