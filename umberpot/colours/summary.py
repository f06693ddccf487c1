"""What the colours of a trial say, in sentences: what it was made to find out first."""

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise

from claycore.colour.changes import ColourChange, ColourEffect, became
from claycore.colour.equal_tiles import Noise, apart, mean_colour
from claycore.colour.fading import OnTheColour, questions_of_fading, questions_of_glaze
from claycore.colour.naming import misnamed
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesReading, read_series
from claycore.colour.shelf_shift import shelf_shifts
from umberpot.colours import sentences
from umberpot.colours.alike import not_alike
from umberpot.colours.costs import Prices, prices_of
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    after_the_last_firing,
    equal_sets,
    fired_apart,
    grouped,
    labs,
    no_firing_in_common,
)
from umberpot.colours.noise import StudioRecord, noise_for, studio_record
from umberpot.colours.same import same_among
from umberpot.colours.sentences import Glazed
from umberpot.studio.models import Studio

MOST_TWINS = 4
MANY_COLOURS = 3
"""So many colourants that a glaze changes alike are said in one sentence. Our choice."""


@dataclass(frozen=True)
class StrengthSeries:
    """The strengths of one colourant under equal conditions, and what they say."""

    colourant: str
    conditions: Conditions
    tiles: Mapping[float, Sequence[FiredColour]]
    reading: SeriesReading
    saves: str

    @property
    def sentence(self) -> str:
        said = sentences.series(self.colourant, self.conditions, self.reading, self.saves)
        apart = sentences.fired_apart(fired_apart(self.tiles, self.reading.rests_on))
        return f"{said} {apart}".rstrip()


@dataclass(frozen=True)
class ColoursSummary:
    """What the colours of some tiles say: their series, then everything else in sentences."""

    noise: Noise
    series: list[StrengthSeries]
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


def colours_summary(
    studio: Studio,
    colours: Sequence[FiredColour],
    record: StudioRecord | None = None,
    prices: Prices | None = None,
) -> ColoursSummary:
    """What these colours say. ``colours`` may be after several firings of the same tiles.

    ``record`` is the studio's and ``prices`` those of all colourants, which are read once where
    several trials are asked about. A fire without a cone flashes each piece its own way, so that
    nothing is concluded from its colours.
    """
    colours = [one for one in colours if one.conditions.cone]
    noise = noise_for(colours, record or studio_record(studio))
    last = after_the_last_firing(colours)
    if prices is None:
        prices = prices_of(studio, (name for one in last for name in one.pcts))
    doubted = not_alike(last, noise)
    series = _series(doubted.without_odd(last), noise, prices, studio.currency)
    names, questions = _names(series)
    sound = doubted.without_any(last)
    same = same_among(sound, noise, prices)
    faded: list[str] = []
    others = [
        *doubted.sentences,
        *_glaze(sound, noise, faded),
        *_glazes(sound, noise),
        *_firings(doubted.without_any(colours), noise, faded),
        *(sentences.twins(found.match.best, studio.currency) for found in same[:MOST_TWINS]),
        *names,
        *_shelves(sound, noise),
    ]
    return ColoursSummary(noise, series, others, list(dict.fromkeys([*questions, *faded])))


def _series(
    colours: Iterable[FiredColour], noise: Noise, prices: Prices, currency: str
) -> list[StrengthSeries]:
    """The series of each colourant under each conditions, the one with most strengths first."""
    single = [one for one in colours if len(one.pcts) == 1]
    made = []
    for tiles in grouped(single, lambda one: (next(iter(one.pcts)), one.conditions)).values():
        (name,) = tiles[0].pcts
        by_pct = grouped(tiles, lambda one: float(next(iter(one.pcts.values()))))
        reading = read_series({pct: labs(found) for pct, found in by_pct.items()}, noise)
        saves = _saves(reading, max(by_pct), prices.get(name), currency)
        made.append(StrengthSeries(name, tiles[0].conditions, by_pct, reading, saves))
    return sorted(made, key=lambda one: (-len(one.tiles), one.colourant, one.conditions.order))


def _saves(reading: SeriesReading, strongest: float, price: float | None, currency: str) -> str:
    """What stopping at the percentage that is enough saves, per kg of dry clay; '' if unknown."""
    if reading.enough_pct is None or price is None:
        return ""
    return sentences.amount((strongest - reading.enough_pct) / 100 * price, currency)


