"""Ways of hanging tiles so that what is compared touches: across the row only one thing changes.

To add a way is to add one entry to ARRANGEMENTS.
"""

from collections import Counter, defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from claycore.colour.equal_tiles import mean_colour
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import percentage
from umberpot.colours.fired import Conditions, FiredColour, after_the_last_firing, labs
from umberpot.ui.wall import Swatch, WallRow, touching

MOST_NARROW = 3
"""Swatches of a row beside which another row has room."""

MOST_CODES = 2
"""Codes that stand under a swatch of several equal tiles; of more their number."""


@dataclass(frozen=True, order=True)
class Head:
    """What stands over a column or beside a row, in the order of ``place``."""

    place: tuple[float | str, ...]
    words: str = field(compare=False)


Cell = tuple[Head, Head]
"""The column and the row of a colour."""

Place = Callable[[Sequence[FiredColour]], Callable[[FiredColour], list[Cell]]]
"""Looks at all the colours, and then says of each where it hangs: in one place, or in several."""


def _heat(one: FiredColour) -> str:
    return one.conditions.heat


def _surface(one: FiredColour) -> str:
    return one.conditions.surface


def _row(*words: str) -> Head:
    return Head(words, ", ".join(words))


def _recipe_row(one: FiredColour, *words: str) -> Head:
    """A row of one recipe; rows of a colourant hang together, palest first."""
    strongest = max(one.pcts.values(), default=0.0)
    return Head((" + ".join(one.pcts), strongest, *words), ", ".join((one.title, *words)))


def _by_glaze(_: Sequence[FiredColour]) -> Callable[[FiredColour], list[Cell]]:
    return lambda one: [
        (
            Head((one.conditions.glazed, one.conditions.glaze), _surface(one)),
            _recipe_row(one, one.conditions.clay, _heat(one)),
        )
    ]


def _by_firing(_: Sequence[FiredColour]) -> Callable[[FiredColour], list[Cell]]:
    return lambda one: [
        (
            Head(one.conditions.heat_order, _heat(one)),
            _recipe_row(one, one.conditions.clay, _surface(one)),
        )
    ]


def _by_clay(_: Sequence[FiredColour]) -> Callable[[FiredColour], list[Cell]]:
    return lambda one: [
        (
            Head((one.conditions.clay,), one.conditions.clay),
            _recipe_row(one, _heat(one), _surface(one)),
        )
    ]


def _by_repeat(colours: Sequence[FiredColour]) -> Callable[[FiredColour], list[Cell]]:
    """The mixes of one recipe in the order they were made; tiles of one mix are one of them."""
    mixes: dict[str, list[int]] = defaultdict(list)
    for mix, title in sorted({(one.mix or 0, _recipe(one)) for one in colours}):
        mixes[title].append(mix)

    def place(one: FiredColour) -> list[Cell]:
        nth = mixes[_recipe(one)].index(one.mix or 0)
        head = Head((nth,), "first" if nth == 0 else f"repeat {nth}")
        return [(head, _recipe_row(one, one.conditions.words))]

    return place


def _recipe(one: FiredColour) -> str:
    return f"{one.title} in {one.conditions.clay}"


def _by_strength(colours: Sequence[FiredColour]) -> Callable[[FiredColour], list[Cell]]:
    """Across by the strength of one colourant; down by the other of a grid, else by colourant.

    A plain tile is the 0 % of every colourant of its clay and firing.
    """
    used = Counter(name for one in colours for name in one.pcts)
    is_grid = len(used) == 2 and any(len(one.pcts) == 2 for one in colours)
    if is_grid:
        across, down = sorted(used, key=lambda name: (-used[name], name))
        return lambda one: [_strength_cell(one, across, {down: one.pcts.get(down, 0.0)})]
    coloured: dict[Conditions, set[str]] = defaultdict(set)
    for one in colours:
        coloured[one.conditions].update(list(one.pcts)[:1] if len(one.pcts) == 1 else ())

    def place(one: FiredColour) -> list[Cell]:
        if one.stack:
            plain = Head((0.0,), "coats")
            return [(plain, _row(one.stack, one.conditions.words))]
        if not one.pcts:
            names = sorted(coloured[one.conditions]) or ["plain"]
            return [_strength_cell(one, name, {}) for name in names]
        main = max(one.pcts, key=lambda name: (used[name], name))
        rest = {name: pct for name, pct in one.pcts.items() if name != main}
        return [_strength_cell(one, main, rest)]

    return place


