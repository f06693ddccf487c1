"""Noting what a firing did; what was noted first stays told."""

from collections import defaultdict
from collections.abc import Hashable, Mapping

from django.contrib.auth.models import User
from django.db import models

from claycore.firing.witness import BEND_WORDS, Bend, ShelfHeat, shelf_heat
from claycore.measure.errors import ClayError
from claycore.testing.bars import RemarkCode
from claycore.testing.readings import Quantity
from umberpot.firings.models import Firing, Kiln, WitnessCone
from umberpot.kiln.loading.services import recipe_of
from umberpot.kiln.services import note_change
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Loading, Reading, Tile
from umberpot.tiles.readings.services import record_remarks
from umberpot.tiles.services import remake, set_tile_aside

MOST_PIECES = 2000
MOST_FIRINGS = 60
"""Firings of a kiln from which its spread is learned: the latest."""


class ConesContradict(Exception):
    """On some shelves a hotter cone bent before a cooler one; ``errors`` says so by shelf."""

    def __init__(self, errors: Mapping[int, str]) -> None:
        super().__init__(errors)
        self.errors = errors


class Mishap(models.TextChoices):
    """What can have happened to a piece in the kiln."""

    BROKEN = "broken", "Broken"
    STUCK = "stuck", "Stuck"
    BLOATED = "bloated", "Bloated"
    LOST = "lost", "Lost"

    @property
    def is_gone(self) -> bool:
        """Whether nothing more is read of such a piece."""
        return self in (Mishap.BROKEN, Mishap.LOST)


SEEN = {
    Mishap.BROKEN: RemarkCode.BROKEN,
    Mishap.STUCK: RemarkCode.STUCK,
    Mishap.BLOATED: RemarkCode.BLOATED,
}
"""What can be seen on the piece; a lost one shows nothing."""


@whole_change()
def note_mishap(tile: Tile, firing: Firing, mishap: Mishap, by: User) -> None:
    """Notes what happened to a piece; a broken or lost one is set aside. A second time changes
    nothing."""
    seen = SEEN.get(mishap)
    if seen:
        record_remarks(tile, firing, {seen}, set(), by)
    if mishap.is_gone and tile.set_aside_at is None:
        set_tile_aside(tile, True)
    summary = f"{tile.code} {mishap.label.lower()}"
    if not firing.changes.filter(summary=summary).exists():
        note_change(firing, summary, by)


@whole_change()
def remake_piece(tile: Tile, firing: Firing, by: User) -> Tile:
    """A new piece of the same recipe; the firing tells."""
    is_new = not Tile.objects.filter(remakes=tile).exists()
    made = remake(tile, by)
    if is_new:
        note_change(firing, f"{tile.code} remade as {made.code}", by)
    return made


@whole_change()
def note_cones(firing: Firing, found: Mapping[tuple[int, str], Bend | None], by: User) -> None:
    """Notes how witness cones were found, by shelf and cone; None takes one back.

    Raises ConesContradict, and then nothing is noted.
    """
    known = {(one.shelf, one.cone): one for one in firing.witness_cones.all()}
    kept = {place: Bend(one.bend) for place, one in known.items()}
    if wrong := _contradictions({**kept, **found}):
        raise ConesContradict(wrong)
    told = []
    for (shelf, cone), bend in found.items():
        was = known.get((shelf, cone))
        if bend is None and was:
            was.delete()
            told.append(f"shelf {shelf + 1}, cone {cone} taken back")
        elif bend and (was is None or was.bend != bend):
            WitnessCone.objects.update_or_create(
                firing=firing,
                shelf=shelf,
                cone=cone,
                defaults={"studio_id": firing.studio_id, "bend": bend, "made_by": by},
            )
            if was:
                before = BEND_WORDS[Bend(was.bend)]
                told.append(f"shelf {shelf + 1}, cone {cone} {BEND_WORDS[bend]}, not {before}")
    for summary in told:
        note_change(firing, summary, by)


def _contradictions(found: Mapping[tuple[int, str], Bend | None]) -> dict[int, str]:
    """What is wrong with the cones of each shelf where a hotter one bent before a cooler one."""
    by_shelf: dict[int, dict[str, Bend]] = defaultdict(dict)
    for (shelf, cone), bend in found.items():
        if bend:
            by_shelf[shelf][cone] = bend
    wrong = {}
    for shelf, seen in by_shelf.items():
        try:
            shelf_heat(seen)
        except ClayError as error:
            wrong[shelf] = str(error)
    return wrong


def heats(firing: Firing) -> dict[int, ShelfHeat]:
    """How hot each shelf got, by its witness cones. Raises ClayError naming ``cone``."""
    seen: dict[int, dict[str, Bend]] = defaultdict(dict)
    for one in firing.witness_cones.all():
        seen[one.shelf][one.cone] = Bend(one.bend)
    return {shelf: shelf_heat(of_shelf) for shelf, of_shelf in seen.items()}


def equal_pieces_of(kiln: Kiln) -> list[dict[int, list[float]]]:
    """The total shrinkages of equal pieces by shelf, percent: one entry a recipe and firing."""
    stood = Loading.objects.filter(firing__kiln=kiln, shelf__isnull=False)
    lengths = {
        (reading.tile_id, reading.firing_id): reading.value
        for reading in Reading.objects.filter(
            quantity=Quantity.LENGTH_FIRED, superseded_at=None, firing__kiln=kiln
        )
    }
    sets: dict[Hashable, dict[int, list[float]]] = defaultdict(lambda: defaultdict(list))
    for one in stood.select_related("tile").order_by("-firing_id")[:MOST_PIECES]:
        length = lengths.get((one.tile_id, one.firing_id))
        if length is not None and one.shelf is not None:
            mark = one.tile.mark_length_mm
            sets[one.firing_id, recipe_of(one.tile)][one.shelf].append(100 * (mark - length) / mark)
    return list(sets.values())


def heats_of(kiln: Kiln) -> list[dict[int, ShelfHeat]]:
    """How hot the shelves of a kiln got in each of its latest firings."""
    latest = kiln.firings.order_by("-fired_on", "-pk")[:MOST_FIRINGS]
    return [heats(firing) for firing in latest.prefetch_related("witness_cones")]
