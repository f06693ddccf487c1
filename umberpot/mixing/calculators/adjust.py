"""Change: ``/mix/adjust/``, another strength for a mix that exists."""

from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.materials import composition
from claycore.materials.batch import coloured
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayCondition, ClayState
from claycore.materials.composition import Addition
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import adding_up, decimals_of, plain, to_step
from claycore.mixing import strength
from claycore.mixing.dose_checks import change_warnings
from claycore.mixing.strength import StrengthChange
from umberpot.mixing.calculators.additions import UNNAMED, read_pct
from umberpot.mixing.calculators.base import MixMaker
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.fields import KnowsScale, scale_step_field
from umberpot.mixing.models import Mix, name_of
from umberpot.mixing.orders import MixOrder, Shelf, order_of_change, part_of_batch
from umberpot.ui.calculators import Answer, Solved
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply
from umberpot.ui.mix_bar import segments_of_batch

NUMBER = Bound(1, 2**31, "This is not the number of a mix.", low_allowed=True)

SAME_WITHIN_POINTS = 0.05
"""A strength on a page is rounded: nearer than this it is the mix's own."""


@dataclass(frozen=True)
class StrengthTarget:
    """A colourant, the percent of it now, and the percent wanted, on dry clay."""

    name: str
    now_pct: float
    target_pct: float


def read_target(text: str) -> StrengthTarget:
    """``NAME:NOW:TARGET``. Raises ValueError with a sentence."""
    name, now, target = ([""] * 3 + text.rsplit(":", 2))[-3:]
    name = " ".join(name.split())
    if not name:
        raise ValueError(
            "Enter each further colourant as NAME:NOW:TARGET, like Titanium dioxide:1.5:3."
        )
    return StrengthTarget(name, read_pct(name, now), read_pct(name, target))


class TargetsInput(forms.Widget):
    """Gathers ``also``, from the query string or from the page's rows."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        given = [text for text in data.getlist(name) if text.strip()]
        rows = zip(
            *(data.getlist(f"{name}_{part}") for part in ("name", "now", "target")), strict=False
        )
        return given + [
            f"{row_name.strip() or UNNAMED}:{now.strip()}:{target.strip()}"
            for row_name, now, target in rows
            if row_name.strip() or now.strip() or target.strip()
        ]

    def value_omitted_from_data(self, data: Any, files: Any, name: str) -> bool:
        keys = {name, *(f"{name}_{part}" for part in ("name", "now", "target"))}
        return not keys.intersection(data)


class TargetsField(forms.Field):
    """Further colourants of a mix, repeated as NAME:NOW:TARGET.

    Cleans to a list of :class:`StrengthTarget`.
    """

    widget = TargetsInput

    def clean(self, value: list[str]) -> list[StrengthTarget]:
        if len(value) >= composition.MOST_ADDITIONS:
            raise forms.ValidationError(
                f"At most {composition.MOST_ADDITIONS} colourants can be changed at once."
            )
        try:
            if any(len(text) > LONGEST_TEXT or "\x00" in text for text in value):
                raise ValueError(f"Use at most {LONGEST_TEXT} ordinary characters.")
            return [read_target(text) for text in value]
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None


@dataclass(frozen=True)
class AdjustInputs:
    """An amount of a mix, and the strength of each of its colourants now and wanted."""

    mix: ClayAmount
    targets: list[StrengthTarget]
    scale_step_g: float
    clay_name: str
    of_mix: int | None
    added: ClayCondition | None


class AdjustForm(KnowsScale, ClayForm[AdjustInputs]):
    """An amount of a mix, its strength now and the one wanted.

    Besides the contract: ``clay`` and ``name`` of the colourant, ``also`` repeated as
    NAME:NOW:TARGET, ``scale_step_g``, ``of_mix``, the number of the kept mix it begins with, and
    ``clay_water_pct``, where the plastic clay to add is not as wet as the mix.
    """

    shelf_fills = {"state": "state", "water_pct": "clay_water_pct"}

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    name = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    now_pct = MeasureField(bounds.PERCENTAGE, label="Strength now")
    target_pct = MeasureField(bounds.PERCENTAGE, label="Strength wanted")
    also = TargetsField(required=False)
    clay_water_pct = MeasureField(
        bounds.WATER, required=False, label="Water content of the clay you add"
    )
    scale_step_g = scale_step_field()
    of_mix = CountField(NUMBER, required=False, widget=forms.HiddenInput)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if cleaned.get("state") != ClayState.PLASTIC:
            does_not_apply(self, cleaned, "clay_water_pct")
        if not self.errors:
            names = [target.name.lower() for target in self._targets()]
            if len(set(names)) < len(names):
                self.add_error("also", "The same colourant is entered twice. Remove one row.")
        return cleaned

    def _targets(self) -> list[StrengthTarget]:
        typed = self.cleaned_data
        first = StrengthTarget(typed["name"] or UNNAMED, typed["now_pct"], typed["target_pct"])
        return [first, *typed["also"]]

    def inputs(self) -> AdjustInputs:
        typed = self.cleaned_data
        return AdjustInputs(
            self.clay_amount(),
            self._targets(),
            self.scale_step,
            typed["clay"],
            typed["of_mix"],
            self._added(),
        )

    def _added(self) -> ClayCondition | None:
        water_pct = self.cleaned_data["clay_water_pct"]
        if water_pct is None:
            return None
        return ClayAmount(ClayState.PLASTIC, water_pct=water_pct).condition()

    def rows(self) -> list[tuple[str, str, str]]:
        """The page's rows of further colourants, as typed."""
        rows = []
        if self.is_bound:
            for text in TargetsInput().value_from_datadict(self.data, None, "also"):
                name, now, target = ([""] * 3 + text.rsplit(":", 2))[-3:]
                rows.append((name, now, target))
        return rows


