"""The entry grid of a trial: its pieces down, readings across, one stage at a time.

Bars of a clay test and coloured tiles are filled in the same way; what is noted of their looks is
another list for each (``observations.py``).
"""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass, field, replace

from django.core.exceptions import ValidationError
from django.utils.http import urlencode

from claycore.colour import notation
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain, to_step
from claycore.measure.uncertainty import Measured
from claycore.testing import bar_roles, soaking
from claycore.testing.bar_checks import unlikely_readings
from claycore.testing.bar_roles import read_of_any, role_of
from claycore.testing.bars import Bar
from claycore.testing.readings import Quantity, ReadingKind
from umberpot.firings.models import Firing
from umberpot.mixing.models import colourants_in_words
from umberpot.studio.models import Studio
from umberpot.studio.request import key_in
from umberpot.tiles.bars import bar_of, made_alike, with_figures, with_firing
from umberpot.tiles.models import LONGEST_REASON, ColourReading, Reading, Tile, Trial
from umberpot.tiles.progress import halves_differ
from umberpot.tiles.readings.observations import Observations, observed_of
from umberpot.tiles.readings.services import ColourEntry, Entry, PieceEntries, colour_entry
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField

CLAY_STAGE = "clay"
"""What is read before any firing, as the address has it."""

LONGEST_COLOUR = 60
REMARK = "remark"
LOOKED_ALL = "looked-all"
"""The one tick that says that every piece was looked at, and the rest had nothing odd."""


@dataclass
class Cell:
    """One figure of one piece: what is recorded, what was typed, and what is wrong or odd about it.

    ``kept_because`` is the reason that stands beside a figure kept although it is odd.
    """

    kind: ReadingKind
    tile: Tile
    recorded: Reading | None
    typed: str | None = None
    value: float | None = None
    seen: int | None = None
    reason: str = ""
    error: str = ""
    odd: str = ""

    @property
    def name(self) -> str:
        return f"{self.kind.quantity}-{self.tile.pk}"

    @property
    def summary(self) -> str:
        return f"{self.tile.code}, {self.kind.column.lower()}"

    @property
    def shown(self) -> str:
        if self.typed is not None:
            return self.typed
        return to_step(self.recorded.value, self.recorded.step) if self.recorded else ""

    @property
    def usual(self) -> str:
        """What counts while it is empty: the line as it was marked; '' where nothing does."""
        if self.kind.quantity != Quantity.LENGTH_WET:
            return ""
        return plain(self.tile.mark_length_mm, 1)

    @property
    def changed(self) -> bool:
        """Whether something else was typed than what is recorded, or a reason was given for it."""
        if self.typed is None:
            return False
        recorded = to_step(self.recorded.value, self.recorded.step) if self.recorded else ""
        return self.typed != recorded or bool(self.reason and self.typed)

    def read(self, typed: str) -> None:
        """Takes over what was typed; ``error`` says what is wrong with it."""
        self.typed = typed.strip()[:LONGEST_TEXT]
        field = MeasureField(self.kind.bound, required=False)
        try:
            self.value = field.clean(self.typed)
        except ValidationError as refused:
            self.error = refused.messages[0]


@dataclass
class ColourCell:
    """A fired colour of one piece, or of its unglazed half: what is recorded, and what was typed.

    ``words`` are what the colour was said to be beside its figure, ``seen_words`` what the page
    showed of them.
    """

    tile: Tile
    of_bare_half: bool
    recorded: ColourReading | None
    words: str = ""
    typed: str | None = None
    seen: int | None = None
    seen_words: str | None = None
    entry: ColourEntry | None = None
    error: str = ""

    @property
    def name(self) -> str:
        return f"{'bare_colour' if self.of_bare_half else 'colour'}-{self.tile.pk}"

    @property
    def summary(self) -> str:
        half = " of the unglazed half" if self.of_bare_half else ""
        return f"{self.tile.code}, colour{half}"

    @property
    def shown(self) -> str:
        if self.typed is not None:
            return self.typed
        return self.recorded.typed if self.recorded else ""

    @property
    def swatch(self) -> str:
        """The colour as a page can show it; '' where there is none."""
        if self.recorded and self.shown == self.recorded.typed:
            return self.recorded.lab.hex
        try:
            figure = self.shown and not notation.is_in_words(self.shown)
            return notation.parse(self.shown).hex if figure else ""
        except ClayError:
            return ""

    def read(self, typed: str, studio: Studio) -> None:
        """Takes over what was typed; ``error`` says what is wrong with it."""
        self.typed = typed.strip()[:LONGEST_COLOUR]
        if self.typed in ("", self.recorded.typed if self.recorded else ""):
            return
        if self.of_bare_half and notation.is_in_words(self.typed):
            self.error = "Enter #rrggbb, or L, a, b. Words go with the colour of the glazed half."
            return
        try:
            self.entry = colour_entry(
                studio,
                self.tile.code,
                self.typed,
                self.seen,
                seen_words=self.seen_words,
                of_bare_half=self.of_bare_half,
            )
        except ClayError as error:
            self.error = str(error)


