"""Recording what is read off pieces: figures, colours, what was seen. Many pieces at once.

A sheet of many pieces takes as many queries as a sheet of one: what is recorded already is fetched
once, what changes is gathered piece by piece, and all of it is written together.
"""

from collections.abc import Iterable, Mapping, Sequence
from collections.abc import Set as AbstractSet
from dataclasses import dataclass, field
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.utils import timezone

from claycore.colour import notation
from umberpot.firings.models import Firing
from umberpot.studio.corrections import replace_figures
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.colours import MeasuredColour, typed_colour
from umberpot.tiles.models import (
    ColourReading,
    ColourSource,
    ColourWords,
    Reading,
    Remark,
    Tile,
    TileReading,
)
from umberpot.tiles.steps import note_made, note_steps

Row = TypeVar("Row", bound=TileReading)

SURFACE = "surface"
"""What changed, where it is a remark."""


class StaleReading(Exception):
    """Someone else recorded or corrected this since the page was shown."""

    def __init__(self, quantity: str) -> None:
        super().__init__(quantity)
        self.quantity = quantity


@dataclass(frozen=True)
class Entry:
    """One figure to record. ``seen`` is the key of the reading that stood there on the page.

    None as its ``value`` withdraws that reading. ``kept_because`` is why an unlikely figure is kept
    all the same.
    """

    value: float | None
    step: float
    seen: int | None
    method: str = ""
    kept_because: str = ""

    def says_no_more_than(self, reading: Reading) -> bool:
        """Whether it is what stands there already, as after a second click."""
        same_figure = self.value == reading.value
        return same_figure and self.kept_because in ("", reading.kept_because)


@dataclass(frozen=True)
class ColourEntry:
    """A fired colour to record, measured or as words.

    ``seen`` is the key of the reading that the page showed, ``seen_words`` the words that it
    showed, '' for none; None where no page was shown.
    """

    colour: MeasuredColour | str
    seen: int | None = None
    seen_words: str | None = None

    @property
    def name(self) -> str:
        """The field that it is of."""
        is_bare = isinstance(self.colour, MeasuredColour) and self.colour.of_bare_half
        return "bare_colour" if is_bare else "colour"


def _is_recorded_as(colour: MeasuredColour, reading: ColourReading) -> bool:
    """Whether it is what stands there already, as after a second click.

    Each photograph has readings of its own, though one may say the same as another.
    """
    return colour.source != ColourSource.PHOTOGRAPH and colour.typed == reading.typed


@dataclass(frozen=True)
class PieceEntries:
    """What somebody noted of one piece at one stage; remarks by their codes."""

    tile: Tile
    figures: Mapping[str, Entry] = field(default_factory=dict)
    colours: Sequence[ColourEntry] = ()
    remarks_made: AbstractSet[str] = frozenset()
    remarks_withdrawn: AbstractSet[str] = frozenset()


@dataclass(frozen=True)
class Recorded:
    """What came of recording, by the keys of the tiles.

    ``changed`` names the quantities and fields that are new or other than before; ``stale`` those
    of pieces of which nothing was recorded, because somebody else recorded them meanwhile.
    ``colours`` are the measured ones that stand now, by tile and whether they are of a bare half.
    """

    changed: Mapping[int, Sequence[str]]
    stale: Mapping[int, str]
    colours: Mapping[tuple[int, bool], ColourReading]

    @property
    def count(self) -> int:
        """How many figures, colours and sets of remarks changed."""
        return sum(len(names) for names in self.changed.values())


@whole_change()
def record_pieces(firing: Firing | None, pieces: Sequence[PieceEntries], by: User) -> Recorded:
    """Records what was noted of each piece after a firing, or before any: all of a piece or none.

    A changed figure supersedes the old one; a remark no longer seen is withdrawn. Of a piece that
    somebody else recorded meanwhile nothing is recorded.
    """
    standing = _Standing([piece.tile for piece in pieces], firing)
    done, stale = [], {}
    for piece in pieces:
        try:
            done.append(_changes_of(piece, firing, standing, by))
        except StaleReading as refused:
            stale[piece.tile.pk] = refused.quantity
    changes = [change for change in done if change.names]
    _write(changes, by)
    colours = {(row.tile_id, row.of_bare_half): row for change in done for row in change.colours}
    return Recorded({change.tile.pk: change.names for change in changes}, stale, colours)


