"""Which tiles to fire next: ``/results/colour-next/``."""

from collections import Counter, defaultdict
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise, takewhile
from typing import Any

from django import forms
from django.http import HttpRequest, QueryDict

from claycore.colour.difference import PLAINLY_DIFFERENT, ciede2000
from claycore.colour.equal_tiles import Noise, disagree, mean_colour, noise_of
from claycore.colour.next_tiles import WORTH_AT_LEAST, Goal, Question
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette, learn
from claycore.colour.tiles_in_order import (
    NearestColourant,
    TilesInOrder,
    nearest_colourant,
    tiles_in_order,
)
from claycore.measure.formatting import listed, percentage, plain
from claycore.measure.notices import Notice
from umberpot.colours.fields import (
    TILE_AS_WRITTEN,
    TILE_COLUMNS,
    ColourField,
    NamedTile,
    read_tile,
)
from umberpot.colours.find.forms import MOST
from umberpot.colours.next_tiles.sentences import GOALS
from umberpot.results.calculators.colour.difference import beyond_a_screen
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import EntriesField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, Choice, MeasureField
from umberpot.ui.wall import Swatch, SwatchKind, WallRow, touching

USUAL_MOST_PCT = 15.0
MOST_PROPOSED, USUAL_PROPOSED = 4, 2
MOST_TRIED = 100
"""So many tiles are learned from: every further one is fitted hundreds of times for an answer."""


class AskedGoal(StrEnum):
    """What is to be known, as the contract has it."""

    KNOW = "know"
    MATCH = "match"
    ENOUGH = "enough"


_IN_THE_CORE = {
    AskedGoal.KNOW: Goal.KNOW,
    AskedGoal.ENOUGH: Goal.ENOUGH,
    AskedGoal.MATCH: Goal.COLOUR,
}
_CHOICES = [(asked.value, GOALS[goal]) for asked, goal in _IN_THE_CORE.items()]


@dataclass(frozen=True)
class ColourNextInputs:
    """What is asked, of which tiles of which clay; ``name`` or ``want`` as the goal needs it."""

    goal: AskedGoal
    clay: Lab
    tiles: list[NamedTile]
    name: str
    want: Lab | None
    count: int
    max_pct: float

    @property
    def coloured(self) -> list[NamedTile]:
        """The tiles that have any of their colourant: the others tell nothing of it."""
        return [tile for tile in self.tiles if tile.pct > 0]


class ColourNextForm(CalculatorForm[ColourNextInputs]):
    """The query string: ``goal``, ``name`` or ``want``, ``clay``, ``tile`` repeated, and bounds."""

    goal = Choice(choices=_CHOICES, initial=AskedGoal.KNOW.value, label="What to find out")
    name = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    want = ColourField("Colour wanted", required=False)
    clay = ColourField("Fired colour of the plain clay")
    tile = EntriesField(
        read_tile,
        "tile",
        TILE_AS_WRITTEN,
        MOST_TRIED,
        label="Fired tiles",
        rows=7,
        columns=TILE_COLUMNS,
    )
    count = Choice(
        choices=[(str(n), str(n)) for n in range(1, MOST_PROPOSED + 1)],
        initial=str(USUAL_PROPOSED),
        label="Tiles to fire",
    )
    max_pct = MeasureField(MOST, initial=USUAL_MOST_PCT, label="Strongest to consider")

    def __init__(self, data: QueryDict | None = None, **kwargs: Any) -> None:
        """What was left out is the usual, and stands in its field."""
        if data and any(name in data for name in self.base_fields):
            data = data.copy()
            data["count"] = data.get("count") or str(USUAL_PROPOSED)
            data["max_pct"] = data.get("max_pct") or plain(USUAL_MOST_PCT)
        super().__init__(data, **kwargs)

    def clean(self) -> dict[str, Any]:
        """A wanted colour needs one; the other goals need a colourant that was fired."""
        typed = super().clean()
        tiles = [tile for tile in typed.get("tile") or [] if tile.pct > 0]
        if "tile" in typed and not tiles:
            self.add_error("tile", "Enter a tile that has some of its colourant.")
        if "goal" not in typed or not tiles:
            return typed
        if typed["goal"] == AskedGoal.MATCH:
            if "want" in typed and typed["want"] is None:
                self.add_error("want", STILL_NEEDED)
            return typed
        names = list(dict.fromkeys(tile.name for tile in tiles))
        if not typed.get("name") and len(names) == 1:
            typed["name"] = names[0]
        if typed.get("name") not in names:
            self.add_error("name", f"Enter a colourant that has a tile, like {names[0]}.")
        return typed

    def inputs(self) -> ColourNextInputs:
        typed = self.cleaned_data
        goal = AskedGoal(typed["goal"])
        return ColourNextInputs(
            goal,
            typed["clay"],
            typed["tile"],
            typed["name"] if goal is not AskedGoal.MATCH else "",
            typed["want"] if goal is AskedGoal.MATCH else None,
            int(typed["count"]),
            typed["max_pct"],
        )


