"""A colour wanted: ``/results/colour-match/``."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, QueryDict

from claycore.colour.matching import MOST_PARTS, Candidate, match
from claycore.colour.nearest import nearest
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette, learn
from claycore.measure.formatting import percentage, plain
from claycore.measure.notices import Notice
from umberpot.colours.fields import (
    MOST_TILES,
    TILE_AS_WRITTEN,
    TILE_COLUMNS,
    ColourField,
    NamedTile,
    read_tile,
)
from umberpot.colours.find.candidates import candidate_row
from umberpot.colours.find.forms import MOST
from umberpot.results.calculators.colour.difference import beyond_a_screen
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import EntriesField
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.wall import Swatch, SwatchKind, touching

USUAL_MOST_PCT = 8.0
USUAL_PARTS = 2


@dataclass(frozen=True)
class MatchInputs:
    """What is wanted, of which tiles of which clay, within which limits."""

    want: Lab
    clay: Lab
    tiles: list[NamedTile]
    max_pct: float
    parts: int


class MatchForm(CalculatorForm[MatchInputs]):
    """The query string: ``want``, ``clay``, ``tile`` repeated, ``max_pct``, ``parts``."""

    want = ColourField("Colour wanted")
    clay = ColourField("Fired colour of the plain clay")
    tile = EntriesField(
        read_tile,
        "tile",
        TILE_AS_WRITTEN,
        MOST_TILES,
        label="Fired tiles",
        rows=7,
        columns=TILE_COLUMNS,
    )
    max_pct = MeasureField(MOST, initial=USUAL_MOST_PCT, label="Maximum total")
    parts = Choice(
        choices=[(str(n), str(n)) for n in range(1, MOST_PARTS + 1)],
        initial=str(USUAL_PARTS),
        label="Maximum number of colourants",
    )

    def __init__(self, data: QueryDict | None = None, **kwargs: Any) -> None:
        """What was left out is the usual, and stands in its field."""
        if data and any(name in data for name in self.base_fields):
            data = data.copy()
            data["parts"] = data.get("parts") or str(USUAL_PARTS)
            data["max_pct"] = data.get("max_pct") or plain(USUAL_MOST_PCT)
        super().__init__(data, **kwargs)

    def inputs(self) -> MatchInputs:
        typed = self.cleaned_data
        return MatchInputs(
            typed["want"], typed["clay"], typed["tile"], typed["max_pct"], int(typed["parts"])
        )


@dataclass(frozen=True)
class NearestTile:
    """The fired tile that lies nearest."""

    tile: NamedTile
    delta_e: float


@dataclass(frozen=True)
class Match:
    """What may come near, what is near already, and what the predictions rest on."""

    palette: Palette
    candidates: list[Candidate]
    nearest: NearestTile


@dataclass(frozen=True, kw_only=True)
class MatchAnswer(Answer):
    """The contract of ``/results/colour-match/``."""

    candidates: list[dict[str, Any]]
    nearest_tile: dict[str, Any]
    leave_one_out: float | None


class MatchView(Calculator[MatchInputs, Match]):
    """Which colourants come nearest to a colour, at which percentages."""

    form_class = MatchForm
    page = "results/calculators/colour/match.html"
    fragment = "results/calculators/colour/_match_answer.html"

    def solve(self, inputs: MatchInputs) -> Match:
        tiles = [FiredTile({tile.name: tile.pct}, tile.lab) for tile in inputs.tiles]
        palette = learn(inputs.clay, tiles)
        found = match(palette, inputs.want, inputs.max_pct, inputs.parts)
        (near,) = nearest(inputs.want, [tile.lab.values for tile in inputs.tiles], 1)
        return Match(palette, found, NearestTile(inputs.tiles[near.index], near.delta_e))

    def answer(self, inputs: MatchInputs, result: Match) -> MatchAnswer:
        near = result.nearest
        return MatchAnswer(
            candidates=[
                {
                    "additions": [vars(addition) for addition in one.additions],
                    "lab": one.lab.values,
                    "delta_e_2000": one.delta_e,
                    "expected_error": one.expected_error,
                }
                for one in result.candidates
            ],
            nearest_tile={
                "name": near.tile.name,
                "pct": near.tile.pct,
                "delta_e_2000": near.delta_e,
            },
            leave_one_out=result.palette.leave_one_out,
            warnings=_warnings(inputs, result),
        )

    def shown(self, inputs: MatchInputs, result: Match) -> dict[str, Any]:
        near = result.nearest
        return {
            "nearest": touching(
                [
                    Swatch("Wanted", inputs.want, SwatchKind.WANTED),
                    Swatch(near.tile.name, near.tile.lab, under=f"{percentage(near.tile.pct)} %"),
                ],
                "The colour wanted and the nearest fired tile",
            ),
            "rows": [(candidate_row(inputs.want, one), one) for one in result.candidates],
            "leave_one_out": _shown(result.palette.leave_one_out),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _shown(leave_one_out: float | None) -> str:
    return "" if leave_one_out is None else plain(leave_one_out, 1)


def _warnings(inputs: MatchInputs, result: Match) -> list[Notice]:
    found = beyond_a_screen([inputs.want, inputs.clay])
    if result.palette.leave_one_out is None:
        said = "Too few tiles of the same colourant to tell how far these predictions are off."
        found.append(Notice("few_tiles", said))
    once = [n for n, one in result.palette.colourants.items() if len(one.tested) == 1]
    if once:
        said = f"Tested at one percentage only: {', '.join(once[:6])}. Other strengths are a guess."
        found.append(Notice("one_strength", said))
    if any(tile.pct <= 0 for tile in inputs.tiles):
        found.append(Notice("plain_tile", "A tile of 0 % tells nothing of its colourant."))
    return found