def record_piece(firing: Firing | None, piece: PieceEntries, by: User) -> list[str]:
    """Records what was noted of one piece, and names what changed. Raises StaleReading."""
    recorded = record_pieces(firing, [piece], by)
    if recorded.stale:
        raise StaleReading(recorded.stale[piece.tile.pk])
    return list(recorded.changed.get(piece.tile.pk, ()))


def record(tile: Tile, firing: Firing | None, entries: Mapping[str, Entry], by: User) -> list[str]:
    """Records figures by quantity, all or none, and names what changed. Raises StaleReading."""
    return record_piece(firing, PieceEntries(tile, entries), by)


def record_remarks(
    tile: Tile,
    firing: Firing | None,
    made: AbstractSet[str],
    withdrawn: AbstractSet[str],
    by: User,
) -> bool:
    """Notes what was seen on a piece at a stage, and says whether that changed anything."""
    seen = PieceEntries(tile, remarks_made=made, remarks_withdrawn=withdrawn)
    return bool(record_piece(firing, seen, by))


def record_colour(
    tile: Tile,
    firing: Firing,
    typed: str,
    seen: int | None,
    by: User,
    *,
    of_bare_half: bool = False,
) -> bool:
    """Records a fired colour and says whether it is new. Raises StaleReading, ClayError."""
    entry = colour_entry(tile.studio, tile.code, typed, seen, of_bare_half=of_bare_half)
    return bool(record_piece(firing, PieceEntries(tile, colours=[entry]), by))


@whole_change()
def record_last_colours(
    entries: Iterable[tuple[Tile, ColourEntry]], by: User
) -> dict[tuple[int, bool], ColourReading]:
    """Records colours after each tile's last firing, all or none; tiles come ``with_history``.

    Gives the readings that stand now, by tile and whether they are of a bare half. Raises
    StaleReading.
    """
    by_firing: dict[Firing, dict[Tile, list[ColourEntry]]] = {}
    for tile, entry in entries:
        if tile.last_firing:
            by_firing.setdefault(tile.last_firing, {}).setdefault(tile, []).append(entry)
    readings: dict[tuple[int, bool], ColourReading] = {}
    for firing, of_tiles in by_firing.items():
        pieces = [PieceEntries(tile, colours=colours) for tile, colours in of_tiles.items()]
        recorded = record_pieces(firing, pieces, by)
        for quantity in recorded.stale.values():
            raise StaleReading(quantity)
        readings.update(recorded.colours)
    return readings


def colour_entry(
    studio: Studio,
    code: str,
    typed: str,
    seen: int | None,
    *,
    seen_words: str | None = None,
    of_bare_half: bool = False,
) -> ColourEntry:
    """What was typed as a colour of the tile with this code. Raises ClayError naming ``colour``."""
    if notation.is_in_words(typed):
        return ColourEntry(typed, seen_words=seen_words)
    measured = typed_colour(studio, typed, of=code, of_bare_half=of_bare_half)
    return ColourEntry(measured, seen)


class _Standing:
    """What is recorded of some pieces at a stage now: one query a kind, however many pieces."""

    def __init__(self, tiles: Sequence[Tile], firing: Firing | None) -> None:
        self.readings = _current_by_tile(Reading, tiles, firing)
        self.colours = _current_by_tile(ColourReading, tiles, firing) if firing else {}
        self.words = _current_by_tile(ColourWords, tiles, firing) if firing else {}
        self.remarks: dict[int, list[Remark]] = {}
        for remark in Remark.objects.filter(tile__in=tiles, firing=firing, withdrawn_at=None):
            self.remarks.setdefault(remark.tile_id, []).append(remark)


def _current_by_tile(
    model: type[Row], tiles: Sequence[Tile], firing: Firing | None
) -> dict[int, list[Row]]:
    found: dict[int, list[Row]] = {}
    current: Any = model.objects.filter(firing=firing, superseded_at=None)
    for row in current.filter(tile__in=tiles):
        found.setdefault(row.tile_id, []).append(row)
    return found


@dataclass
class _Changes:
    """What is to be written of one piece, and the names of what changes."""

    tile: Tile
    firing: Firing | None
    by: User
    replaced: list[tuple[TileReading | None, TileReading | None]] = field(default_factory=list)
    withdrawn: list[Remark] = field(default_factory=list)
    seen: list[Remark] = field(default_factory=list)
    colours: list[ColourReading] = field(default_factory=list)
    names: list[str] = field(default_factory=list)

    @property
    def shows_the_piece_exists(self) -> bool:
        """Whether anything was measured or seen: of a piece that is still to be made nothing is."""
        return bool(self.seen) or any(fresh for _, fresh in self.replaced)

    def row_of(self, model: type[Row], **values: Any) -> Row:
        """A new row that says whose it is; not saved yet."""
        tile = self.tile
        return model(
            studio_id=tile.studio_id, tile=tile, firing=self.firing, made_by=self.by, **values
        )


