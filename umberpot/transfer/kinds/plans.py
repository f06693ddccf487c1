"""Series, grids and campaigns as rows: the sum, not its tiles, which this version plans again.

So a file taken in can hold nothing that the page would not have accepted.
"""

import uuid
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from django import forms
from django.http import QueryDict

from claycore.firing import cones
from claycore.measure import bounds
from claycore.mixing.series import STRATEGIES
from umberpot.firings.forms import AtmosphereChoice
from umberpot.mixing.calculators.campaign import CampaignForm, CampaignView
from umberpot.mixing.calculators.grid import GridForm, GridView
from umberpot.mixing.calculators.series import SeriesForm, SeriesView
from umberpot.mixing.models import Plan
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import Glazing, Tile
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.plans.services import (
    TrialOrder,
    start_campaign,
    start_grid,
    start_series,
)
from umberpot.transfer.kinds.base import Cells, Reader, RowErrors, TransferKind, errors_of, number
from umberpot.ui.fields.measures import MeasureField


class PlanRowForm(forms.ModelForm):
    """The columns of a plan that are not its sum."""

    cone = forms.ChoiceField(choices=[("", ""), *((c, c) for c in cones.CONES)], required=False)
    atmosphere = AtmosphereChoice()
    mark_length_mm = MeasureField(bounds.LENGTH, required=False)
    glazed = forms.ChoiceField(choices=[("", "no"), *Glazing.choices], required=False)
    glaze = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        to_field_name="name",
        error_messages={"invalid_choice": "There is no glaze of this name on the shelf."},
    )

    class Meta:
        model = Plan
        fields = ["kind", "name", "strategy"]

    def __init__(self, data: Cells, studio: Studio) -> None:
        super().__init__(data)
        glaze: Any = self.fields["glaze"]
        glaze.queryset = Material.objects.of(studio).glazes_to_choose()


@dataclass(frozen=True)
class ReadyPlan:
    """A plan that can be started."""

    start: Callable[[], object]


class PlanReader(Reader[ReadyPlan]):
    """Each plan is started in a transaction of its own: it makes mixes, tiles and their codes."""

    at_once = 1

    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        plans = Plan.objects.of(self.studio).values_list("request_key", flat=True)
        return set(plans) & set(keys)

    def read(self, cells: Cells, key: uuid.UUID) -> ReadyPlan:
        form = PlanRowForm(cells, self.studio)
        if not form.is_valid():
            raise errors_of(form, {})
        row = form.cleaned_data
        glazing = Glazing(row["glazed"] or Glazing.UNGLAZED)
        glaze_id = row["glaze"].pk if row["glaze"] else None
        piece = PieceSpec(
            row["mark_length_mm"] or self.studio.mark_length_mm,
            row["cone"] or self.studio.usual_cone,
            glazing.glazed,
            glazing.bare_half,
            glaze_id if glazing.glazed else None,
        )
        order = TrialOrder(
            self.studio, row["name"], piece, key, self.by, row["atmosphere"], glaze_id
        )
        query = QueryDict(cells.get("sum", ""))
        return READ[Plan.Kind(row["kind"])](order, query, row["strategy"])

    def write(self, rows: Sequence[ReadyPlan]) -> None:
        for ready in rows:
            ready.start()


def _read_grid(order: TrialOrder, query: QueryDict, _: str) -> ReadyPlan:
    form = GridForm(query)
    grid = GridView.attempt(form)
    if grid is None or not grid.inputs.grid.wanted:
        raise _refused(form)
    return ReadyPlan(lambda: start_grid(order, grid))


def _read_series(order: TrialOrder, query: QueryDict, strategy: str) -> ReadyPlan:
    if strategy not in STRATEGIES:
        raise RowErrors([("strategy", f"Choose one of: {', '.join(STRATEGIES)}.")])
    form = SeriesForm(query)
    series = SeriesView.attempt(form)
    if series is None:
        raise _refused(form)
    return ReadyPlan(lambda: start_series(order, series, strategy))


def _read_campaign(order: TrialOrder, query: QueryDict, _: str) -> ReadyPlan:
    form = CampaignForm(query)
    campaign = CampaignView.attempt(form)
    if campaign is None:
        raise _refused(form)
    return ReadyPlan(lambda: start_campaign(order, campaign))


READ: dict[Plan.Kind, Callable[[TrialOrder, QueryDict, str], ReadyPlan]] = {
    Plan.Kind.SERIES: _read_series,
    Plan.Kind.GRID: _read_grid,
    Plan.Kind.CAMPAIGN: _read_campaign,
}
"""How the sum of each kind of plan is read; a series has a strategy besides."""


def _refused(form: forms.Form) -> RowErrors:
    first = next(iter(form.errors.values()), ["Every cell is already made."])[0]
    return RowErrors([("sum", str(first))])


def _of_colourants(tile: Tile) -> tuple[bool, int]:
    """Coloured tiles first: controls are glazed as they need, whatever the others are."""
    return not (tile.mix and tile.mix.wanted_pcts), tile.pk


def _rows(studio: Studio) -> Iterable[Cells]:
    plans = (
        Plan.objects.of(studio)
        .kept()
        .order_by("pk")
        .prefetch_related("trial__tiles__mix", "trial__tiles__glaze")
    )
    for plan in plans:
        tiles = sorted(plan.trial.tiles.all(), key=_of_colourants)
        yield {
            "id": str(plan.request_key),
            "kind": plan.kind,
            "name": plan.name,
            "strategy": plan.strategy,
            "sum": plan.sum_query,
            "cone": tiles[0].cone if tiles else "",
            "atmosphere": plan.trial.atmosphere,
            "mark_length_mm": number(tiles[0].mark_length_mm) if tiles else "",
            "glazed": tiles[0].glazing if tiles else Glazing.UNGLAZED,
            "glaze": next((tile.glaze_name for tile in tiles if tile.glaze), ""),
        }


PLANS = TransferKind(
    "plans",
    "Series, grids and campaigns",
    (
        *("id", "kind", "name", "strategy", "sum", "cone", "atmosphere"),
        *("mark_length_mm", "glazed", "glaze"),
    ),
    frozenset({"mark_length_mm"}),
    _rows,
    PlanReader,
)