@dataclass(frozen=True)
class AdjustedAnswer:
    """One colourant of the answer: percent now and wanted, grams in the mix and to add."""

    name: str
    now_pct: float
    target_pct: float
    in_it_g: float
    add_g: float


@dataclass(frozen=True, kw_only=True)
class AdjustAnswer(Answer):
    """The contract of ``/mix/adjust/``."""

    clay_g: float
    colourant_g: float
    add_clay_g: float
    add_colourant_g: float
    new_dry_total_g: float
    add_clay_as_it_is_g: float
    water_to_add_g: float
    additions: list[AdjustedAnswer]


class AdjustView(MixMaker[AdjustInputs, StrengthChange]):
    """Another strength for a mix that exists."""

    tool = "adjust"
    form_class = AdjustForm
    page = "mixing/calculators/adjust.html"
    fragment = "mixing/calculators/_adjust_answer.html"

    def solve(self, inputs: AdjustInputs) -> StrengthChange:
        mix = inputs.mix.in_hand()
        before = coloured(mix, [Addition(t.name, t.now_pct) for t in inputs.targets])
        wanted = [Addition(t.name, t.target_pct) for t in inputs.targets]
        return strength.change(before, wanted, mix.state, added=inputs.added)

    def takes(self, inputs: AdjustInputs, result: StrengthChange) -> dict[str, float]:
        return {inputs.clay_name: result.add_clay_g, **result.add_colourants_g}

    def colourants(self, inputs: AdjustInputs, result: StrengthChange) -> list[str]:
        return [target.name for target in inputs.targets]

    def order(self, on_shelf: Shelf, solved: Solved[AdjustInputs, StrengthChange]) -> MixOrder:
        inputs, change = solved.inputs, solved.result
        if not change.add_clay_g and not change.add_colourant_g:
            raise Inconsistent(
                "target_pct", None, "The mix already has this strength. Enter another."
            )
        source = on_shelf.mix(inputs.of_mix)
        if source and not _is_of(source, inputs.targets):
            source = None
        name = source.name if source else name_of(change.before.pcts, inputs.clay_name)
        start = part_of_batch(change.before, name, source)
        return order_of_change(on_shelf, change, inputs.mix.state, start, inputs.clay_name)

    def answer(self, inputs: AdjustInputs, result: StrengthChange) -> AdjustAnswer:
        wanted = [Addition(t.name, t.target_pct) for t in inputs.targets]
        return AdjustAnswer(
            clay_g=result.before.clay_g,
            colourant_g=result.before.powder_g,
            add_clay_g=result.add_clay_g,
            add_colourant_g=result.add_colourant_g,
            new_dry_total_g=result.after.dry_g,
            add_clay_as_it_is_g=result.clay_as_it_is_g,
            water_to_add_g=result.water_to_add_g,
            additions=[
                AdjustedAnswer(
                    target.name,
                    target.now_pct,
                    target.target_pct,
                    result.before.colourants_g[target.name],
                    result.add_colourants_g[target.name],
                )
                for target in inputs.targets
            ],
            warnings=change_warnings(wanted, result, inputs.scale_step_g, inputs.mix.state),
        )

    def shown(self, inputs: AdjustInputs, result: StrengthChange) -> dict[str, Any]:
        step_g, state = inputs.scale_step_g, inputs.mix.state
        decimals = max(2, decimals_of(step_g) + 1)
        adds = [
            {
                "name": target.name,
                "grams": to_step(grams, step_g),
                "working": _adding_working(result, target, grams, decimals),
            }
            for target in inputs.targets
            if (grams := result.add_colourants_g[target.name]) > 0
        ]
        return {
            "state": state,
            "parts": _parts_working(result, inputs.targets, decimals),
            "add_clay": to_step(result.clay_as_it_is_g, step_g) if result.add_clay_g else "",
            "add_clay_working": _clay_working(result, inputs.targets, decimals),
            "adds": adds,
            "water": plain(result.water_to_add_g, 1) if result.water_to_add_g else "",
            "total": to_step(result.after.dry_g, step_g),
            "total_as_it_is": to_step(result.after.mass_g, step_g)
            if state != ClayState.DRY
            else "",
            "clay_word": _CLAY_WORDS[state],
            "nothing": not result.add_clay_g and not adds,
            "before": segments_of_batch("clay", result.before),
            "after": segments_of_batch("clay", result.after),
            "largest": max(result.before.dry_g, result.after.dry_g),
            "after_pcts": [(name, plain(pct)) for name, pct in result.after.pcts.items()],
        }


