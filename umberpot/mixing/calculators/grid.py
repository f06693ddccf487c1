"""A grid of one or two additions: the query string of ``/mix/grid/``."""

from typing import Any

from django import forms

from claycore.materials import clay_in_hand, moisture
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.mixing import pour_plan, series
from claycore.mixing.pour_plan import Axis, Cell, CellBatch, Grid, PourPlan
from umberpot.mixing.calculators.grid_drawing import grid_shown
from umberpot.mixing.calculators.scale_step import KnowsScale, scale_step_field
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, Choice, MeasureField
from umberpot.ui.fields.percentages import read_percentages

MOULDS = Bound(1, 1000, "At least one mould is needed, and at most 1000.", low_allowed=True)
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
            raise forms.ValidationError(f"Write at most {LONGEST_TEXT} plain characters.")
        name, _, pcts = value.rpartition(":")
        name = " ".join(name.split())
        if not name:
            raise forms.ValidationError("Name the addition, with its percentages behind it.")
        if not pcts.strip():
            raise forms.ValidationError(f"Which percentages of {name}?")
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
                raise forms.ValidationError("Write each cell you have as x,y, like 2,4.")
            cells.add((pair[0], pair[1] if len(pair) == 2 else 0.0))
        if len(cells) > MOST_CELLS:
            raise forms.ValidationError(f"A grid has at most {MOST_CELLS} cells.")
        return frozenset(cells)


class GridForm(KnowsScale, CalculatorForm):
    """One or two additions and their percentages, and what is poured.

    Besides the contract: ``clay`` (a name), ``scale_step_g``, and ``state`` with ``water_pct``:
    ``dry`` and ``plastic`` plan each cell on its own, of ``cell_g`` of clay.
    """

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
    cell_g = MeasureField(bounds.MASS, label="For each cell")
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids of the slip")
    water_pct = MeasureField(bounds.WATER, required=False, label="Water in it")
    have = CellsField(required=False)
    moulds = CountField(MOULDS, required=False, label="Moulds you have")
    residue_g = MeasureField(series.NONE_OR_MORE, required=False, label="Left in the pot at last")
    scale_step_g = scale_step_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        cleaned["state"] = state = cleaned.get("state") or ClayState.SLIP
        for field, of_state in (("solids_pct", ClayState.SLIP), ("water_pct", ClayState.PLASTIC)):
            if state != of_state:
                self.errors.pop(field, None)
            elif cleaned.get(field) is None and field not in self.errors:
                self.add_error(field, forms.ValidationError(STILL_NEEDED, "required"))
        if not self.errors:
            with blaming_fields(self):
                self._plan(cleaned)
        return cleaned

    def _plan(self, cleaned: dict[str, Any]) -> None:
        cleaned["grid"] = grid = Grid(
            cleaned["x"],
            cleaned["y"],
            cleaned["cell_g"],
            cleaned["solids_pct"] or 0.0,
            cleaned["have"],
            cleaned["moulds"],
            cleaned["residue_g"] or 0.0,
        )
        cleaned["batches"] = []
        if cleaned["state"] == ClayState.SLIP:
            cleaned["plan"] = pour_plan.plan(grid)
            return
        cleaned["clay_of_cell"] = clay = (
            moisture.plastic_clay(grid.cell_g, cleaned["water_pct"])
            if cleaned["state"] == ClayState.PLASTIC
            else clay_in_hand.dry_clay(grid.cell_g)
        )
        cleaned["plan"] = PourPlan((), ())
        cleaned["batches"] = pour_plan.on_their_own(grid, clay)

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        grid: Grid = self.cleaned_data["grid"]
        plan: PourPlan = self.cleaned_data["plan"]
        batches: list[CellBatch] = self.cleaned_data["batches"]
        names = [axis.name for axis in grid.axes]
        colourant_g = plan.colourant_g(names)
        for batch in batches:
            for name, grams in batch.add_g.items():
                colourant_g[name] += grams
        warnings = [] if batches else pour_plan.warnings(grid, plan, self.scale_step)
        return {
            "pots": [
                {
                    "start_slip_g": pot.start_slip_g,
                    "steps": [
                        {
                            "cell": list(pour.cell),
                            "add": [vars(dosing) for dosing in pour.add],
                            "pour_g": pour.pour_g,
                        }
                        for pour in pot.pours
                    ],
                }
                for pot in plan.pots
            ],
            "pots_minimum": plan.pots_minimum,
            "sessions": [[list(cell) for cell in session] for session in plan.sessions],
            "colourant_g": colourant_g,
            "slip_g": plan.slip_g,
            "weighings": plan.weighings,
            "batches": [
                {
                    "cell": list(batch.cell),
                    "add": [{"name": n, "mass_g": g} for n, g in batch.add_g.items()],
                    "water_to_add_g": batch.water_to_add_g,
                }
                for batch in batches
            ],
            "warnings": as_json(warnings),
            "shown": grid_shown(grid, plan, batches, colourant_g, self.scale_step),
        }

    @property
    def axes(self) -> dict[str, dict[str, str]]:
        """What the page's inputs of both axes show."""
        shown = {}
        for key in ("x", "y"):
            text = self.fields[key].widget.value_from_datadict(self.data, {}, key)
            name, _, pcts = text.rpartition(":")
            shown[key] = {"name": name, "pcts": pcts}
        return shown
