"""Layers: ``/mix/layers/``, coloured clay stretched with plain."""

from dataclasses import dataclass
from typing import Any

from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import cost, scaling
from claycore.mixing.scaling import ClayLayer, LayerCosts, LayerMass
from umberpot.mixing.calculators.additions import AdditionsField
from umberpot.mixing.calculators.base import SavedCalculator
from umberpot.ui.calculators import Answer, CalculatorForm
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.mix_bar import BarSegment, SegmentKind


@dataclass(frozen=True)
class LayersInputs:
    """Pieces of plain and coloured clay; ``layers`` are the coloured ones. Prices per kg."""

    pieces: int
    piece_g: float
    layers: list[ClayLayer]
    colour_price: float | None
    plain_price: float | None

    @property
    def named(self) -> int:
        """How many of the layers are coloured: they come first."""
        return len(self.layers)

    def costs(self) -> LayerCosts | None:
        """What a piece costs, None until both prices are known."""
        if self.colour_price is None or self.plain_price is None:
            return None
        return scaling.layer_costs(self.piece_g, self.layers, self.colour_price, self.plain_price)


class LayersForm(CalculatorForm[LayersInputs]):
    """Pieces of plain and coloured clay: ``pieces``, ``piece`` (g), ``layer`` as NAME:SHARE.

    Shares are percent of the piece's mass. ``colour_price`` and ``plain_price`` per kg of plastic
    clay give the cost.
    """

    pieces = CountField(scaling.PIECES, label="Pieces")
    piece = MeasureField(bounds.MASS, label="Plastic clay per piece")
    layer = AdditionsField()
    colour_price = MeasureField(cost.PRICE, required=False, label="Coloured clay price per kg")
    plain_price = MeasureField(cost.PRICE, required=False, label="Plain clay price per kg")

    def inputs(self) -> LayersInputs:
        typed = self.cleaned_data
        return LayersInputs(
            typed["pieces"],
            typed["piece"],
            [ClayLayer(row.name, row.pct) for row in typed["layer"]],
            typed["colour_price"],
            typed["plain_price"],
        )


@dataclass(frozen=True, kw_only=True)
class LayersAnswer(Answer):
    """Each layer's mass in a piece and in all of them; costs are null until prices are known."""

    layers: list[LayerMass]
    cost_each: float | None
    cost_each_solid: float | None


class LayersView(SavedCalculator[LayersInputs, tuple[LayerMass, ...]]):
    """Coloured clay stretched with plain."""

    tool = "layers"
    form_class = LayersForm
    page = "mixing/calculators/layers.html"
    fragment = "mixing/calculators/_layers_answer.html"

    def solve(self, inputs: LayersInputs) -> tuple[LayerMass, ...]:
        return scaling.stretched(inputs.pieces, inputs.piece_g, inputs.layers)

    def answer(self, inputs: LayersInputs, result: tuple[LayerMass, ...]) -> LayersAnswer:
        costs = inputs.costs()
        return LayersAnswer(
            layers=list(result),
            cost_each=costs.layered if costs else None,
            cost_each_solid=costs.solid if costs else None,
            warnings=[],
        )

    def shown(self, inputs: LayersInputs, result: tuple[LayerMass, ...]) -> dict[str, Any]:
        costs = inputs.costs()
        return {
            "rows": [
                {
                    "name": row.name,
                    "share": plain(row.share_pct, 1),
                    "each": plain(row.each_g, 1),
                    "all": plain(row.all_g, 0 if row.all_g >= 100 else 1),
                    "working": f"{inputs.pieces} × {plain(inputs.piece_g)} g"
                    f" × {plain(row.share_pct, 1)} ÷ 100",
                    "position": index if index < inputs.named else None,
                }
                for index, row in enumerate(result)
            ],
            "segments": [
                BarSegment(
                    row.name,
                    row.each_g,
                    row.share_pct,
                    SegmentKind.COLOURANT if index < inputs.named else SegmentKind.CLAY,
                )
                for index, row in enumerate(result)
            ],
            "costs": costs,
            "cost_working": _cost_working(inputs, result) if costs else "",
        }


def _cost_working(inputs: LayersInputs, rows: tuple[LayerMass, ...]) -> str:
    colour_g = sum(row.each_g for row in rows[: inputs.named])
    plain_g = inputs.piece_g - colour_g
    return (
        f"{plain(colour_g, 1)} g × {inputs.colour_price:.2f}"
        f" + {plain(plain_g, 1)} g × {inputs.plain_price:.2f}, each ÷ 1000"
    )