def _is_of(source: Mix, targets: list[StrengthTarget]) -> bool:
    """Whether the strengths are the mix's own. Where someone typed others, theirs count."""
    now = {target.name: target.now_pct for target in targets}
    has = source.batch.pcts
    return all(
        abs(has.get(name, 0.0) - now.get(name, 0.0)) <= SAME_WITHIN_POINTS
        for name in {**now, **has}
    )


_CLAY_WORDS = {
    ClayState.DRY: "dry clay",
    ClayState.PLASTIC: "plain plastic clay",
    ClayState.SLIP: "plain slip",
}


def _adding_working(
    result: StrengthChange, target: StrengthTarget, grams: float, decimals: int
) -> str:
    has = plain(result.before.colourants_g[target.name], decimals)
    return (
        f"{plain(result.after.clay_g, decimals)} g clay × {plain(target.target_pct, 3)}"
        f" ÷ 100 − {has} g in it = {plain(grams, decimals)} g"
    )


def _parts_working(result: StrengthChange, targets: list[StrengthTarget], decimals: int) -> str:
    before = result.before
    over = plain(100 + sum(target.now_pct for target in targets), 3)
    clay, powder = adding_up([before.clay_g, before.powder_g], decimals)
    dry = f"{before.dry_g:.{decimals}f}"
    return f"{dry} g dry × 100 ÷ {over} = {clay} g clay, with {powder} g colourant"


def _clay_working(result: StrengthChange, targets: list[StrengthTarget], decimals: int) -> str:
    """The colourant that asks for the most clay decides it."""
    if not result.add_clay_g:
        return ""
    has_g = result.before.colourants_g
    leading = max(
        (target for target in targets if target.target_pct),
        key=lambda target: has_g[target.name] / target.target_pct,
    )
    clay = plain(result.before.clay_g, decimals)
    return (
        f"{plain(has_g[leading.name], decimals)} g × 100 ÷ {plain(leading.target_pct, 3)}"
        f" − {clay} g clay in it = {plain(result.add_clay_g, decimals)} g dry"
    )
