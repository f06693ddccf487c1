"""The entry grid of a bar test: bars down, readings across, one stage at a time."""

from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass, field, replace

from django.core.exceptions import ValidationError

from claycore.colour import notation
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import to_step
from claycore.measure.uncertainty import Measured
from claycore.testing import bar_roles, soaking
from claycore.testing.bar_checks import unlikely_readings
from claycore.testing.bar_roles import read_of_any, role_of
from claycore.testing.bars import NOTHING_ODD, REMARKS, Bar, RemarkCode
from claycore.testing.readings import ReadingKind
from umberpot.firings.models import Firing
from umberpot.studio.request import key_in
from umberpot.tiles.bars import bar_of, with_figures, with_firing
from umberpot.tiles.models import LONGEST_REASON, ClayTest, Reading, Tile
from umberpot.tiles.readings.services import ColourEntry, Entry, PieceEntries, colour_entry
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField

CLAY_STAGE = "clay"
"""What is read before any firing, as the address has it."""

COLOUR = "colour"
REMARK = "remark"
LOOKED_ALL = "looked-all"
"""The one tick that says that every bar was looked at, and the rest had nothing odd."""


@dataclass
class Cell:
    """One figure of one bar: what is recorded, what was typed, and what is wrong or odd about it.

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
    def says(self) -> str:
        return f"{self.tile.code}, {self.kind.column.lower()}"

    @property
    def shown(self) -> str:
        if self.typed is not None:
            return self.typed
        return to_step(self.recorded.value, self.recorded.step) if self.recorded else ""

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
        field = MeasureField(self.kind.bound, measure=self.kind.measure, required=False)
        try:
            self.value = field.clean(self.typed)
        except ValidationError as refused:
            self.error = refused.messages[0]


@dataclass
class Row:
    """One bar of the grid. ``remarks_shown`` are those that the page had ticked when it came."""

    tile: Tile
    bar: Bar
    cells: list[Cell | None]
    remarks: set[str]
    remarks_shown: frozenset[str] = frozenset()
    colour: str = ""
    colour_seen: int | None = None
    colour_recorded: str = ""
    colour_error: str = ""
    colour_words: str = ""

    @property
    def is_made(self) -> bool:
        """Whether there is a bar to look at: it was made, or something was measured of it."""
        typed = any(cell and cell.value is not None for cell in self.cells)
        return self.tile.shaped_at is not None or typed

    @property
    def has_own_role(self) -> bool:
        """Whether it is for something else than most bars, so that the grid says for what."""
        return self.tile.role != bar_roles.BAR.code

    @property
    def boxes(self) -> list[tuple[str, str, bool]]:
        """Every remark: its code, its words, and whether it was made."""
        return [(code, words, code in self.remarks) for code, words in REMARKS.items()]

    @property
    def seen(self) -> str:
        """The remarks in words."""
        return ", ".join(words for _, words, made in self.boxes if made)

    @property
    def swatch(self) -> str:
        """The colour as a page can show it; '' where there is none."""
        try:
            figure = self.colour and not notation.is_in_words(self.colour)
            return notation.parse(self.colour).hex if figure else ""
        except ClayError:
            return ""


@dataclass
class BarGrid:
    """All bars of a test at one stage. ``firing`` is None for what is read before any."""

    test: ClayTest
    firing: Firing | None
    method: str
    scale_step_g: float
    ruler_step_mm: float
    rows: list[Row] = field(default_factory=list)

    @property
    def stage(self) -> str:
        """The stage as the address has it."""
        return str(self.firing.pk) if self.firing else CLAY_STAGE

    @property
    def columns(self) -> list[ReadingKind]:
        """The readings that at least one of the bars has."""
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
        return not self.troubles and not any(row.colour_error for row in self.rows)


def build(test: ClayTest, tiles: Sequence[Tile], firing: Firing | None, method: str) -> BarGrid:
    """The grid as it is recorded. Tiles are fetched ``with_history``; makes no query of its own."""
    there = [tile for tile in tiles if firing is None or firing in tile.firings]
    studio = test.studio
    grid = BarGrid(test, firing, method, studio.scale_step_g, studio.ruler_step_mm)
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


def _row(tile: Tile, firing: Firing | None, cells: list[Cell | None]) -> Row:
    firing_pk = firing.pk if firing else None
    remarks = {
        remark.code
        for remark in tile.remarks.all()
        if remark.withdrawn_at is None and remark.firing_id == firing_pk
    }
    row = Row(tile, bar_of(tile), cells, remarks, frozenset(remarks))
    for colour in tile.colours.all():
        if colour.is_current and firing and colour.firing_id == firing.pk:
            row.colour = row.colour_recorded = colour.typed
            row.colour_seen = colour.pk
    for said in tile.colour_words.all():
        if said.is_current and firing and said.firing_id == firing.pk:
            row.colour_words = said.words
    return row


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


def fill(grid: BarGrid, data: Mapping[str, str], remarks_of: Mapping[str, list[str]]) -> None:
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
        key = f"{REMARK}-{row.tile.pk}"
        if key in remarks_of:
            looked = LOOKED_ALL in data and row.is_made
            row.remarks = _remarks(set(remarks_of[key]), looked=looked)
            row.remarks_shown = frozenset(data.get(f"seen-{key}", "").split())
        colour = data.get(f"{COLOUR}-{row.tile.pk}")
        if colour is not None:
            row.colour = colour.strip()[:60]
            row.colour_error = _wrong_colour(row.colour)
            row.colour_seen = key_in(data.get(f"seen-{COLOUR}-{row.tile.pk}", ""))
    _doubt(grid)


def _remarks(ticked: set[str], looked: bool) -> set[str]:
    """What was ticked; "nothing odd" does not stand beside anything odd."""
    remarks = REMARKS.keys() & ticked
    if looked and not remarks:
        return {RemarkCode.LOOKED}
    return remarks - {RemarkCode.LOOKED} if remarks - NOTHING_ODD else remarks


def show_recorded(grid: BarGrid, fresh: BarGrid) -> None:
    """What was recorded of the grid counts as seen, for the page that shows the rest again."""
    for row, now in zip(grid.rows, fresh.rows, strict=True):
        row.remarks_shown = now.remarks_shown
        row.colour_recorded, row.colour_seen = now.colour_recorded, now.colour_seen
        for cell, cell_now in zip(row.cells, now.cells, strict=True):
            if cell and cell_now:
                cell.recorded, cell.seen = cell_now.recorded, cell_now.seen


def _wrong_colour(typed: str) -> str:
    try:
        if typed and not notation.is_in_words(typed):
            notation.parse(typed)
    except ClayError as error:
        return str(error)
    return ""


def _doubt(grid: BarGrid) -> None:
    """Marks the cells whose typed figure is unlikely beside physics and beside their siblings."""
    bars = [_with_typed(row, grid) for row in grid.rows]
    odd = {
        (found.bar, found.quantity, found.firing): found.message
        for found in unlikely_readings(bars)
        if found.method in ("", grid.method)
    }
    for row, bar in zip(grid.rows, bars, strict=True):
        place = _place(row.tile, grid.firing)
        for cell in row.cells:
            if cell and cell.changed and not cell.error:
                cell.odd = odd.get((bar.code, cell.kind.quantity, place), "")


def _place(tile: Tile, firing: Firing | None) -> int | None:
    return tile.firings.index(firing) if firing else None


def _with_typed(row: Row, grid: BarGrid) -> Bar:
    """The bar as it would be with what was typed."""
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


def _step(cell: Cell, grid: BarGrid) -> float:
    return grid.scale_step_g if cell.kind.is_mass else grid.ruler_step_mm


def noted(grid: BarGrid) -> list[PieceEntries]:
    """What is to be recorded of each bar: what is new, and likely or kept for a reason.

    An emptied figure is withdrawn. A colour that is wrong or the same as before waits.
    """
    return [
        PieceEntries(
            row.tile,
            _entries(row, grid),
            _colours(row, grid),
            row.remarks - row.remarks_shown,
            row.remarks_shown - row.remarks,
        )
        for row in grid.rows
    ]


def _entries(row: Row, grid: BarGrid) -> dict[str, Entry]:
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


def _colours(row: Row, grid: BarGrid) -> list[ColourEntry]:
    if not grid.firing or row.colour_error or row.colour in ("", row.colour_recorded):
        return []
    return [colour_entry(grid.test.studio, row.tile.code, row.colour, row.colour_seen)]


def method_named(code: str, test: ClayTest) -> str:
    """A way of soaking out of the address; the test's own where that is none."""
    return code if code in soaking.METHODS else test.method
