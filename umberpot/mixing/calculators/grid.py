"""Grid: ``/mix/grid/``, one or two additions, cell by cell."""

import math
from dataclasses import dataclass, replace
from typing import Any

from django import forms

from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.names import in_a_sentence
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.formatting import to_step
from claycore.mixing import pour_plan, series
from claycore.mixing.dose_checks import water_warnings
from claycore.mixing.pour_plan import Axis, Cell, CellBatch, Dosing, PourGrid, PourPlan
from claycore.mixing.series_on_the_scale import CLAY_WORDS
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.clay import ClayConditionForm
from umberpot.mixing.calculators.fields import KnowsScale, scale_step_field
from umberpot.mixing.calculators.grid_drawing import grid_shown
from umberpot.ui.calculators import Answer
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, Choice, MeasureField
from umberpot.ui.fields.number_lists import in_words
from umberpot.ui.fields.percentages import read_percentages

MOULDS = Bound(1, 1000, "Enter 1 to 1000 moulds.", low_allowed=True)
MOST_CELLS = pour_plan.MOST_PER_AXIS**2


class AxisInput(forms.Widget):
    """An axis as NAME:p,p,p, or as the page's two inputs KEY_name and KEY_pcts."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> str:
        given = data.get(name, "").strip()
        row_name = data.get(f"{name}_name", "").strip()
        pcts = data.get(f"{name}_pcts", "").strip()
        if given or not (row_name or pcts):
            return given
        return f"{row_name}:{pcts}"

    def value_omitted_from_data(self, data: Any, files: Any, name: str) -> bool:
        return not {name, f"{name}_name", f"{name}_pcts"}.intersection(data)


class AxisField(forms.Field):
    """An addition and its percentages; cleans to an :class:`Axis`, smallest first, or None."""

    widget = AxisInput

    def clean(self, value: str) -> Axis | None:
        if not value:
            if self.required:
                raise forms.ValidationError(STILL_NEEDED, "required")
            return None
        if len(value) > LONGEST_TEXT or "\x00" in value:
            raise forms.ValidationError(f"Use at most {LONGEST_TEXT} ordinary characters.")
        name, _, pcts = value.rpartition(":")
        name = " ".join(name.split())
        if not name:
            raise forms.ValidationError("Enter the addition and its percentages.")
        if not pcts.strip():
            raise forms.ValidationError(f"Enter the percentages of {name}.")
        try:
            return Axis(name, tuple(sorted(read_percentages(pcts))))
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None


class CellsInput(forms.Widget):
    """``have`` repeated as ``x,y``."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        return [text.strip() for text in data.getlist(name) if text.strip()]


class CellsField(forms.Field):
    """Cells that exist already; cleans to a frozenset of pairs."""

    widget = CellsInput

    def clean(self, value: list[str]) -> frozenset[Cell]:
        cells = set()
        for text in value[: MOST_CELLS + 1]:
            try:
                pair = read_percentages(text)
            except ValueError:
                pair = ()
            if len(text) > LONGEST_TEXT or len(pair) not in (1, 2):
                raise forms.ValidationError("Enter each existing cell as x,y, like 1.5,3.")
            cells.add((pair[0], pair[1] if len(pair) == 2 else 0.0))
        if len(cells) > MOST_CELLS:
            raise forms.ValidationError(
                f"A grid can have at most {MOST_CELLS} cells. Use fewer percentages."
            )
        return frozenset(cells)


@dataclass(frozen=True)
class GridInputs:
    """A grid that is wanted, of slip or of pieces of clay (``piece``) each dosed on its own."""

    grid: PourGrid
    clay: ClayAmount
    clay_name: str
    scale_step_g: float
    water_measured: bool

    @property
    def state(self) -> ClayState:
        """The state of the clay."""
        return self.clay.state

    def piece(self) -> ClayInHand:
        """The clay of each cell where nothing is poured. Raises ClayError."""
        return replace(self.clay, mass=self.grid.cell_g).in_hand()


class GridForm(KnowsScale, ClayConditionForm[GridInputs]):
    """One or two additions and their percentages, and what is poured.

    Besides the contract: ``clay`` (a name), ``scale_step_g``, ``specific_gravity`` in place of the
    solids, and ``state``: ``dry`` and ``plastic`` (with ``water_pct``) plan each cell on its own,
    of ``cell_g`` of clay.
    """

    amounts = ("cell_g",)
    only_slip = ("moulds", "residue_g")
    state_left_out = ClayState.SLIP

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    x = AxisField(label="Across")
    y = AxisField(required=False, label="Down")
    state = Choice(
        choices=[
            (ClayState.SLIP, "Slip, poured"),
            (ClayState.PLASTIC, "Plastic"),
            (ClayState.DRY, "Dry"),
        ],
        required=False,
        initial=ClayState.SLIP,
    )
    cell_g = MeasureField(bounds.MASS, label="Weight per cell")
    have = CellsField(required=False)
    moulds = CountField(MOULDS, required=False, label="Moulds available")
    residue_g = MeasureField(series.NONE_OR_MORE, required=False, label="Slip left in each pot")
    scale_step_g = scale_step_field()

    def inputs(self) -> GridInputs:
        typed, clay = self.cleaned_data, self.stated()
        solids_pct = 0.0
        if clay.state == ClayState.SLIP:
            solids_pct = clay.solids_pct or 100 * clay.condition().dry_fraction
        grid = PourGrid(
            typed["x"],
            typed["y"],
            typed["cell_g"],
            solids_pct,
            typed["have"],
            typed["moulds"],
            typed["residue_g"] or 0.0,
        )
        return GridInputs(grid, clay, typed["clay"], self.scale_step, self.water_measured)

    @property
    def axes(self) -> dict[str, dict[str, str]]:
        """What the page's inputs of both axes show."""
        shown = {}
        for key in ("x", "y"):
            text = self.fields[key].widget.value_from_datadict(self.data, {}, key)
            name, _, pcts = text.rpartition(":")
            shown[key] = {"name": name, "pcts": pcts}
        return shown


