"""Two leftovers wedged into one: the query string of ``/mix/join/``."""

from typing import Any

from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_in_hand import ClayInHand, dry_clay
from claycore.materials.moisture import plastic_clay
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.measure.units import grams
from umberpot.mixing.calculators.additions import AdditionsField, rows_of
from umberpot.ui.calculators import CalculatorForm, blaming_fields
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units
from umberpot.ui.mix_bar import segments_of_batch

SIDES = ("a", "b")


def _mass(label: str) -> MeasureField:
    return MeasureField(bounds.MASS, label=label)


def _unit() -> Choice:
    return Choice(choices=mass_units, initial="g")


def _water() -> MeasureField:
    return MeasureField(bounds.WATER, required=False, label="Water in it, if plastic")


class JoinForm(CalculatorForm):
    """Two amounts of coloured clay.

    ``a_mass``, ``a_unit``, ``a_water_pct`` (left out for dry clay), ``a`` repeated as NAME:PCT on
    dry clay (none for plain clay); the same for ``b``.
    """

    a_mass = _mass("The first weighs")
    a_unit = _unit()
    a_water_pct = _water()
    a = AdditionsField(required=False)
    b_mass = _mass("The second weighs")
    b_unit = _unit()
    b_water_pct = _water()
    b = AdditionsField(required=False)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                cleaned["batches"] = [self._batch(side) for side in SIDES]
        return cleaned

    def _batch(self, side: str) -> Batch:
        cleaned = self.cleaned_data
        mass_g = grams(cleaned[f"{side}_mass"], cleaned[f"{side}_unit"])
        water_pct = cleaned[f"{side}_water_pct"]
        mix: ClayInHand = dry_clay(mass_g) if water_pct is None else plastic_clay(mass_g, water_pct)
        return coloured(mix, cleaned[side])

    def reckoned(self) -> dict[str, Any]:
        """What both become: ``clay_g``, ``dry_total_g``, ``water_pct``, ``additions``."""
        batches: list[Batch] = self.cleaned_data["batches"]
        both = join(batches)
        largest = both.dry_g
        return {
            "clay_g": both.clay_g,
            "dry_total_g": both.dry_g,
            "mass_g": both.mass_g,
            "water_pct": 100 * both.water_g / both.mass_g,
            "additions": [
                {"name": name, "mass_g": mass, "pct_on_dry_clay": both.pct(name)}
                for name, mass in both.colourants_g.items()
            ],
            "warnings": [],
            "shown": {
                "rows": [
                    {
                        "name": name,
                        "pct": plain(both.pct(name)),
                        "working": "("
                        + " + ".join(plain(b.colourants_g.get(name, 0), 2) for b in batches)
                        + ") g ÷ ("
                        + " + ".join(plain(b.clay_g, 2) for b in batches)
                        + ") g clay × 100",
                    }
                    for name in both.colourants_g
                ],
                "bars": [
                    {
                        "title": title,
                        "width": f"{100 * batch.dry_g / largest:.2f}",
                        "segments": segments_of_batch("clay", batch),
                        "dry": plain(batch.dry_g, 1),
                    }
                    for title, batch in zip(
                        ("The first", "The second", "Both as one"), [*batches, both], strict=True
                    )
                ],
                "mass": plain(both.mass_g, 1),
                "water": plain(100 * both.water_g / both.mass_g, 1) if both.water_g else "",
            },
        }

    def sides(self) -> list[dict[str, Any]]:
        """Both halves of the page."""
        return [
            {
                "key": side,
                "title": title,
                "mass": self[f"{side}_mass"],
                "unit": self[f"{side}_unit"],
                "water": self[f"{side}_water_pct"],
                "add": self[side],
                "rows": rows_of(self, side),
            }
            for side, title in zip(SIDES, ("The first", "The second"), strict=True)
        ]
