"""Coloured clay stretched with plain, and dark grounds: ``/mix/layers/`` and ``/mix/dark/``."""

from typing import Any

from claycore.materials import slip
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import cost, scaling
from claycore.mixing.cost import DarkGround, Ground
from claycore.mixing.scaling import Layer, LayerMass
from umberpot.mixing.calculators.additions import AdditionsField, rows_of
from umberpot.ui.calculators import CalculatorForm, blaming_fields
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.mix_bar import Segment, SegmentKind


class LayersForm(CalculatorForm):
    """Pieces of plain and coloured clay: ``pieces``, ``piece`` (g), ``layer`` as NAME:SHARE.

    Shares are percent of the piece's mass. ``colour_price`` and ``plain_price`` per kg of plastic
    clay give the cost.
    """

    pieces = CountField(scaling.PIECES, label="Pieces")
    piece = MeasureField(bounds.MASS, label="Clay in a piece, plastic")
    layer = AdditionsField()
    colour_price = MeasureField(cost.PRICE, required=False, label="Coloured clay, per kg")
    plain_price = MeasureField(cost.PRICE, required=False, label="Plain clay, per kg")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            layers = [Layer(row.name, row.pct) for row in cleaned["layer"]]
            with blaming_fields(self):
                cleaned["layers"] = scaling.stretched(cleaned["pieces"], cleaned["piece"], layers)
        return cleaned

    def _cost_each(self, rows: tuple[LayerMass, ...]) -> tuple[float, float] | None:
        """What a piece costs as layered, and what it would cost of solid colour."""
        colour, plain_price = self.cleaned_data["colour_price"], self.cleaned_data["plain_price"]
        if colour is None or plain_price is None:
            return None
        named = {row.name for row in self.cleaned_data["layer"]}
        layered = sum(
            row.each_g / 1000 * (colour if row.name in named else plain_price) for row in rows
        )
        return layered, self.cleaned_data["piece"] / 1000 * colour

    def reckoned(self) -> dict[str, Any]:
        """``layers`` [name, share_pct, each_g, all_g], ``cost_each``, ``cost_each_solid``."""
        rows: tuple[LayerMass, ...] = self.cleaned_data["layers"]
        costs = self._cost_each(rows)
        named = len(self.cleaned_data["layer"])
        return {
            "layers": [vars(row) for row in rows],
            "cost_each": costs[0] if costs else None,
            "cost_each_solid": costs[1] if costs else None,
            "warnings": [],
            "shown": {
                "rows": [
                    {
                        "name": row.name,
                        "share": plain(row.share_pct, 1),
                        "each": plain(row.each_g, 1),
                        "all": plain(row.all_g, 0 if row.all_g >= 100 else 1),
                        "position": index if index < named else None,
                    }
                    for index, row in enumerate(rows)
                ],
                "segments": [
                    Segment(
                        row.name,
                        row.each_g,
                        row.share_pct,
                        SegmentKind.COLOURANT if index < named else SegmentKind.CLAY,
                    )
                    for index, row in enumerate(rows)
                ],
                "cost": f"{costs[0]:.2f}" if costs else "",
                "cost_solid": f"{costs[1]:.2f}" if costs else "",
            },
        }

    def rows(self) -> list[tuple[str, str]]:
        """The page's rows of coloured clays: those typed and one to type in next."""
        return rows_of(self, "layer")


class DarkForm(CalculatorForm):
    """Three ways to a dark piece, by cost. Prices per kg, clays as plastic clay."""

    piece = MeasureField(bounds.MASS, label="Clay in a piece, plastic")
    water_pct = MeasureField(bounds.WATER, label="Water in it")
    dark_price = MeasureField(cost.PRICE, label="Dark clay, per kg")
    cheap_price = MeasureField(cost.PRICE, label="Cheap body, per kg")
    stain_price = MeasureField(cost.PRICE, label="Black stain, per kg")
    stain_pct = MeasureField(bounds.PERCENTAGE, label="Black stain, on dry clay")
    area_cm2 = MeasureField(cost.AREA, label="Surface to coat")
    coat_mm = MeasureField(cost.THICKNESS, required=False, label="Coat, wet")
    coat_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Slip's specific gravity"
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                cleaned["grounds"] = self._grounds(cleaned)
        return cleaned

    def _grounds(self, cleaned: dict[str, Any]) -> list[Ground]:
        gravity = cleaned["coat_gravity"] or cost.COAT_GRAVITY
        coat_mm = cleaned["coat_mm"] or cost.COAT_MM
        cleaned["coat_g"] = cost.coat_g(cleaned["area_cm2"], coat_mm, gravity)
        return cost.dark_grounds(
            DarkGround(
                cleaned["piece"],
                cleaned["water_pct"],
                cleaned["stain_pct"],
                cleaned["coat_g"],
                slip.solids_pct(gravity),
                cleaned["dark_price"],
                cleaned["cheap_price"],
                cleaned["stain_price"],
            )
        )

    def reckoned(self) -> dict[str, Any]:
        """``grounds`` [code, title, per_piece], cheapest first; ``coat_g``, wet slip a piece."""
        grounds: list[Ground] = self.cleaned_data["grounds"]
        dearest = max(ground.per_piece for ground in grounds) or 1.0
        return {
            "grounds": [vars(ground) for ground in grounds],
            "coat_g": self.cleaned_data["coat_g"],
            "warnings": [],
            "shown": {
                "rows": [
                    {
                        "title": ground.title,
                        "cost": f"{ground.per_piece:.2f}",
                        "width": f"{100 * ground.per_piece / dearest:.2f}",
                    }
                    for ground in grounds
                ],
                "coat": plain(self.cleaned_data["coat_g"], 1),
            },
        }