def _strength_cell(one: FiredColour, across: str, rest: Mapping[str, float]) -> Cell:
    pct = one.pcts.get(across, 0.0)
    beside = [f"with {percentage(rest[name])} % {in_a_sentence(name)}" for name in sorted(rest)]
    return Head((pct,), f"{percentage(pct)} %"), _row(across, *beside, one.conditions.words)


@dataclass(frozen=True)
class WallArrangement:
    """A way of hanging tiles; in ``pairs`` a row of one tile alone says nothing and is left out.

    ``every_firing`` takes in colours from before the last firing too.
    """

    code: str
    title: str
    place: Place
    pairs: bool = True
    every_firing: bool = False


ARRANGEMENTS: dict[str, WallArrangement] = {
    one.code: one
    for one in (
        WallArrangement("strength", "stain by strength", _by_strength, pairs=False),
        WallArrangement("glaze", "unglazed and glazed", _by_glaze),
        WallArrangement("firing", "firing and firing", _by_firing, every_firing=True),
        WallArrangement("repeat", "original and repeat", _by_repeat),
        WallArrangement("clay", "clay and clay", _by_clay),
    )
}
"""The ways that are offered, by the word in the address."""


@dataclass(frozen=True)
class Arranged:
    """The rows of a wall with what stands over each, and the tiles that have no counterpart."""

    rows: Sequence[tuple[str, WallRow]]
    alone: Sequence[str] = ()

    @property
    def narrow(self) -> bool:
        """Whether several rows have room beside each other."""
        return all(len(row.swatches) <= MOST_NARROW for _, row in self.rows)


def arranged(
    colours: Sequence[FiredColour], how: WallArrangement, picture_of: Callable[[FiredColour], str]
) -> Arranged:
    """The colours hung in rows and columns; equal tiles of a place are one swatch of their mean."""
    shown = colours if how.every_firing else after_the_last_firing(colours)
    place = how.place(shown)
    cells: dict[Head, dict[Head, list[FiredColour]]] = defaultdict(lambda: defaultdict(list))
    for one in shown:
        for column, row in place(one):
            cells[row][column].append(one)
    columns = sorted({column for row in cells.values() for column in row})
    rows, alone = [], []
    for row in sorted(cells):
        if how.pairs and len(cells[row]) < 2:
            alone += [one.label for tiles in cells[row].values() for one in tiles]
            continue
        *_, last = sorted(cells[row])
        swatches = [
            _swatch(column, cells[row].get(column, []), picture_of)
            for column in columns
            if column <= last
        ]
        rows.append((row.words, touching(swatches, row.words)))
    return Arranged(rows, list(dict.fromkeys(alone)))


def _swatch(
    column: Head, tiles: Sequence[FiredColour], picture_of: Callable[[FiredColour], str]
) -> Swatch:
    if not tiles:
        return Swatch(column.words, None)
    codes = list(dict.fromkeys(one.label for one in tiles))
    under = ", ".join(codes) if len(codes) <= MOST_CODES else f"mean of {len(codes)} tiles"
    lone = len(tiles) == 1
    return Swatch(
        column.words,
        mean_colour(labs(tiles)),
        under=under,
        href=tiles[0].href if lone else "",
        picture=picture_of(tiles[0]) if lone else "",
    )