@dataclass
class PieceRow:
    """One piece of the grid. ``remarks_shown`` are those that the page had ticked when it came."""

    tile: Tile
    bar: Bar
    cells: list[Cell | None]
    observed: Observations | None
    remarks: set[str]
    colours: list[ColourCell] = field(default_factory=list)
    remarks_shown: frozenset[str] = frozenset()
    remarks_error: str = ""

    @property
    def is_made(self) -> bool:
        """Whether there is a piece to look at: it was made, or something was measured of it."""
        typed = any(cell and cell.value is not None for cell in self.cells)
        return self.tile.shaped_at is not None or typed

    @property
    def about(self) -> str:
        """What tells it apart from the others: what it is of, or what else than most it is for."""
        if not self.tile.is_bar:
            mix = self.tile.mix
            return colourants_in_words(mix.said_pcts) or "plain" if mix else self.tile.made_of
        role = "" if self.tile.role == bar_roles.BAR.code else self.tile.get_role_display()
        planned = f"cone {self._planned_cones}" if self.tile.cone_plan else ""
        return ", ".join(filter(None, (planned, role)))

    @property
    def _planned_cones(self) -> str:
        """The cone it is meant for, all that it climbs through where it is read at each."""
        plan = self.tile.cone_plan
        return ", ".join(plan) if self.tile.climbs else str(plan[-1])

    @property
    def boxes(self) -> list[tuple[str, str, bool]]:
        """Every remark: its code, its words, and whether it was made."""
        words_of = self.observed.words if self.observed else {}
        return [(code, words, code in self.remarks) for code, words in words_of.items()]

    @property
    def seen(self) -> str:
        """The remarks in words."""
        return ", ".join(words for _, words, made in self.boxes if made)


@dataclass
class ReadingGrid:
    """All pieces of a trial at one stage. ``firing`` is None for what is read before any.

    ``on_the_way`` are those that the firing was only a step for: nothing is read of them here.
    """

    trial: Trial
    firing: Firing | None
    method: str
    scale_step_g: float
    ruler_step_mm: float
    rows: list[PieceRow] = field(default_factory=list)
    on_the_way: list[Tile] = field(default_factory=list)

    @property
    def stage(self) -> str:
        """The stage as the address has it."""
        return str(self.firing.pk) if self.firing else CLAY_STAGE

    def address_in(self, path: str) -> str:
        """The address of this stage and way of soaking on a page."""
        return f"{path}?{urlencode({'stage': self.stage, 'method': self.method})}"

    @property
    def on_the_way_said(self) -> str:
        """Which pieces went through this firing on their way, and where to; '' where none."""
        if not self.on_the_way:
            return ""
        each = [f"{tile.code} to {tile.cone_plan[-1]}" for tile in self.on_the_way]
        return f"On the way to a hotter cone, so nothing is read of them here: {', '.join(each)}."

    @property
    def piece(self) -> str:
        """What one of its pieces is called."""
        return "bar" if any(row.tile.is_bar for row in self.rows) else "tile"

    @property
    def observed(self) -> Observations | None:
        """What can be noted of the looks of its pieces at this stage."""
        return self.rows[0].observed if self.rows else None

    @property
    def has_bare_halves(self) -> bool:
        """Whether a piece has two colours, that of its glazed half and that of the other."""
        return any(len(row.colours) > 1 for row in self.rows)

    @property
    def columns(self) -> list[ReadingKind]:
        """The readings that at least one of the pieces has."""
        return read_of_any([row.tile.role for row in self.rows], fired=self.firing is not None)

    @property
    def cells(self) -> list[Cell]:
        return [cell for row in self.rows for cell in row.cells if cell]

    @property
    def troubles(self) -> list[Cell]:
        """Cells that are wrong, or odd and not yet kept for a reason."""
        return [cell for cell in self.cells if cell.error or (cell.odd and not cell.reason)]

    @property
    def first_trouble(self) -> str:
        """The name of the cell to look at first; '' where there is none."""
        return next((cell.name for cell in self.troubles), "")

    @property
    def is_sound(self) -> bool:
        return not self.troubles and not self.wrong_looks

    @property
    def wrong_looks(self) -> int:
        """How many colours and sets of observations cannot be."""
        colours = sum(bool(colour.error) for row in self.rows for colour in row.colours)
        return colours + sum(bool(row.remarks_error) for row in self.rows)


