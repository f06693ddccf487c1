"""Making tiles and recording what is read off them."""

import uuid
from collections.abc import Mapping
from collections.abc import Set as AbstractSet
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from claycore import inscriptions
from claycore.colour import notation
from claycore.inscriptions import TILE_LONGER_THAN_MARK_MM
from umberpot.kiln.models import Firing
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.services import next_codes
from umberpot.tiles.clay_figures import figures_are_old
from umberpot.tiles.colours import MeasuredColour, typed_colour
from umberpot.tiles.models import (
    ColourReading,
    ColourWords,
    Reading,
    Remark,
    Step,
    Tile,
    Trial,
)
from umberpot.tiles.progress import progress_of


@dataclass(frozen=True)
class TileOrder:
    """Tiles someone wants of a mix; not ``shaped`` while they are only planned."""

    count: int
    mark_length_mm: float
    cone: str
    glazed: bool
    request_key: uuid.UUID
    shaped: bool = True
    bare_half: bool = False


def inscription_of(mix: Mix, code: str, order: TileOrder, tool: str) -> tuple[str, ...]:
    """What to scratch into a tile of this mix."""
    codes = dict(
        Material.objects.of(mix.studio)
        .filter(name__in=mix.batch.colourants_g)
        .values_list("name", "supplier_code")
    )
    return inscriptions.inscription(
        code,
        [(name, codes.get(name, ""), pct) for name, pct in mix.said_pcts.items()],
        (mix.clay_name, mix.clay.supplier_code if mix.clay else ""),
        order.cone,
        order.glazed,
        order.mark_length_mm + TILE_LONGER_THAN_MARK_MM,
        tool,
    )


def plain_clay_of(mix: Mix) -> Material | None:
    """The clay that a mix is nothing but, so that its tiles tell of the clay; None otherwise."""
    return None if any(pct > 0 for pct in mix.batch.pcts.values()) else mix.clay


@transaction.atomic
def make_tiles(mix: Mix, trial: Trial, order: TileOrder, by: User) -> list[Tile]:
    """Tiles with codes of their own. The same ``request_key`` makes them only once."""
    made = list(Tile.objects.of(mix.studio).filter(request_key=order.request_key))
    if made:
        return made
    if trial.pk is None:
        trial.save()
    studio = mix.studio
    codes = next_codes(studio, order.count)
    return Tile.objects.bulk_create(
        Tile(
            studio=studio,
            trial=trial,
            mix=mix,
            clay=plain_clay_of(mix),
            code=code,
            inscription=inscription_of(mix, code, order, studio.scratching_tool),
            mark_length_mm=order.mark_length_mm,
            cone=order.cone,
            atmosphere=trial.atmosphere,
            glazed=order.glazed,
            bare_half=order.bare_half,
            shaped_at=timezone.now() if order.shaped else None,
            step=Step.DRY if order.shaped else Step.MAKE,
            request_key=order.request_key,
            made_by=by,
        )
        for code in codes
    )


@transaction.atomic
def remake(tile: Tile, by: User) -> Tile:
    """A new piece of the same recipe, still to be made; the old one is kept. Made only once."""
    made: Tile | None = Tile.objects.of(tile.studio).filter(remakes=tile).first()
    if made:
        return made
    (code,) = next_codes(tile.studio, 1)
    first, *rest = tile.inscription or [tile.code]
    new = Tile(
        **{name: getattr(tile, name) for name in ("studio", "trial", "mix", "clay", "role")},
        **{name: getattr(tile, name) for name in ("cone_plan", "mark_length_mm", "glazed")},
        bare_half=tile.bare_half,
        cone=tile.cone_plan[0] if tile.cone_plan else tile.cone,
        code=code,
        inscription=[first.replace(tile.code, code, 1), *rest],
        remakes=tile,
        step=Step.MAKE,
        request_key=uuid.uuid4(),
        made_by=by,
    )
    new.atmosphere = new.next_atmosphere(None)
    new.save()
    return new


@transaction.atomic
def shape(mix: Mix) -> list[Tile]:
    """The planned tiles of a mix are made and labelled; their labels say what is really in it."""
    tiles = list(Tile.objects.of(mix.studio).kept().filter(mix=mix, shaped_at=None))
    tool = mix.studio.scratching_tool
    for tile in tiles:
        order = TileOrder(1, tile.mark_length_mm, tile.cone, tile.glazed, tile.request_key)
        tile.inscription = inscription_of(mix, tile.code, order, tool)
        tile.shaped_at = timezone.now()
        tile.step = Step.DRY
    Tile.objects.bulk_update(tiles, ["inscription", "shaped_at", "step"])
    return tiles


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


@transaction.atomic
def record(tile: Tile, firing: Firing | None, entries: Mapping[str, Entry], by: User) -> list[str]:
    """Records figures by quantity, all or none; a changed one supersedes the old.

    Gives back the quantities that were new or changed. Raises StaleReading.
    """
    if tile.shaped_at is None:
        tile.shaped_at = timezone.now()
        tile.save(update_fields=["shaped_at"])
    changed = [
        quantity
        for quantity, entry in entries.items()
        if _record_one(tile, firing, quantity, entry, by)
    ]
    note_steps([tile])
    return changed