@dataclass(frozen=True)
class GridResult:
    """How a grid is made: poured from pots, or each cell dosed on its own (``batches``)."""

    plan: PourPlan
    batches: list[CellBatch]
    colourant_g: dict[str, float]

    def dry_clay_g(self, inputs: GridInputs) -> float:
        """The dry clay that it takes: in its slip, or in a piece for each cell."""
        if self.batches:
            return len(self.batches) * inputs.piece().dry_g
        return self.plan.slip_g * inputs.grid.solids_pct / 100


@dataclass(frozen=True)
class PourAnswer:
    """One pour: what goes into the pot before it, and how much is poured."""

    cell: list[float]
    add: list[Dosing]
    pour_g: float


@dataclass(frozen=True)
class PotAnswer:
    """One pot: what it starts with, and its pours in order."""

    start_slip_g: float
    steps: list[PourAnswer]


@dataclass(frozen=True)
class AddedAnswer:
    """Grams of one addition."""

    name: str
    mass_g: float


@dataclass(frozen=True)
class BatchAnswer:
    """One cell that is dosed on its own."""

    cell: list[float]
    add: list[AddedAnswer]
    water_to_add_g: float


@dataclass(frozen=True, kw_only=True)
class GridAnswer(Answer):
    """The contract of ``/mix/grid/``; ``batches`` are the cells of a grid that is not poured."""

    pots: list[PotAnswer]
    pots_minimum: int
    sessions: list[list[list[float]]]
    colourant_g: dict[str, float]
    slip_g: float
    weighings: int
    batches: list[BatchAnswer]


class GridView(MixCalculator[GridInputs, GridResult]):
    """One or two additions in slip, from the fewest pots."""

    form_class = GridForm
    page = "mixing/calculators/grid.html"
    fragment = "mixing/calculators/_grid_answer.html"
    initial = {"cell_g": "85", "solids_pct": "67"}

    def solve(self, inputs: GridInputs) -> GridResult:
        grid = inputs.grid
        names = [axis.name for axis in grid.axes]
        if inputs.state == ClayState.SLIP:
            plan = pour_plan.plan(grid)
            return GridResult(plan, [], plan.colourant_g(names))
        batches = pour_plan.on_their_own(grid, inputs.piece())
        colourant_g = {name: math.fsum(b.add_g.get(name, 0.0) for b in batches) for name in names}
        return GridResult(PourPlan((), ()), batches, colourant_g)

    def takes(self, inputs: GridInputs, result: GridResult) -> dict[str, float]:
        return {**result.colourant_g, inputs.clay_name: result.dry_clay_g(inputs)}

    def colourants(self, inputs: GridInputs, result: GridResult) -> list[str]:
        return [axis.name for axis in inputs.grid.axes]

    def answer(self, inputs: GridInputs, result: GridResult) -> GridAnswer:
        plan, poured = result.plan, not result.batches
        if poured:
            warnings = pour_plan.warnings(inputs.grid, plan, inputs.scale_step_g)
        else:
            warnings = water_warnings(inputs.piece().condition, measured=inputs.water_measured)
        return GridAnswer(
            pots=[
                PotAnswer(
                    pot.start_slip_g,
                    [PourAnswer(list(p.cell), list(p.add), p.pour_g) for p in pot.pours],
                )
                for pot in plan.pots
            ],
            pots_minimum=plan.pots_minimum,
            sessions=[[list(cell) for cell in session] for session in plan.sessions],
            colourant_g=result.colourant_g,
            slip_g=plan.slip_g,
            weighings=plan.weighings,
            batches=[
                BatchAnswer(
                    list(batch.cell),
                    [AddedAnswer(name, grams) for name, grams in batch.add_g.items()],
                    batch.water_to_add_g,
                )
                for batch in result.batches
            ],
            warnings=warnings,
        )

    def shown(self, inputs: GridInputs, result: GridResult) -> dict[str, Any]:
        shown = grid_shown(inputs.grid, result.plan, result.batches, inputs.scale_step_g)
        axes = [
            f"{in_a_sentence(axis.name)} {in_words(axis.pcts, '%')}" for axis in inputs.grid.axes
        ]
        return {
            **shown,
            "understood": axes,
            "piece": _piece_words(inputs) if result.batches else "",
        }


def _piece_words(inputs: GridInputs) -> str:
    """The clay of one cell, as it is put on the scale."""
    piece, step_g = inputs.piece(), inputs.scale_step_g
    words = f"{to_step(piece.mass_g, step_g)}\u00a0g {CLAY_WORDS[piece.state]}"
    dry = f" ({to_step(piece.dry_g, step_g)}\u00a0g dry)" if piece.water_g else ""
    return f"{words}{dry}"
