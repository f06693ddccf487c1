"""What the colours of a trial say, in sentences: what it was made to find out first."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from claycore.colour.changes import became
from claycore.colour.equal_tiles import Noise, mean_colour
from claycore.colour.naming import misnamed
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesReading, read_series
from claycore.colour.shelf_shift import shelf_shifts
from umberpot.colours import sentences
from umberpot.colours.costs import Prices, prices_of
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    after_the_last_firing,
    equal_sets,
    grouped,
    labs,
)
from umberpot.colours.noise import StudioRecord, noise_for, studio_record
from umberpot.colours.same import same_among
from umberpot.colours.sentences import Glazed
from umberpot.studio.models import Studio

MOST_TWINS = 4


@dataclass(frozen=True)
class Series:
    """The strengths of one colourant under equal conditions, and what they say."""

    colourant: str
    conditions: Conditions
    tiles: Mapping[float, Sequence[FiredColour]]
    reading: SeriesReading
    saves: str

    @property
    def sentence(self) -> str:
        return sentences.series(self.colourant, self.conditions, self.reading, self.saves)


@dataclass(frozen=True)
class ColoursSay:
    """What the colours of some tiles say: their series, then everything else in sentences."""

    noise: Noise
    series: list[Series]
    others: list[str]
    questions: list[str]

    @property
    def headline(self) -> str:
        """What the trial was made to find, in one sentence; '' where the colours say nothing."""
        told = [series.sentence for series in self.series if len(series.tiles) > 1]
        return told[0] if told else (self.others[0] if self.others else "")

    @property
    def rest(self) -> list[str]:
        """Everything that is said but for the headline."""
        told = [series.sentence for series in self.series if len(series.tiles) > 1]
        return [said for said in (*told, *self.others) if said != self.headline]


def colours_say(
    studio: Studio, colours: Sequence[FiredColour], record: StudioRecord | None = None
) -> ColoursSay:
    """What these colours say. ``colours`` may be after several firings of the same tiles.

    ``record`` is the studio's, which is read once where several trials are asked about. A fire
    without a cone flashes each piece its own way, so that nothing is concluded from its colours.
    """
    colours = [one for one in colours if one.conditions.cone]
    noise = noise_for(colours, record or studio_record(studio))
    last = after_the_last_firing(colours)
    prices = prices_of(studio, (name for one in last for name in one.pcts))
    same = same_among(last, noise, prices)
    series = _series(last, noise, prices, studio.currency)
    names, questions = _names(series)
    others = [
        *_glaze(last, noise),
        *_firings(colours, noise),
        *(sentences.twins(found.pair, studio.currency) for found in same[:MOST_TWINS]),
        *names,
        *_shelves(last, noise),
    ]
    return ColoursSay(noise, series, others, questions)


def _series(
    colours: Iterable[FiredColour], noise: Noise, prices: Prices, currency: str
) -> list[Series]:
    """The series of each colourant under each conditions, the one with most strengths first."""
    single = [one for one in colours if len(one.pcts) == 1]
    made = []
    for tiles in grouped(single, lambda one: (next(iter(one.pcts)), one.conditions)).values():
        (name,) = tiles[0].pcts
        by_pct = grouped(tiles, lambda one: float(next(iter(one.pcts.values()))))
        reading = read_series({pct: labs(found) for pct, found in by_pct.items()}, noise)
        saves = _saves(reading, max(by_pct), prices.get(name), currency)
        made.append(Series(name, tiles[0].conditions, by_pct, reading, saves))
    return sorted(made, key=lambda one: (-len(one.tiles), one.colourant, one.conditions.order))


def _saves(reading: SeriesReading, strongest: float, price: float | None, currency: str) -> str:
    """What stopping at the percentage that is enough saves, per kg of dry clay; '' if unknown."""
    if reading.enough_pct is None or price is None:
        return ""
    return sentences.amount((strongest - reading.enough_pct) / 100 * price, currency)


def _glaze(colours: Sequence[FiredColour], noise: Noise) -> Iterable[str]:
    """What the clear glaze did to each mix that was fired both ways; strengths alike, together."""
    told: dict[tuple[object, ...], list[Glazed]] = defaultdict(list)
    for tiles in grouped(colours, lambda o: (o.mix or o.code, _heat(o))).values():
        bare = [one for one in tiles if not one.conditions.glazed]
        glazed = [one for one in tiles if one.conditions.glazed]
        if bare and glazed:
            found = became(labs(bare), labs(glazed), noise)
            single = tuple(bare[0].pcts) if len(bare[0].pcts) == 1 else bare[0].title
            told[single, _heat(bare[0]), found.effect].append(Glazed(bare[0], found))
    for alike in told.values():
        yield sentences.under_glaze(alike)


def _heat(one: FiredColour) -> tuple[str, str, str]:
    return one.conditions.clay, one.conditions.cone, one.conditions.atmosphere


def _firings(colours: Sequence[FiredColour], noise: Noise) -> Iterable[str]:
    """What the next firing did to each mix that was read after two."""
    for tiles in grouped(colours, lambda o: (o.mix or o.code, o.conditions.glazed)).values():
        by_heat = grouped(tiles, _heat)
        heats = sorted(by_heat, key=lambda heat: by_heat[heat][0].conditions.order)
        for cooler, hotter in pairwise(heats):
            before, after = by_heat[cooler], by_heat[hotter]
            found = became(labs(before), labs(after), noise)
            yield sentences.after_firing(before[0], after[0], found)


def _names(series: Iterable[Series]) -> tuple[list[str], list[str]]:
    """The stains whose names do not fit what they fire, and what to ask about them."""
    said: dict[tuple[str, str], str] = {}
    questions: list[str] = []
    for one in series:
        strongest: Lab = mean_colour(labs(one.tiles[max(one.tiles)]))
        found = misnamed(one.colourant, strongest)
        if found:
            words = sentences.name_does_not_fit(one.colourant, one.conditions, found)
            said.setdefault((one.colourant, found.fires), words)
            questions += found.questions
    return list(said.values()), list(dict.fromkeys(questions))


def _shelves(colours: Sequence[FiredColour], noise: Noise) -> Iterable[str]:
    """Shelves whose tiles are lighter than their equals on another, firing by firing."""
    for tiles in grouped(colours, lambda one: one.firing).values():
        by_shelf = [
            {shelf: labs(found) for shelf, found in grouped(equal, lambda o: o.shelf or 0).items()}
            for equal in equal_sets([one for one in tiles if one.shelf is not None])
        ]
        for shift in shelf_shifts(by_shelf, noise):
            yield sentences.lighter_shelf(shift)
