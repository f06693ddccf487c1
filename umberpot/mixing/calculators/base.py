"""What the calculators of Mix share: the shelf's names to choose from, the studio's scale."""

import json
import uuid
from abc import abstractmethod
from collections.abc import Iterable, Mapping
from dataclasses import asdict, dataclass
from typing import Any, ClassVar, Generic, cast

from django.http import HttpRequest, HttpResponse, QueryDict
from django.urls import reverse

from claycore.measure.notices import Notice
from claycore.mixing.dose import Dose, DosedAddition
from umberpot.mixing.calculators.clay import (
    STATE_WAS,
    ClayConditionForm,
    StateSwitch,
    as_it_lies,
    how_wet,
    shelf_water,
    state_switch,
    with_fields,
)
from umberpot.mixing.orders import MixOrder, Shelf
from umberpot.mixing.places import PLACE
from umberpot.mixing.stock import stock_on
from umberpot.shelf.hazards import hazard_notices
from umberpot.studio.request import StudioRequest
from umberpot.ui.calculators import (
    Calculator,
    CalculatorForm,
    Inputs,
    Result,
    Solved,
    is_page,
    wants_json,
)

_SCALE = "scale_step_g"

_LOOKED_AT = "_shelf_looked_at"
"""The attribute of a request under which its shelf is kept."""


@dataclass(frozen=True)
class AdditionAnswer:
    """A colourant in an answer: grams of it, and percent on dry clay."""

    name: str
    mass_g: float
    pct_on_dry_clay: float


def taken_by(dose: Dose, clay_name: str) -> dict[str, float]:
    """The dry grams of each name that go into a dose."""
    takes = {clay_name: dose.clay.dry_g}
    for addition in dose.additions:
        takes[addition.name] = takes.get(addition.name, 0.0) + addition.mass_g
    return takes


def addition_answers(additions: tuple[DosedAddition, ...]) -> list[AdditionAnswer]:
    """Doses as an answer has them."""
    return [AdditionAnswer(a.name, a.mass_g, a.pct_on_dry_clay) for a in additions]