def _glaze(colours: Sequence[FiredColour], noise: Noise, faded: list[str]) -> Iterable[str]:
    """What each glaze did to each mix that was fired without it too; strengths alike, together.

    Several colourants that a glaze changes alike are said together, and first what is decided.
    What to ask of those that fade is added to ``faded``.
    """
    told: dict[tuple[object, ...], dict[object, list[Glazed]]] = defaultdict(dict)
    for tiles in grouped(colours, lambda o: (o.recipe, _heat(o))).values():
        by_surface = grouped(tiles, lambda one: one.conditions)
        bare = [one for one in tiles if not one.conditions.glazed]
        for conditions in sorted(by_surface, key=lambda one: one.glaze):
            if bare and conditions.glazed:
                found = became(labs(bare), labs(by_surface[conditions]), noise)
                single = tuple(bare[0].pcts) if len(bare[0].pcts) == 1 else bare[0].title
                under = by_surface[conditions][0]
                separately = no_firing_in_common(bare, by_surface[conditions])
                alike = told[conditions.glaze, _heat(bare[0]), found.effect, separately]
                alike.setdefault(single, []).append(Glazed(bare[0], under, found, separately))
                faded += _asked_of(under, found, "")
    compared: Counter[tuple[object, ...]] = Counter()
    for (glaze, heat, *_), alike in told.items():
        compared[glaze, heat] += len(alike)
    for key in sorted(told, key=lambda key: key[2] is ColourEffect.NOT_DECIDED):
        alike, (glaze, heat, *_) = told[key], key
        if len(alike) >= MANY_COLOURS:
            yield sentences.glaze_over_many(list(alike.values()), compared[glaze, heat])
        else:
            yield from map(sentences.under_glaze, alike.values())


def _heat(one: FiredColour) -> tuple[str, str, str]:
    return one.conditions.clay, one.conditions.cone, one.conditions.atmosphere


def _but_for_the_firing(one: FiredColour) -> tuple[object, ...]:
    return one.recipe, one.conditions.glazed, one.conditions.glaze


def _glazes(colours: Sequence[FiredColour], noise: Noise) -> Iterable[str]:
    """Whether a mix looks different under one glaze and under another."""
    glazed = [one for one in colours if one.conditions.glaze]
    for tiles in grouped(glazed, lambda o: (o.recipe, _heat(o))).values():
        by_glaze = grouped(tiles, lambda one: one.conditions.glaze)
        for one, other in combinations(sorted(by_glaze), 2):
            found = apart(labs(by_glaze[one]), labs(by_glaze[other]), noise)
            separately = no_firing_in_common(by_glaze[one], by_glaze[other])
            yield sentences.between_glazes(tiles[0], one, other, found, separately)


def _asked_of(tile: FiredColour, found: ColourChange, cone: str) -> Iterable[str]:
    """What to ask where the one stain in a tile fades; ``cone`` is that of the hotter firing."""
    if found.effect not in (ColourEffect.FADED, ColourEffect.CLOUDED) or len(tile.pcts) != 1:
        return ()
    return questions_of_fading(next(iter(tile.pcts)), _glaze_over(tile), cone)


def _glaze_over(tile: FiredColour) -> OnTheColour | None:
    conditions = tile.conditions
    return OnTheColour(conditions.glaze, tile.zinc) if conditions.glazed else None


def _firings(colours: Sequence[FiredColour], noise: Noise, faded: list[str]) -> Iterable[str]:
    """What the next firing did to each mix that was read after two.

    What to ask of those that fade is added to ``faded``.
    """
    for tiles in grouped(colours, _but_for_the_firing).values():
        by_heat = grouped(tiles, _heat)
        heats = sorted(by_heat, key=lambda heat: by_heat[heat][0].conditions.order)
        for cooler, hotter in pairwise(heats):
            before, after = by_heat[cooler], by_heat[hotter]
            found = became(labs(before), labs(after), noise)
            faded += _asked_of(after[0], found, after[0].conditions.cone)
            yield sentences.after_firing(before[0], after[0], found)


def _names(series: Iterable[StrengthSeries]) -> tuple[list[str], list[str]]:
    """The stains whose names do not fit what they fire, and what to ask about them."""
    said: dict[tuple[str, str], str] = {}
    questions: list[str] = []
    for one in series:
        strongest: Lab = mean_colour(labs(one.tiles[max(one.tiles)]))
        found = misnamed(one.colourant, strongest)
        if found:
            words = sentences.name_does_not_fit(one.colourant, one.conditions, found)
            said.setdefault((one.colourant, found.fires), words)
            strongest_tile = one.tiles[max(one.tiles)][0]
            over = _glaze_over(strongest_tile)
            questions += [*found.questions, *questions_of_glaze(one.colourant, over)]
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
