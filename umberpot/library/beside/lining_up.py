"""Two to four trials on one wall, their tiles lined up, and what differs between them."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from claycore.colour.difference import ciede2000, in_words
from claycore.measure.formatting import percentage
from umberpot.colours.fired import FiredColour, after_the_last_firing, fired_colours
from umberpot.firings.models import Firing
from umberpot.tiles.by_keys import tiles_of_trials
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.wall import Swatch, SwatchKind, WallRow

MOST_COLUMNS = 14

Column = tuple[Any, str]
"""Where a column stands among the others, and what it is called."""


def _by_pct(one: FiredColour) -> Column:
    total = sum(one.pcts.values())
    words = " + ".join(f"{percentage(pct)} %" for pct in one.pcts.values())
    return (round(total, 2), words), words or ("coats" if one.stack else "plain")


def _by_cone(one: FiredColour) -> Column:
    return one.conditions.heat_order, one.conditions.heat


def _by_glaze(one: FiredColour) -> Column:
    return (one.conditions.glazed, one.conditions.glaze), one.conditions.surface


LINED_UP: dict[str, tuple[str, Callable[[FiredColour], Column]]] = {
    "pct": ("by percentage", _by_pct),
    "cone": ("by cone", _by_cone),
    "glaze": ("unglazed against glazed", _by_glaze),
}
"""The ways to line tiles up: what each is called, and the column a tile stands in."""


@dataclass(frozen=True)
class LinedUpRow:
    """Tiles of a trial that differ in nothing but the column: of the same colourants, and alike
    fired and glazed unless that is what they are lined up by.
    """

    trial: Trial
    colourants: tuple[str, ...]
    title: str
    stands: Mapping[Column, Sequence[FiredColour]]

    def drawn(self, columns: Sequence[Column]) -> WallRow:
        """The first tile of each column; a gap where there is none."""
        swatches = []
        for column in columns:
            here = self.stands.get(column, [])
            if here:
                more = f" +{len(here) - 1}" if len(here) > 1 else ""
                first = here[0]
                swatches.append(
                    Swatch(column[1], first.lab, under=f"{first.label}{more}", href=first.href)
                )
            else:
                swatches.append(Swatch(column[1], None, SwatchKind.MISSING))
        return WallRow(swatches, [], self.title)


@dataclass(frozen=True)
class Across:
    """One column of two rows: the tiles that stand there, and how far apart they lie."""

    column: str
    left: str
    right: str
    delta_e: float
    words: str


@dataclass(frozen=True)
class Wall:
    """The rows with their titles; what lies across them; what differs; what is the same in all."""

    rows: Sequence[tuple[str, WallRow]]
    across: Sequence[Across]
    differs: Sequence[str]
    same: Sequence[str]
    left_out: int = 0


def beside(trials: Sequence[Trial], way: str) -> Wall:
    """The trials lined up one way. Fetches the tiles of all at once, and their firings."""
    of_trial: dict[int, list[Tile]] = {trial.pk: [] for trial in trials}
    for tile in tiles_of_trials(trials=of_trial):
        of_trial[tile.trial_id].append(tile)
    colours = {trial: after_the_last_firing(fired_colours(of_trial[trial.pk])) for trial in trials}
    rows = [row for trial, found in colours.items() for row in _rows(trial, found, way)]
    every = sorted({column for row in rows for column in row.stands})
    columns = every[:MOST_COLUMNS]
    differs, same = _differences(colours)
    return Wall(
        [(row.title, row.drawn(columns)) for row in rows],
        _across(trials, rows, columns),
        differs,
        same,
        len(every) - len(columns),
    )


def _rows(trial: Trial, found: Sequence[FiredColour], way: str) -> list[LinedUpRow]:
    """A trial's rows; plain clay stands with every row it was fired like."""
    groups: dict[tuple[tuple[str, ...], str], list[FiredColour]] = {}
    for one in found:
        groups.setdefault((_holds(one), _fired_like(one, way)), []).append(one)
    coloured = {key: group for key, group in groups.items() if key[0]} or groups
    column = LINED_UP[way][1]
    rows = []
    for (names, fired), group in coloured.items():
        plain = groups.get(((), fired), []) if names else []
        stands: dict[Column, list[FiredColour]] = {}
        for one in (*group, *plain):
            stands.setdefault(column(one), []).append(one)
        words = ", ".join([" + ".join(names) or "plain", fired])
        title = f"{trial}: {words}" if len(coloured) > 1 else str(trial)
        rows.append(LinedUpRow(trial, names, title, stands))
    return rows


def _holds(one: FiredColour) -> tuple[str, ...]:
    """What colours a tile: its colourants, or the coats on it; nothing of a plain one."""
    return (one.stack,) if one.stack else tuple(one.pcts)


def _fired_like(one: FiredColour, way: str) -> str:
    """How a tile was fired and glazed, but for what it is lined up by."""
    parts = {"cone": one.conditions.heat, "glaze": _by_glaze(one)[1]}
    return ", ".join(words for part, words in parts.items() if part != way)


def _across(
    trials: Sequence[Trial], rows: Sequence[LinedUpRow], columns: Sequence[Column]
) -> list[Across]:
    """Each row of the first trial against the others': of the same colourants, if any are."""
    found = []
    for left in (row for row in rows if row.trial == trials[0]):
        others = [row for row in rows if row.trial != trials[0]]
        alike = [row for row in others if row.colourants == left.colourants] or others
        for column in columns:
            for right in alike:
                if left.stands.get(column) and right.stands.get(column):
                    one, other = left.stands[column][0], right.stands[column][0]
                    far = ciede2000(one.lab, other.lab)
                    found.append(Across(column[1], one.label, other.label, far, in_words(far)))
    return found


def _differences(
    colours: Mapping[Trial, Sequence[FiredColour]],
) -> tuple[list[str], list[str]]:
    """What differs between the trials, and what is the same in all, in words."""
    keys = {one.firing for found in colours.values() for one in found}
    firings = Firing.objects.select_related("kiln").in_bulk(keys)
    aspects: dict[str, Callable[[FiredColour], str]] = {
        "Clay": lambda one: one.conditions.clay,
        "Colourants": lambda one: one.stack or " + ".join(one.pcts) or "none",
        "Firing": lambda one: one.conditions.heat,
        "Air": lambda one: one.conditions.atmosphere,
        "Surface": lambda one: one.conditions.surface,
        "Kiln": lambda one: str(firings[one.firing].kiln or "not noted"),
        "Fired on": lambda one: f"{firings[one.firing].fired_on:%-d %b %Y}",
        "Shelf": lambda one: "not noted" if one.shelf is None else str(one.shelf + 1),
    }
    differs, same = [], []
    for name, aspect in aspects.items():
        by_trial = {
            trial: ", ".join(sorted({aspect(one) for one in found}))
            for trial, found in colours.items()
            if found
        }
        values = set(by_trial.values())
        if len(values) == 1 and len(by_trial) > 1:
            same.append(f"{name.lower()} {values.pop()}")
        elif len(values) > 1:
            told = "; ".join(f"{value} in “{trial}”" for trial, value in by_trial.items())
            differs.append(f"{name}: {told}.")
    return differs, same