def _changes_of(
    piece: PieceEntries, firing: Firing | None, standing: _Standing, by: User
) -> _Changes:
    """What recording a piece would change. Raises StaleReading."""
    changes = _Changes(piece.tile, firing, by)
    for quantity, entry in piece.figures.items():
        of_quantity = [
            one for one in standing.readings.get(piece.tile.pk, []) if one.quantity == quantity
        ]
        _figure(changes, quantity, entry, of_quantity)
    for colour in piece.colours:
        _colour(changes, colour, standing)
    _remarks(changes, piece, standing.remarks.get(piece.tile.pk, []))
    return changes


def _figure(changes: _Changes, quantity: str, entry: Entry, standing: Sequence[Reading]) -> None:
    """One figure of a piece. A soak may be corrected to another method."""
    of_method = next((one for one in standing if one.method == entry.method), None)
    corrected = next((one for one in standing if one.pk == entry.seen), None)
    if of_method and entry.says_no_more_than(of_method):
        return
    current = corrected or of_method
    if current != of_method and of_method is not None:
        raise StaleReading(quantity)
    _refuse_unseen(current, entry.seen, quantity)
    if entry.value is None:
        if current is None:
            return
        changes.replaced.append((current, None))
    else:
        said = {"method": entry.method, "kept_because": entry.kept_because}
        fresh = changes.row_of(
            Reading, quantity=quantity, value=entry.value, step=entry.step, **said
        )
        changes.replaced.append((current, fresh))
    changes.names.append(quantity)


def _colour(changes: _Changes, entry: ColourEntry, standing: _Standing) -> None:
    """A colour of a piece, beside words for it if there are any; or the words."""
    if isinstance(entry.colour, str):
        said = next(iter(standing.words.get(changes.tile.pk, [])), None)
        stands = said.words if said else ""
        if stands != entry.colour:
            if entry.seen_words not in (None, stands):
                raise StaleReading(entry.name)
            changes.replaced.append((said, changes.row_of(ColourWords, words=entry.colour)))
            changes.names.append(entry.name)
        return
    colour = entry.colour
    of_tile = standing.colours.get(changes.tile.pk, [])
    current = next((one for one in of_tile if one.of_bare_half == colour.of_bare_half), None)
    if current and _is_recorded_as(colour, current):
        changes.colours.append(current)
        return
    _refuse_unseen(current, entry.seen, entry.name)
    fresh = changes.row_of(
        ColourReading,
        lab=colour.lab,
        typed=colour.typed,
        source=colour.source,
        u95=colour.u95,
        doubt=colour.doubt.written if colour.doubt else None,
        of_bare_half=colour.of_bare_half,
    )
    changes.replaced.append((current, fresh))
    changes.colours.append(fresh)
    changes.names.append(entry.name)


def _remarks(changes: _Changes, piece: PieceEntries, standing: Sequence[Remark]) -> None:
    known = {remark.code: remark for remark in standing}
    changes.withdrawn = [known[code] for code in piece.remarks_withdrawn if code in known]
    changes.seen = [
        Remark(
            studio_id=piece.tile.studio_id,
            tile=piece.tile,
            firing=changes.firing,
            code=code,
            made_by=changes.by,
        )
        for code in sorted(piece.remarks_made - known.keys())
    ]
    if changes.withdrawn or changes.seen:
        changes.names.append(SURFACE)


def _refuse_unseen(current: TileReading | None, seen: int | None, quantity: str) -> None:
    """What stands there has to be what the page showed. Raises StaleReading."""
    if (current.pk if current else None) != seen:
        raise StaleReading(quantity)


def _write(changes: Sequence[_Changes], by: User) -> None:
    """Writes what changes of all pieces together: one statement a kind of row."""
    replace_figures((pair for one in changes for pair in one.replaced), by)
    withdrawn = [remark.pk for one in changes for remark in one.withdrawn]
    if withdrawn:
        Remark.objects.filter(pk__in=withdrawn).update(withdrawn_at=timezone.now())
    seen = [remark for one in changes for remark in one.seen]
    if seen:
        Remark.objects.bulk_create(seen)
    note_made([one.tile for one in changes if one.shows_the_piece_exists])
    note_steps([one.tile for one in changes])
