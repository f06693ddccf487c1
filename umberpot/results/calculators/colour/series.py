"""A series of strengths: ``/results/colour-series/``."""

from collections import defaultdict
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.colour.equal_tiles import USUAL, Noise, mean_colour
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesOutcome, SeriesReading, read_series
from claycore.measure.bounds import Bound
from claycore.measure.formatting import percentage, plain
from claycore.measure.notices import Notice
from umberpot.colours.fields import (
    MOST_TILES,
    STRENGTH_AS_WRITTEN,
    STRENGTH_COLUMNS,
    read_strength,
)
from umberpot.results.calculators.colour.difference import beyond_a_screen
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import EntriesField
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.wall import Joint, Swatch, WallRow

NOISE = Bound(0, 50, "Noise must be from 0 to 50.", low_allowed=True)


@dataclass(frozen=True)
class ColourSeriesInputs:
    """Colours by percentage, and the noise of equal tiles where it was given."""

    tiles: dict[float, list[Lab]]
    noise: Noise | None


class ColourSeriesForm(CalculatorForm[ColourSeriesInputs]):
    """The query string: ``tile`` repeated, and ``noise``."""

    tile = EntriesField(
        read_strength,
        "tile",
        STRENGTH_AS_WRITTEN,
        MOST_TILES,
        label="Tiles",
        rows=6,
        columns=STRENGTH_COLUMNS,
    )
    noise = MeasureField(NOISE, required=False, label="Scatter between identical tiles")

    def inputs(self) -> ColourSeriesInputs:
        tiles: dict[float, list[Lab]] = defaultdict(list)
        for tile in self.cleaned_data["tile"]:
            tiles[tile.pct].append(tile.lab)
        noise = self.cleaned_data["noise"]
        return ColourSeriesInputs(dict(tiles), None if noise is None else Noise(noise))


@dataclass(frozen=True, kw_only=True)
class ColourSeriesAnswer(Answer):
    """The contract of ``/results/colour-series/``."""

    enough_pct: float | None
    decided: bool
    steps: list[dict[str, Any]]
    spread_delta_e: float
    noise: float
    reason: str


class ColourSeriesView(Calculator[ColourSeriesInputs, SeriesReading]):
    """From which percentage on nothing visible changes any more."""

    form_class = ColourSeriesForm
    page = "results/calculators/colour/series.html"
    fragment = "results/calculators/colour/_series_answer.html"

    def solve(self, inputs: ColourSeriesInputs) -> SeriesReading:
        return read_series(inputs.tiles, inputs.noise)

    def answer(self, inputs: ColourSeriesInputs, result: SeriesReading) -> ColourSeriesAnswer:
        return ColourSeriesAnswer(
            enough_pct=result.enough_pct,
            decided=result.outcome in (SeriesOutcome.ENOUGH, SeriesOutcome.NOT_REACHED),
            steps=[
                {
                    "from_pct": step.from_pct,
                    "to_pct": step.to_pct,
                    "delta_e_2000": step.apart.delta_e,
                    "u95": step.apart.u95,
                    "reading": step.reading,
                }
                for step in result.steps
            ],
            spread_delta_e=result.spread,
            noise=result.noise.sd,
            reason=result.reason,
            warnings=_warnings(inputs, result),
        )

    def shown(self, inputs: ColourSeriesInputs, result: SeriesReading) -> dict[str, Any]:
        return {
            "row": row_of(inputs.tiles, result),
            "spread": plain(result.spread, 1),
            "enough": percentage(result.enough_pct) if result.enough_pct is not None else "",
            "noise": plain(result.noise.sd, 1),
            "visible_from": plain(result.noise.visible_from, 1),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        hint = f"Leave empty to take it from identical tiles, or {plain(USUAL.sd, 1)} without any."
        return {"place": PLACE, "noise_hint": hint}


def row_of(tiles: dict[float, list[Lab]], reading: SeriesReading) -> WallRow:
    """The series as touching swatches, replicates as their mean."""
    swatches = [
        Swatch(f"{percentage(pct)} %", mean_colour(found), under=_count(len(found)))
        for pct, found in sorted(tiles.items())
    ]
    joints = [Joint(step.apart.delta_e, step.reading) for step in reading.steps]
    return WallRow(swatches, joints, "The series, touching")


def _count(tiles: int) -> str:
    return "" if tiles == 1 else f"{tiles} tiles"


def _warnings(inputs: ColourSeriesInputs, result: SeriesReading) -> list[Notice]:
    found = beyond_a_screen([lab for tiles in inputs.tiles.values() for lab in tiles])
    for pct in result.disagree:
        said = (
            f"The tiles at {percentage(pct)} % do not agree. Check that each belongs to this"
            " series and was fired like the others."
        )
        found.append(Notice("replicates_disagree", said))
    return found
