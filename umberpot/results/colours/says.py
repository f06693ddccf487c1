"""What the colours of a trial say, in sentences: what it was made to find out first."""

from collections import defaultdict
from collections.abc import Callable, Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import TypeVar

from claycore.colour.changes import became
from claycore.colour.equal_tiles import Noise, mean_colour
from claycore.colour.naming import misnamed
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesReading, read_series
from claycore.colour.shelf_shift import shelf_shifts
from claycore.colour.twins import Coloured, twins
from umberpot.results.colours import sentences
from umberpot.results.colours.fired import Conditions, FiredColour, equal_sets, labs, noise_for
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio

MOST_TWINS = 4

Key = TypeVar("Key", bound=Hashable)


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


def colours_say(studio: Studio, colours: Sequence[FiredColour]) -> ColoursSay:
    """What these colours say. ``colours`` may be after several firings of the same tiles."""
    noise = noise_for(studio, colours)
    last = after_the_last_firing(colours)
    prices = prices_of(studio, last)
    series = _series(last, noise, prices, studio.currency)
    names, questions = _names(series)
    others = [
        *_glaze(last, noise),
        *_firings(colours, noise),
        *_twins(last, noise, prices, studio.currency),
        *names,
        *_shelves(last, noise),
    ]
    return ColoursSay(noise, series, others, questions)


def after_the_last_firing(colours: Iterable[FiredColour]) -> list[FiredColour]:
    """Of each tile the colour after its last firing: the rows come in the order of firings."""
    return list({one.code: one for one in colours}.values())


def prices_of(studio: Studio, colours: Iterable[FiredColour]) -> dict[str, float]:
    """The price per kg of each colourant, where it is known."""
    names = {name for one in colours for name in one.pcts}
    priced = Material.objects.of(studio).filter(name__in=names, price_per_kg__isnull=False)
    rows = priced.values_list("name", "price_per_kg")
    return {name: float(price) for name, price in rows if price is not None}


def grouped(
    colours: Iterable[FiredColour], key: Callable[[FiredColour], Key]
) -> dict[Key, list[FiredColour]]:
    """Colours that are alike in something, by what that is."""
    found: dict[Key, list[FiredColour]] = defaultdict(list)
    for one in colours:
        found[key(one)].append(one)
    return found


def _series(
    colours: Iterable[FiredColour], noise: Noise, prices: Mapping[str, float], currency: str
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
    """What the clear glaze did to each mix that was fired both ways."""
    alike = grouped(colours, lambda o: (o.mix or o.code, _heat(o)))
    for tiles in alike.values():
        bare = [one for one in tiles if not one.conditions.glazed]
        glazed = [one for one in tiles if one.conditions.glazed]
        if bare and glazed:
            found = became(labs(bare), labs(glazed), noise)
            yield sentences.under_glaze(bare[0].title, found)


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


def _twins(
    colours: Sequence[FiredColour], noise: Noise, prices: Mapping[str, float], currency: str
) -> Iterable[str]:
    """Stains of this trial that look the same under equal conditions."""
    for tiles in grouped(colours, lambda one: one.conditions).values():
        equal = [
            Coloured(one[0].title, frozenset(one[0].pcts), labs(one), cost_of(one[0], prices))
            for one in equal_sets(tiles)
            if one[0].pcts
        ]
        for pair in twins(equal, noise)[:MOST_TWINS]:
            yield sentences.twins(pair, currency)


def cost_of(one: FiredColour, prices: Mapping[str, float]) -> float | None:
    """What its colourants cost per kg of dry clay; None where a price is missing."""
    if not all(name in prices for name in one.pcts):
        return None
    return sum(pct / 100 * prices[name] for name, pct in one.pcts.items())


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
