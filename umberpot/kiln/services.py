"""Recording firings, and correcting one that was recorded wrong: what it said first stays told."""

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import User

from claycore.firing.loading.shelves import ShelfPlace
from claycore.measure.formatting import plain
from umberpot.firings.models import Firing, FiringChange
from umberpot.firings.models.atmospheres import Atmosphere, fired_in_words
from umberpot.kiln.models import LoadedPiece
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Loading, Tile
from umberpot.tiles.steps import note_steps

RECORDED = ("kind", "cone", "atmosphere", "fired_on", "burned", "lasted_h", "peak_c", "note")
"""What is recorded of a firing, and can be corrected."""


@whole_change()
def fire(
    tiles: list[Tile], firing: Firing, places: Mapping[int, ShelfPlace] | None = None
) -> Firing:
    """Records a new firing with tiles in it. The same ``request_key`` records only one.

    ``places`` says, by the key of a tile, where it stood, as far as a load was planned.
    """
    recorded = Firing.objects.of(firing.studio).filter(request_key=firing.request_key).first()
    if recorded is None:
        firing.save()
        recorded = firing
    load_and_fire(tiles, recorded, places or {})
    return recorded


@whole_change()
def load_and_fire(
    tiles: list[Tile], firing: Firing, places: Mapping[int, ShelfPlace] | None = None
) -> None:
    """Puts tiles into a firing; a tile that is already in it stays in it once.

    They leave whatever load was planned for them.
    """
    Loading.objects.bulk_create(
        (_loading(tile, firing, (places or {}).get(tile.pk)) for tile in tiles),
        ignore_conflicts=True,
    )
    LoadedPiece.objects.filter(tile__in=tiles).delete()
    note_steps(tiles)


def _loading(tile: Tile, firing: Firing, place: ShelfPlace | None) -> Loading:
    loading = Loading(studio_id=firing.studio_id, tile=tile, firing=firing)
    loading.place = place
    return loading


class ReadAfterwards(Exception):
    """Something was read off the tile after the firing, so it was in it."""


@whole_change()
def correct_firing(firing: Firing, corrected: Mapping[str, Any], by: User) -> None:
    """Corrects a firing's fields; the next steps of its tiles are worked out again.

    Raises ReadAfterwards where it is to have fired nothing, though something was read after it.
    """
    fresh = Firing.objects.select_for_update().get(pk=firing.pk)
    before = _as_recorded(fresh)
    for field in corrected.keys() & set(RECORDED):
        setattr(fresh, field, corrected[field])
    after = _as_recorded(fresh)
    changes = [
        f"{what} {after[what]} instead of {was}"
        for what, was in before.items()
        if after[what] != was
    ]
    if not changes:
        return
    if not fresh.fired_ware:
        _nothing_was_read(fresh)
    fresh.save(update_fields=RECORDED)
    for summary in changes:
        note_change(fresh, summary, by)
    note_steps(list(Tile.objects.filter(loadings__firing=fresh)))


def _as_recorded(firing: Firing) -> dict[str, str]:
    """What is recorded of a firing, as its corrections tell it."""
    return {
        "fired to": fired_in_words(firing.cone, Atmosphere.OXIDATION, firing.kind),
        "atmosphere": firing.atmosphere,
        "fired on": str(firing.fired_on),
        "burned": firing.burned or "not noted",
        "duration": _measured(firing.lasted_h, "h"),
        "peak": _measured(firing.peak_c, "°C"),
        "note": f"“{firing.note}”",
    }


def _measured(figure: float | None, unit: str) -> str:
    return "not noted" if figure is None else f"{plain(figure)} {unit}"


def _nothing_was_read(firing: Firing) -> None:
    """Raises ReadAfterwards, naming the first piece that has readings after this firing."""
    for tile in Tile.objects.filter(loadings__firing=firing).with_history():
        if read_after(tile, firing):
            raise ReadAfterwards(tile.code)


@whole_change()
def take_out(tile: Tile, firing: Firing, by: User) -> None:
    """A tile was not in the firing after all. Raises ReadAfterwards."""
    fresh = Tile.objects.filter(pk=tile.pk).with_history().get()
    if read_after(fresh, firing):
        raise ReadAfterwards(tile.code)
    gone, _ = Loading.objects.filter(tile=tile, firing=firing).delete()
    if gone:
        note_change(firing, f"{tile.code} removed from this firing", by)
        note_steps([tile])


def read_after(tile: Tile, firing: Firing) -> bool:
    """Whether anything that stands was read off a tile (``with_history``) after a firing."""
    taken = [*tile.readings.all(), *tile.colours.all()]
    return any(one.is_current and one.firing_id == firing.pk for one in taken) or any(
        remark.withdrawn_at is None and remark.firing_id == firing.pk
        for remark in tile.remarks.all()
    )


def note_change(firing: Firing, summary: str, by: User) -> None:
    """Notes in words what was corrected or happened."""
    FiringChange.objects.create(
        studio_id=firing.studio_id, firing=firing, summary=summary[:240], made_by=by
    )