_Strength = tuple[str, float]
"""A colourant and its percentage on dry clay."""


@dataclass(frozen=True)
class ColourNext:
    """What to fire of the colourant ``name``, and the palette that predicts it.

    ``nearest`` is that colourant where a colour is wanted, and how near it comes; ``disagree`` are
    the strengths whose tiles do not agree.
    """

    name: str
    order: TilesInOrder
    palette: Palette
    nearest: NearestColourant | None
    disagree: list[_Strength]


@dataclass(frozen=True, kw_only=True)
class ColourNextAnswer(Answer):
    """The contract of ``/results/colour-next/``."""

    proposals: list[dict[str, Any]]
    reason: str


class ColourNextView(Calculator[ColourNextInputs, ColourNext]):
    """Which tiles to fire next, and how much each would tell."""

    form_class = ColourNextForm
    page = "results/calculators/colour/next.html"
    fragment = "results/calculators/colour/_next_answer.html"

    def solve(self, inputs: ColourNextInputs) -> ColourNext:
        noise = noise_of(_equal(inputs.coloured).values())
        odd = _disagreeing(inputs.coloured, noise)
        tiles = [
            FiredTile({tile.name: tile.pct}, tile.lab) for tile in _to_rest_on(inputs.coloured, odd)
        ]
        palette = learn(inputs.clay, tiles)
        nearest = nearest_colourant(palette, inputs.want, inputs.max_pct) if inputs.want else None
        name = nearest.name if nearest else inputs.name
        own = [tile for tile in tiles if name in tile.pcts]
        question = Question(_IN_THE_CORE[inputs.goal], inputs.max_pct, inputs.want)
        order = tiles_in_order(inputs.clay, own, noise, question, inputs.count)
        return ColourNext(name, order, palette, nearest, odd)

    def answer(self, inputs: ColourNextInputs, result: ColourNext) -> ColourNextAnswer:
        return ColourNextAnswer(
            proposals=[
                {
                    "name": result.name,
                    "pct": one.pct,
                    "error_before": result.order.before,
                    "error_after": one.error,
                }
                for one in result.order.tiles
            ],
            reason=" ".join(_sentences(inputs, result)),
            warnings=_warnings(inputs, result),
        )

    def shown(self, inputs: ColourNextInputs, result: ColourNext) -> dict[str, Any]:
        heading, *reasons = _sentences(inputs, result)
        return {
            "heading": heading,
            "reasons": " ".join(reasons),
            "row": _row(inputs, result),
            "tiles": [
                (f"{percentage(one.pct)} %", result.name, f"{one.error:.1f}")
                for one in result.order.tiles
            ],
            "before": f"{result.order.before:.1f}",
            "error_is": _ERROR_IS[inputs.goal],
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


_ERROR_IS = {
    AskedGoal.KNOW: "how far predicted colours are off, over all strengths",
    AskedGoal.ENOUGH: "how far predicted colours are off, from the strength that seems enough",
    AskedGoal.MATCH: "how far a mix is likely to miss the nearest colour within reach",
}
_THEN = {
    AskedGoal.KNOW: "Predicted colours will then be off by about",
    AskedGoal.ENOUGH: "Predicted colours of the strong mixes will then be off by about",
    AskedGoal.MATCH: "A mix is then likely to miss the nearest colour by about",
}


def _equal(tiles: list[NamedTile]) -> dict[_Strength, list[Lab]]:
    """The colours of equal tiles, by colourant and percentage."""
    found: dict[_Strength, list[Lab]] = defaultdict(list)
    for tile in tiles:
        found[tile.name, tile.pct].append(tile.lab)
    return found


def _disagreeing(tiles: list[NamedTile], noise: Noise) -> list[_Strength]:
    return [strength for strength, labs in _equal(tiles).items() if disagree(labs, noise)]


def _to_rest_on(tiles: list[NamedTile], odd: list[_Strength]) -> list[NamedTile]:
    """Without the tiles that do not agree, unless a colourant has no others."""
    sound = [tile for tile in tiles if (tile.name, tile.pct) not in odd]
    others = {tile.name for tile in sound}
    return [*sound, *(tile for tile in tiles if tile.name not in others)]


def _sentences(inputs: ColourNextInputs, result: ColourNext) -> list[str]:
    """What to fire, what that tells, and from where on tiles gain little."""
    order, said = result.order, []
    if result.nearest and result.nearest.delta_e > PLAINLY_DIFFERENT:
        far = f"{result.nearest.delta_e:.0f}"
        said.append(f"None comes near: {result.name} comes nearest, to ΔE {far}.")
    if not order.tiles:
        error = f"The expected error is ΔE {order.before:.1f} already."
        return [*said, "Another tile would add nothing.", error]
    fire = Counter(one.pct for one in order.tiles)
    named = [
        f"{percentage(pct)} %{f' ({tiles} tiles)' if tiles > 1 else ''}"
        for pct, tiles in fire.items()
    ]
    said.append(f"Fire {listed(named)} {result.name}.")
    tested = max(tile.pct for tile in inputs.coloured if tile.name == result.name)
    if inputs.goal is AskedGoal.ENOUGH and order.tiles[0].pct > tested:
        strongest = f"Nothing stronger than {percentage(tested)} % was fired yet"
        return [*said, f"{strongest}: until it is, only the curve says what is enough."]
    errors = [order.before, *(one.error for one in order.tiles)]
    said.append(f"{_THEN[inputs.goal]} ΔE {errors[-1]:.1f} (now {order.before:.1f}).")
    gains = [more - less for more, less in pairwise(errors)]
    idle = len(list(takewhile(lambda gain: gain < WORTH_AT_LEAST, reversed(gains))))
    if idle == len(gains):
        said.append("The gain is small.")
    elif idle:
        last = "last tile adds" if idle == 1 else f"last {idle} tiles add"
        said.append(f"The {last} little.")
    return said


def _row(inputs: ColourNextInputs, result: ColourNext) -> WallRow:
    """The colourant by strength: what was fired, and between it what to fire next."""
    equal = _equal(inputs.coloured)
    steps = {0.0: Swatch("0 %", inputs.clay, under="plain")}
    fire = [one.pct for one in result.order.tiles]
    for pct in sorted({*fire, *(pct for name, pct in equal if name == result.name)}):
        over = f"{percentage(pct)} %"
        if labs := equal.get((result.name, pct)):
            under = "fire again" if pct in fire else f"{len(labs)} fired"
            steps[pct] = Swatch(over, mean_colour(labs), under=under)
        else:
            lab = result.palette.predict({result.name: pct}).lab
            steps[pct] = Swatch(over, lab, SwatchKind.PREDICTED, "fire next")
    row = list(steps.values())
    if want := inputs.want:
        off = [ciede2000(want, swatch.colour) for swatch in row if swatch.colour]
        row.insert(off.index(min(off)) + 1, Swatch("Wanted", want, SwatchKind.WANTED))
    return touching(row, f"{result.name} by strength, fired and to fire")


def _warnings(inputs: ColourNextInputs, result: ColourNext) -> list[Notice]:
    found = beyond_a_screen([inputs.clay, *([inputs.want] if inputs.want else [])])
    for name, pct in result.disagree:
        said = (
            f"The tiles of {percentage(pct)} % {name} do not agree. Check that each is what its"
            " label says, or fire that strength again first."
        )
        found.append(Notice("replicates_disagree", said))
    if len(result.palette.colourants[result.name].tested) == 1:
        said = f"Tested at one percentage only: {result.name}. Other strengths are a guess."
        found.append(Notice("one_strength", said))
    if len(inputs.coloured) < len(inputs.tiles):
        found.append(Notice("plain_tile", "A tile of 0 % tells nothing of its colourant."))
    return found
