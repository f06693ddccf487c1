"""Changing a mix: the query string of ``/mix/adjust/``."""

from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.materials import composition
from claycore.materials.batch import coloured
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.composition import Addition
from claycore.measure import bounds
from claycore.measure.formatting import decimals_of, plain, to_step
from claycore.mixing import strength
from claycore.mixing.dose_checks import small_weighing, unusual_percentage
from claycore.mixing.strength import Change
from umberpot.mixing.calculators.additions import UNNAMED, read_pct
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.scale_step import KnowsScale, scale_step_field
from umberpot.ui.calculators import as_json, blaming_fields
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField
from umberpot.ui.mix_bar import segments_of_batch


@dataclass(frozen=True)
class Target:
    """A colourant, the percent of it now, and the percent wanted, on dry clay."""

    name: str
    now_pct: float
    target_pct: float


def read_target(text: str) -> Target:
    """``NAME:NOW:TARGET``. Raises ValueError with a sentence."""
    name, now, target = ([""] * 3 + text.rsplit(":", 2))[-3:]
    name = " ".join(name.split())
    if not name:
        raise ValueError("Write each further colourant as NAME:NOW:TARGET, like Rutile:2:4.")
    return Target(name, read_pct(name, now), read_pct(name, target))


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
    """Further colourants of a mix, repeated as NAME:NOW:TARGET; cleans to :class:`Target` rows."""

    widget = TargetsInput

    def clean(self, value: list[str]) -> list[Target]:
        if len(value) >= composition.MOST_ADDITIONS:
            raise forms.ValidationError(
                f"At most {composition.MOST_ADDITIONS} colourants can be changed at once."
            )
        try:
            if any(len(text) > LONGEST_TEXT or "\x00" in text for text in value):
                raise ValueError(f"Write at most {LONGEST_TEXT} plain characters.")
            return [read_target(text) for text in value]
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None


class AdjustForm(KnowsScale, ClayForm):
    """An amount of a mix, its strength now and the one wanted.

    Besides the contract: ``name`` of the colourant, ``also`` repeated as NAME:NOW:TARGET, and
    ``scale_step_g``.
    """

    name = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    now_pct = MeasureField(bounds.PERCENTAGE, label="Now")
    target_pct = MeasureField(bounds.PERCENTAGE, label="Wanted")
    also = TargetsField(required=False)
    scale_step_g = scale_step_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if not self.errors:
            targets = [
                Target(cleaned["name"] or UNNAMED, cleaned["now_pct"], cleaned["target_pct"]),
                *cleaned["also"],
            ]
            if len({target.name.lower() for target in targets}) < len(targets):
                self.add_error("also", "Two rows name the same colourant.")
                return cleaned
            cleaned["targets"] = targets
            with blaming_fields(self):
                cleaned["change"] = self._change(targets)
        return cleaned

    def _change(self, targets: list[Target]) -> Change:
        mix = self.cleaned_data["clay_in_hand"]
        before = coloured(mix, [Addition(t.name, t.now_pct) for t in targets])
        wanted = [Addition(t.name, t.target_pct) for t in targets]
        return strength.change(before, wanted, mix.state)

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        made: Change = self.cleaned_data["change"]
        targets: list[Target] = self.cleaned_data["targets"]
        warnings = []
        for target in targets:
            added_g = made.add_colourants_g[target.name]
            warnings += [
                w
                for w in (
                    unusual_percentage(target.name, target.target_pct),
                    small_weighing(target.name, added_g, self.scale_step),
                )
                if w
            ]
        return {
            "clay_g": made.before.clay_g,
            "colourant_g": made.before.powder_g,
            "add_clay_g": made.add_clay_g,
            "add_colourant_g": made.add_colourant_g,
            "new_dry_total_g": made.after.dry_g,
            "add_clay_as_it_is_g": made.clay_as_it_is_g,
            "water_to_add_g": made.water_to_add_g,
            "additions": [
                {
                    "name": target.name,
                    "now_pct": target.now_pct,
                    "target_pct": target.target_pct,
                    "in_it_g": made.before.colourants_g[target.name],
                    "add_g": made.add_colourants_g[target.name],
                }
                for target in targets
            ],
            "warnings": as_json(warnings),
            "shown": self._shown(made, targets),
        }

    def _shown(self, made: Change, targets: list[Target]) -> dict[str, Any]:
        step_g = self.scale_step
        decimals = max(2, decimals_of(step_g) + 1)
        state = self.cleaned_data["state"]
        adds = [
            {
                "name": target.name,
                "grams": to_step(grams, step_g),
                "working": (
                    f"{plain(made.after.clay_g, decimals)} g clay × {plain(target.target_pct, 3)}"
                    f" ÷ 100 − {plain(made.before.colourants_g[target.name], decimals)} g in it"
                    f" = {plain(grams, decimals)} g"
                ),
            }
            for target in targets
            if (grams := made.add_colourants_g[target.name]) > 0
        ]
        return {
            "state": state,
            "parts": self._parts_working(made, targets, decimals),
            "add_clay": to_step(made.clay_as_it_is_g, step_g) if made.add_clay_g else "",
            "add_clay_working": self._clay_working(made, targets, decimals),
            "adds": adds,
            "water": plain(made.water_to_add_g, 1) if made.water_to_add_g else "",
            "total": to_step(made.after.dry_g, step_g),
            "total_as_it_is": to_step(made.after.mass_g, step_g) if state != ClayState.DRY else "",
            "clay_word": {ClayState.DRY: "dry clay", ClayState.PLASTIC: "plain plastic clay"}.get(
                state, "plain slip"
            ),
            "nothing": not made.add_clay_g and not adds,
            "before": segments_of_batch("clay", made.before),
            "after": segments_of_batch("clay", made.after),
            "largest": max(made.before.dry_g, made.after.dry_g),
            "after_pcts": [(name, plain(pct)) for name, pct in made.after.pcts.items()],
        }

    def _parts_working(self, made: Change, targets: list[Target], decimals: int) -> str:
        over = plain(100 + sum(target.now_pct for target in targets), 3)
        dry = plain(made.before.dry_g, decimals)
        clay, powder = plain(made.before.clay_g, decimals), plain(made.before.powder_g, decimals)
        return f"{dry} g dry × 100 ÷ {over} = {clay} g clay, with {powder} g colourant"

    def _clay_working(self, made: Change, targets: list[Target], decimals: int) -> str:
        """The colourant that asks for the most clay decides it."""
        if not made.add_clay_g:
            return ""
        leading = max(
            (target for target in targets if target.target_pct),
            key=lambda target: made.before.colourants_g[target.name] / target.target_pct,
        )
        has = plain(made.before.colourants_g[leading.name], decimals)
        clay = plain(made.before.clay_g, decimals)
        return (
            f"{has} g × 100 ÷ {plain(leading.target_pct, 3)} − {clay} g clay in it"
            f" = {plain(made.add_clay_g, decimals)} g dry"
        )

    def rows(self) -> list[tuple[str, str, str]]:
        """The page's rows of further colourants: those typed and one to type in next."""
        rows = []
        if self.is_bound:
            for text in TargetsInput().value_from_datadict(self.data, None, "also"):
                name, now, target = ([""] * 3 + text.rsplit(":", 2))[-3:]
                rows.append((name, now, target))
        return rows