def _record_one(tile: Tile, firing: Firing | None, quantity: str, entry: Entry, by: User) -> bool:
    """Whether the figure was new or changed. A soak may be corrected to another method."""
    standing_there = tile.readings.filter(quantity=quantity, firing=firing, superseded_at=None)
    of_method = standing_there.filter(method=entry.method).first()
    corrected = standing_there.filter(pk=entry.seen).first() if entry.seen else None
    if of_method and entry.says_no_more_than(of_method):
        return False
    current = corrected or of_method
    if current != of_method and of_method is not None:
        raise StaleReading(quantity)
    _replace(current, entry.seen, quantity, by)
    if entry.value is None:
        return current is not None
    Reading.objects.create(
        **_of_reading(tile, firing, current, by),
        quantity=quantity,
        value=entry.value,
        step=entry.step,
        method=entry.method,
        kept_because=entry.kept_because,
    )
    return True


@transaction.atomic
def record_remarks(
    tile: Tile,
    firing: Firing | None,
    made: AbstractSet[str],
    withdrawn: AbstractSet[str],
    by: User,
) -> bool:
    """Notes what was seen on a piece at a stage; what is no longer seen is withdrawn, not deleted.

    Says whether that changed anything.
    """
    standing_there = {
        remark.code: remark for remark in tile.remarks.filter(firing=firing, withdrawn_at=None)
    }
    gone = [remark.pk for code, remark in standing_there.items() if code in withdrawn]
    new = made - standing_there.keys()
    Remark.objects.filter(pk__in=gone).update(withdrawn_at=timezone.now())
    Remark.objects.bulk_create(
        Remark(studio_id=tile.studio_id, tile=tile, firing=firing, code=code, made_by=by)
        for code in sorted(new)
    )
    if gone or new:
        figures_are_old([tile])
    return bool(gone or new)


def set_tile_aside(tile: Tile, aside: bool) -> None:
    """Sets a tile aside, or takes it back; what its clay's bars come to is recalculated."""
    tile.set_aside(aside)
    figures_are_old([tile])


@transaction.atomic
def record_colour(
    tile: Tile,
    firing: Firing,
    typed: str,
    seen: int | None,
    by: User,
    *,
    of_bare_half: bool = False,
) -> bool:
    """Records a fired colour; a changed one supersedes the old. Raises StaleReading, ClayError.

    One said in words is kept as words, beside the figure if there is one.
    """
    if notation.is_in_words(typed):
        return _record_words(tile, firing, typed, by)
    measured = typed_colour(tile.studio, typed, of=tile.code, of_bare_half=of_bare_half)
    current = _current_colour(tile, firing, measured)
    if current and current.typed == typed:
        return False
    _record_lab(tile, firing, measured, seen, by)
    return True


@transaction.atomic
def record_measured_colour(
    tile: Tile, firing: Firing, colour: MeasuredColour, seen: int | None, by: User
) -> ColourReading:
    """Records a colour read off a photograph or an instrument. Raises StaleReading."""
    return _record_lab(tile, firing, colour, seen, by)


def _record_lab(
    tile: Tile, firing: Firing, colour: MeasuredColour, seen: int | None, by: User
) -> ColourReading:
    current = _current_colour(tile, firing, colour)
    _replace(current, seen, "colour", by)
    recorded: ColourReading = ColourReading.objects.create(
        **_of_reading(tile, firing, current, by),
        **{"lightness": colour.lab.lightness, "a": colour.lab.a, "b": colour.lab.b},
        **{"typed": colour.typed, "source": colour.source, "u95": colour.u95},
        of_bare_half=colour.of_bare_half,
    )
    note_steps([tile])
    return recorded


def _current_colour(tile: Tile, firing: Firing, colour: MeasuredColour) -> ColourReading | None:
    """The colour that stands where this one belongs."""
    standing = tile.colours.filter(firing=firing, superseded_at=None)
    found: ColourReading | None = standing.filter(of_bare_half=colour.of_bare_half).first()
    return found


def _record_words(tile: Tile, firing: Firing, words: str, by: User) -> bool:
    current = tile.colour_words.filter(firing=firing, superseded_at=None).first()
    if current and current.words == words:
        return False
    if current:
        current.supersede(by)
    ColourWords.objects.create(**_of_reading(tile, firing, current, by), words=words)
    note_steps([tile])
    return True


def note_steps(tiles: list[Tile]) -> None:
    """Keeps on each tile what comes next, so that the bench finds it without reading them all."""
    fresh = list(Tile.objects.filter(pk__in=[tile.pk for tile in tiles]).with_history())
    for tile in fresh:
        progress = progress_of(tile)
        tile.step = progress.step
        tile.cone = next(iter(tile.cones_after(progress.firing)), tile.cone)
        tile.atmosphere = tile.next_atmosphere(progress.firing)
    Tile.objects.bulk_update(fresh, ["step", "cone", "atmosphere"])
    figures_are_old(fresh)


def _replace(
    current: Reading | ColourReading | None, seen: int | None, quantity: str, by: User
) -> None:
    """Supersedes what stands there, if it is what the page showed. Raises StaleReading."""
    if (current.pk if current else None) != seen:
        raise StaleReading(quantity)
    if current:
        current.supersede(by)


def _of_reading(
    tile: Tile,
    firing: Firing | None,
    current: Reading | ColourReading | ColourWords | None,
    by: User,
) -> dict[str, Any]:
    """What every new reading of a tile carries."""
    return {
        "studio_id": tile.studio_id,
        "tile": tile,
        "firing": firing,
        "corrects": current,
        "made_by": by,
    }