def build(trial: Trial, tiles: Sequence[Tile], firing: Firing | None, method: str) -> ReadingGrid:
    """The grid as it is recorded. Tiles are fetched ``with_history``; makes no query of its own."""
    fired = [tile for tile in tiles if firing is None or firing in tile.firings]
    there = [tile for tile in fired if firing is None or tile.is_read_after(firing)]
    studio = trial.studio
    grid = ReadingGrid(trial, firing, method, studio.scale_step_g, studio.ruler_step_mm)
    grid.on_the_way = [tile for tile in fired if tile not in there]
    columns = read_of_any([tile.role for tile in there], fired=firing is not None)
    for tile in there:
        cells = [
            Cell(kind, tile, _recorded(tile, firing, kind, method))
            if kind.quantity in role_of(tile.role).reads
            else None
            for kind in columns
        ]
        for cell in cells:
            if cell and cell.recorded:
                cell.seen = cell.recorded.pk
        grid.rows.append(_row(tile, firing, cells))
    return grid


def _row(tile: Tile, firing: Firing | None, cells: list[Cell | None]) -> PieceRow:
    firing_pk = firing.pk if firing else None
    remarks = {
        remark.code
        for remark in tile.remarks.all()
        if remark.withdrawn_at is None and remark.firing_id == firing_pk
    }
    observed = observed_of(tile, firing)
    if observed:
        remarks &= observed.words.keys()
    colours = _colour_cells(tile, firing) if firing else []
    return PieceRow(tile, bar_of(tile), cells, observed, remarks, colours, frozenset(remarks))


def _colour_cells(tile: Tile, firing: Firing) -> list[ColourCell]:
    current = {
        one.of_bare_half: one
        for one in tile.colours.all()
        if one.is_current and one.firing_id == firing.pk
    }
    said = [w.words for w in tile.colour_words.all() if w.is_current and w.firing_id == firing.pk]
    has_two = bool(current.get(True)) or (firing == tile.last_firing and halves_differ(tile))
    cells = [ColourCell(tile, False, current.get(False), next(iter(said), ""))]
    if has_two:
        cells.append(ColourCell(tile, True, current.get(True)))
    for cell in cells:
        cell.seen = cell.recorded.pk if cell.recorded else None
    return cells


def _recorded(tile: Tile, firing: Firing | None, kind: ReadingKind, method: str) -> Reading | None:
    firing_pk = firing.pk if firing else None
    wanted = method if kind.by_method else ""
    return next(
        (
            reading
            for reading in tile.readings.all()
            if reading.is_current
            and reading.quantity == kind.quantity
            and reading.firing_id == firing_pk
            and reading.method == wanted
        ),
        None,
    )


def fill(grid: ReadingGrid, data: Mapping[str, str], remarks_of: Mapping[str, list[str]]) -> None:
    """Takes over what was typed into the grid, and doubts it.

    The instruments' steps may be others than the studio's usual ones. What is not in ``data`` was
    not on the page that was sent, and stays as it is; what is there and empty was emptied. With
    each cell comes the key of the figure its page had shown, so that saving can tell a correction
    from a figure that another window recorded meanwhile.
    """
    for name in ("scale_step_g", "ruler_step_mm"):
        with suppress(ValidationError):
            step = MeasureField(bounds.STEP, required=False).clean(data.get(name, ""))
            setattr(grid, name, step or getattr(grid, name))
    for cell in grid.cells:
        if cell.name not in data:
            continue
        cell.read(data[cell.name])
        cell.seen = key_in(data.get(f"seen-{cell.name}", ""))
        cell.reason = data.get(f"why-{cell.name}", "").strip()[:LONGEST_REASON]
    for row in grid.rows:
        _fill_looks(row, grid, data, remarks_of)
    _doubt(grid)