class MixCalculator(Calculator[Inputs, Result], Generic[Inputs, Result]):
    """Base of the calculators of ``/mix/``; ``initial`` is what an empty page begins with."""

    initial: dict[str, str] = {}
    switch: StateSwitch | None = None
    """What follows from another state that was chosen on the page."""

    def asked(self, request: HttpRequest) -> QueryDict:
        """What a person sees knows the shelf's clay; a program's query stands as it is."""
        query: QueryDict = request.GET
        if wants_json(request):
            return query
        if request.user.is_authenticated and query and _SCALE in self.form_class.base_fields:
            step = f"{cast(StudioRequest, request).studio.scale_step_g:g}"
            query = with_fields(query, {_SCALE: query.get(_SCALE, step)})
        if not issubclass(self.form_class, ClayConditionForm):
            return query
        was, state = query.get(STATE_WAS, ""), query.get("state", "")
        if was == state and (how_wet(query) or not query.get("clay")):
            return query
        lies = self._lies(request, str(query.get("clay", "")))
        if was == state != "":
            self.switch = shelf_water(query, lies)
            return with_fields(query, self.switch.fields) if self.switch else query
        if not state:
            state = lies.get("state") or str(was)
            query = with_fields(query, {**lies, "state": state}) if state else query
        if was in ("", state):
            return query
        self.switch = state_switch(self.form_class, query, lies)
        return with_fields(query, self.switch.fields)

    def _lies(self, request: HttpRequest, clay_name: str) -> dict[str, str]:
        on_shelf = self._on_shelf(request, None)
        clay = on_shelf.clay(clay_name) if on_shelf else None
        fills = cast(type[ClayConditionForm], self.form_class).shelf_fills
        return as_it_lies(clay, fills) if clay else {}

    def takes(self, inputs: Inputs, result: Result) -> Mapping[str, float]:
        """What it would take off the shelf: dry grams by name. Nothing unless a sum is made."""
        return {}

    def colourants(self, inputs: Inputs, result: Result) -> Iterable[str]:
        """The names of what it colours with, whose hazards are told. Nothing unless a sum says."""
        return ()

    def notices(self, request: HttpRequest, solved: Solved[Inputs, Result]) -> list[Notice]:
        """What can hurt someone of the colourants, by their names and by what the shelf says."""
        names = self.colourants(solved.inputs, solved.result)
        on_shelf = self._on_shelf(request, solved)
        return hazard_notices(names, on_shelf.materials if on_shelf else [])

    def _on_shelf(
        self, request: HttpRequest, solved: Solved[Inputs, Result] | None
    ) -> Shelf | None:
        """The shelf of whoever asks, looked at once; None signed out.

        A whole page offers all of it. A program, or someone who types, needs only what is named.
        """
        if not request.user.is_authenticated:
            return None
        looked_at: Shelf | None = request.__dict__.get(_LOOKED_AT)
        if looked_at is None:
            studio, names = cast(StudioRequest, request).studio, None
            if solved and not is_page(request):
                inputs, result = solved.inputs, solved.result
                names = [*self.takes(inputs, result), *self.colourants(inputs, result)]
            looked_at = request.__dict__[_LOOKED_AT] = Shelf(studio, names)
        return looked_at

    def answered(
        self, request: HttpRequest, solved: Solved[Inputs, Result] | None
    ) -> dict[str, Any]:
        """The answer, and beside it what the studio's shelf has for it."""
        context = super().answered(request, solved)
        on_shelf = self._on_shelf(request, solved) if solved else None
        if solved and on_shelf:
            context["stock"] = stock_on(on_shelf, self.takes(solved.inputs, solved.result))
        return context

    def _live(
        self, request: HttpRequest, form: CalculatorForm, solved: Solved[Inputs, Result] | None
    ) -> HttpResponse:
        response = super()._live(request, form, solved)
        if self.switch:
            response["HX-Trigger"] = json.dumps({"switched": asdict(self.switch)})
        return response

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        context: dict[str, Any] = {"place": PLACE, "request_key": uuid.uuid4()}
        initial: dict[str, Any] = dict(self.initial)
        on_shelf = self._on_shelf(request, None)
        if on_shelf:
            studio, materials = cast(StudioRequest, request).studio, on_shelf.materials
            asks = isinstance(form, ClayConditionForm) or "water_pct" in form.fields
            fills = form.shelf_fills if isinstance(form, ClayConditionForm) else None
            context["clays"] = [
                (m, json.dumps(as_it_lies(m, fills) if asks else {}))
                for m in materials
                if m.is_clay
            ]
            context["colourants"] = [m for m in materials if m.is_colourant]
            initial["scale_step_g"] = initial["scale_step"] = studio.scale_step_g
        if not form.is_bound:
            form.initial = {**form.initial, **initial}
        if isinstance(form, ClayConditionForm) and form.amounts:
            context["state_now"] = _state_shown(form)
            context["amount_now"] = form[form.amounts[0]].value() or ""
            context["switch"] = self.switch
        return context


def _state_shown(form: ClayConditionForm) -> str:
    """The state that the page marks: the one asked for, else what is meant without it."""
    return str(form["state"].value() or form.state_left_out or form.fields["state"].initial)


class SavedCalculator(MixCalculator[Inputs, Result], Generic[Inputs, Result]):
    """A calculator with nothing to weigh, whose sum can be saved by name. ``tool`` is its slug."""

    tool: ClassVar[str]

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        saved = {"save_url": reverse("mixing:save-calculation", args=[self.tool])}
        return {**super().page_context(request, form), **saved}


class MixMaker(MixCalculator[Inputs, Result], Generic[Inputs, Result]):
    """A calculator whose sum can be made: kept as a mix and weighed out. ``tool`` is its slug."""

    tool: ClassVar[str]

    @abstractmethod
    def order(self, on_shelf: Shelf, solved: Solved[Inputs, Result]) -> MixOrder:
        """What is to be weighed. Raises ClayError where there is nothing to make."""

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        made = {"make_url": reverse("mixing:make", args=[self.tool])}
        return {**super().page_context(request, form), **made}
