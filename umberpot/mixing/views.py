"""Mix: the dose, kept mixes, weighing out."""

import uuid
from typing import Any
from urllib.parse import parse_qsl

from django import forms
from django.conf import settings
from django.contrib import messages
from django.http import HttpRequest, HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore import bounds
from claycore.errors import ClayError
from umberpot.calculators import CalculatorView
from umberpot.measures import MeasureField
from umberpot.mixing import scale, services
from umberpot.mixing.forms import DoseForm
from umberpot.mixing.models import Mix, MixPart, Weighing
from umberpot.mixing.working import segments_of
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, request_key

PLACE = "Mix"


class DoseView(CalculatorView):
    """``/mix/dose/``: grams of colourant on dry clay."""

    form_class = DoseForm
    page = "mixing/dose.html"
    fragment = "mixing/_dose_answer.html"

    def page_context(self, request: HttpRequest, form: forms.Form) -> dict[str, Any]:
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


def bar_of(parts: list[MixPart], mix: Mix) -> list:
    """The mix bar of a kept mix: what was weighed, or is wanted while it is not."""
    for part in parts:
        part.mix = mix
    colourants = [p for p in parts if p.role == MixPart.COLOURANT]
    return segments_of(
        parts[0].name,
        services.dry_clay_of(parts),
        [(p.name, p.weighed_g or p.target_g) for p in colourants],
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


class GramsForm(forms.Form):
    """A figure off the scale. Not required of the browser: reading the scale leaves it empty."""

    use_required_attribute = False

    grams = MeasureField(bounds.MASS, label="What the scale says")


def _weigh_page(
    request: StudioRequest,
    mix: Mix,
    *,
    form: GramsForm | None = None,
    off: dict[str, Any] | None = None,
    status: int = 200,
) -> HttpResponse:
    parts = services.parts_of(mix)
    current = services.next_part(parts)
    step_g = request.studio.scale_step_g
    true = services.true_percentages(parts)
    return render(
        request,
        "mixing/weigh.html",
        {
            "place": PLACE,
            "mix": mix,
            "parts": [
                {
                    "part": part,
                    "tolerance": part.tolerance(step_g),
                    "true_pct": true.get(part.pk),
                    "is_current": part is current,
                    "history": list(part.weighings.all()),
                }
                for part in parts
            ],
            "current": current,
            "tolerance": current.tolerance(step_g) if current else None,
            "step_g": step_g,
            "segments": bar_of(parts, mix),
            "form": form or GramsForm(),
            "off": off,
            "request_key": uuid.uuid4(),
            "scale_connected": bool(settings.SCALE_ADDRESS),
            "simulated": settings.SCALE_IS_SIMULATED,
            "too_little": _too_little(current),
        },
        status=status,
    )


def _too_little(part: MixPart | None) -> float | None:
    """What the shelf holds of a material that is too little for this step."""
    if part is None or part.material is None:
        return None
    on_hand = services.shelf.grams_on_hand(part.material)
    return on_hand if on_hand < part.to_go_g - 1e-6 else None


@require_GET
def mix(request: StudioRequest, pk: int) -> HttpResponse:
    """A mix: what is to be weighed next, or what was made."""
    return _weigh_page(request, get_object_or_404(Mix.objects.of(request.studio), pk=pk))


@require_POST
def weigh(request: StudioRequest, pk: int) -> HttpResponse:
    """A figure for the step at hand: read off the scale, typed, accepted, scaled to or left out."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = services.next_part(services.parts_of(mix))
    if part is None or str(part.pk) != request.POST.get("part"):
        messages.warning(request, "That step was already done, perhaps in another window.")
        return redirect("mix", pk=pk)
    if request.POST.get("action") == "leave_out" and part.role == MixPart.WATER:
        services.leave_out(part, request.studio.scale_step_g)
        return redirect("mix", pk=pk)
    return _take(request, mix, part)


def _take(request: StudioRequest, mix: Mix, part: MixPart) -> HttpResponse:
    source = request.POST.get("source", Weighing.TYPED)
    form = GramsForm(request.POST)
    if request.POST.get("action") == "read":
        try:
            source, form = Weighing.SCALE, GramsForm({"grams": f"{scale.read():.3f}"})
        except scale.ScaleProblem as problem:
            form = GramsForm({"grams": request.POST.get("grams", "")})
            form.errors["grams"] = form.error_class([str(problem)])
            return _weigh_page(request, mix, form=form)
        if form["grams"].value() in ("0.000", "-0.000"):
            form.errors["grams"] = form.error_class(["The scale shows 0: nothing is on it yet."])
            return _weigh_page(request, mix, form=form)
    if not form.is_valid():
        # A browser's console counts a fragment's 400 as an error of the page.
        return _weigh_page(request, mix, form=form, status=200 if request.htmx else 400)
    grams = form.cleaned_data["grams"]
    step_g = request.studio.scale_step_g
    decision = request.POST.get("decision", "")
    ways_out = services.rescue(services.parts_of(mix), part, grams, step_g)
    if ways_out.judged != "within" and decision not in ("accept", "scale"):
        off = {"grams": grams, "source": source, "ways_out": ways_out}
        return _weigh_page(request, mix, form=form, off=off)
    try:
        services.take_weighing(
            part,
            grams,
            source=source if source in (Weighing.SCALE, Weighing.TYPED) else Weighing.TYPED,
            scale_step_g=step_g,
            request_key=request_key(request),
            by=request.user,
            scale_rest=decision == "scale",
        )
    except services.StaleWeighing:
        messages.warning(request, "That step was already done, perhaps in another window.")
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


@require_POST
def pan(request: StudioRequest, pk: int) -> HttpResponse:
    """Tares the scale; or, on the simulated one, moves things on its pan."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = services.next_part(services.parts_of(mix))
    action = request.POST.get("action", "")
    try:
        if action == "tare":
            scale.tare()
            messages.info(request, "The scale is tared.")
        elif settings.SCALE_IS_SIMULATED and part is not None:
            scale.clear()
            share = {"put": 1.0, "put_much": 1.075, "put_little": 0.6}.get(action, 0.0)
            if share:
                scale.put(part.to_go_g * share)
                messages.info(request, "Something lies on the pan. Read the scale.")
    except scale.ScaleProblem as problem:
        messages.error(request, str(problem))
    return redirect("mix", pk=pk)


@require_POST
def correct(request: StudioRequest, pk: int) -> HttpResponse:
    """A new figure for a weighing that was wrong."""
    old = get_object_or_404(
        Weighing.objects.of(request.studio).select_related("part__mix", "part__material"), pk=pk
    )
    form = GramsForm(request.POST)
    if not form.is_valid():
        messages.error(request, f"Not corrected: {form.errors['grams'][0]}")
    else:
        try:
            services.correct_weighing(old, form.cleaned_data["grams"], request.user)
            messages.success(request, "Corrected. The old figure stays beside it.")
        except services.StaleWeighing:
            messages.warning(request, "That figure was corrected meanwhile. Look at it again.")
        except ClayError as error:
            messages.error(request, f"Not corrected: {error}")
    return redirect("mix", pk=old.part.mix_id)