def _fill_looks(
    row: PieceRow, grid: ReadingGrid, data: Mapping[str, str], remarks_of: Mapping[str, list[str]]
) -> None:
    """What was seen on a piece, and its colours."""
    key = f"{REMARK}-{row.tile.pk}"
    if row.observed and key in remarks_of:
        looked = LOOKED_ALL in data and row.is_made
        row.remarks = row.observed.codes_of(set(remarks_of[key]), looked=looked)
        row.remarks_error = row.observed.refused(row.remarks)
        row.remarks_shown = frozenset(data.get(f"seen-{key}", "").split())
    for colour in row.colours:
        if colour.name in data:
            colour.seen = key_in(data.get(f"seen-{colour.name}", ""))
            colour.seen_words = data.get(f"seen-words-{colour.name}")
            colour.read(data[colour.name], grid.trial.studio)


def show_recorded(grid: ReadingGrid, fresh: ReadingGrid) -> None:
    """What was recorded of the grid counts as seen, for the page that shows the rest again."""
    for row, now in zip(grid.rows, fresh.rows, strict=True):
        row.remarks_shown = now.remarks_shown
        for colour, colour_now in zip(row.colours, now.colours, strict=False):
            colour.recorded, colour.seen = colour_now.recorded, colour_now.seen
            colour.words, colour.seen_words = colour_now.words, colour_now.words
        for cell, cell_now in zip(row.cells, now.cells, strict=True):
            if cell and cell_now:
                cell.recorded, cell.seen = cell_now.recorded, cell_now.seen


def _doubt(grid: ReadingGrid) -> None:
    """Marks the cells whose typed figure is unlikely beside physics and beside their siblings.

    Siblings are pieces that were made alike: strengths of one stain need not soak alike.
    """
    bars = [_with_typed(row, grid) for row in grid.rows]
    siblings: defaultdict[object, list[Bar]] = defaultdict(list)
    for row, bar in zip(grid.rows, bars, strict=True):
        siblings[made_alike(row.tile)].append(bar)
    odd = {
        (found.bar, found.quantity, found.firing): found.message
        for alike in siblings.values()
        for found in unlikely_readings(alike)
        if found.method in ("", grid.method)
    }
    for row, bar in zip(grid.rows, bars, strict=True):
        place = _place(row.tile, grid.firing)
        for cell in row.cells:
            if cell and cell.changed and not cell.error:
                cell.odd = odd.get((bar.code, cell.kind.quantity, place), "")


def _place(tile: Tile, firing: Firing | None) -> int | None:
    return tile.firings.index(firing) if firing else None


def _with_typed(row: PieceRow, grid: ReadingGrid) -> Bar:
    """The piece, as the core's bar, as it would be with what was typed."""
    place = _place(row.tile, grid.firing)
    figures = {
        cell.kind.quantity.value: Measured(cell.value, _step(cell, grid))
        for cell in row.cells
        if cell and cell.value is not None
    }
    bar = with_figures(row.bar, place, figures, grid.method)
    if place is None:
        return replace(bar, remarks=frozenset(row.remarks))
    fired = replace(bar.firings[place], remarks=frozenset(row.remarks))
    return with_firing(bar, place, fired)


def _step(cell: Cell, grid: ReadingGrid) -> float:
    return grid.scale_step_g if cell.kind.is_mass else grid.ruler_step_mm


def noted(grid: ReadingGrid) -> list[PieceEntries]:
    """What is to be recorded of each piece: what is new, and likely or kept for a reason.

    An emptied figure is withdrawn. A colour that is wrong or the same as before waits.
    """
    return [
        PieceEntries(
            row.tile,
            _entries(row, grid),
            [colour.entry for colour in row.colours if colour.entry],
            frozenset() if row.remarks_error else row.remarks - row.remarks_shown,
            frozenset() if row.remarks_error else row.remarks_shown - row.remarks,
        )
        for row in grid.rows
    ]


def _entries(row: PieceRow, grid: ReadingGrid) -> dict[str, Entry]:
    return {
        cell.kind.quantity: Entry(
            cell.value,
            _step(cell, grid),
            cell.seen,
            grid.method if cell.kind.by_method else "",
            cell.reason if cell.odd else "",
        )
        for cell in row.cells
        if cell and cell.changed and not cell.error and (cell.reason or not cell.odd)
    }


def method_named(code: str, usual: str) -> str:
    """A way of soaking out of the address; the usual one where that is none."""
    return code if code in soaking.METHODS else usual
