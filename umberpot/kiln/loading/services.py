"""Planning a load: pieces packed by the core, moved by hand, locked, and fired in the end."""

import uuid
from collections import Counter, defaultdict
from collections.abc import Hashable, Iterable, Mapping, Sequence
from itertools import islice
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Q, QuerySet

from claycore.firing.loading import by_hand, packing
from claycore.firing.loading.by_hand import Obstacle
from claycore.firing.loading.by_rules import (
    WITNESS,
    Arrangement,
    Fixed,
    PieceSet,
    load_by_rules,
)
from claycore.firing.loading.footprints import PieceSize, footprint, usual_size
from claycore.firing.loading.packing import Piece
from claycore.firing.loading.shelves import Placed, ShelfPlace, Size
from claycore.firing.schedule_checks import Limited, LoadToFire
from claycore.testing.bar_plan import needs_saucer
from umberpot.firings.models import Firing, Kiln
from umberpot.kiln.models import FiringLog, Load, LoadedPiece, Schedule
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.models.logs import LogState
from umberpot.kiln.services import RECORDED, fire
from umberpot.shelf.models import Material
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.bars import made_alike
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.columns import PLACE_COLUMNS
from umberpot.tiles.models import Loading, Step, Tile, TileQuerySet, Trial

MOST_IN_A_LOAD = 400
"""Tiles of one load: the oldest that wait. More than any studio kiln holds."""


class NoLongerPlanned(Exception):
    """The load was fired or cancelled meanwhile."""


class StillFiring(Exception):
    """The kiln is firing the load this moment."""


class NoPlace(Exception):
    """A piece cannot stand where it was put; ``obstacle`` says what is in the way, if known."""

    def __init__(self, obstacle: Obstacle | None = None) -> None:
        super().__init__(obstacle)
        self.obstacle = obstacle


def waiting_for(load: Load) -> TileQuerySet:
    """The tiles that wait for the heat of a load and are in no load yet, oldest first."""
    dry = Tile.objects.of(load.studio).at_work().filter(step=Step.FIRE, cone=load.cone)
    return dry.filter(loaded=None, atmosphere=load.atmosphere).order_by("pk")


def pieces_of(load: Load) -> QuerySet[LoadedPiece]:
    """What is in a load, witness cones too, without what was set aside since: broken or lost."""
    of_a_mix_aside = Q(tile__mix__set_aside_at__isnull=False)
    gone = Q(tile__set_aside_at__isnull=False) | of_a_mix_aside
    found: QuerySet[LoadedPiece] = load.pieces.exclude(gone)
    return found.select_related("tile__trial", "tile__mix")


def size_of(trial: Trial, mark_length_mm: float) -> PieceSize:
    """The size of a trial's pieces as made: measured, or the usual one for their marked line."""
    usual = usual_size(mark_length_mm)
    return PieceSize(
        trial.piece_length_mm or usual.length,
        trial.piece_width_mm or usual.width,
        trial.piece_thickness_mm or usual.thickness,
    )


@whole_change()
def plan_load(
    kiln: Kiln,
    cone: str,
    atmosphere: str,
    tiles: Sequence[Tile],
    by: User,
    key: uuid.UUID,
    arrangement: str = Arrangement.COMPARE,
) -> Load:
    """A new load with tiles in it, packed. The same ``key`` plans only one.

    Tiles that are in another load stay there.
    """
    load, is_new = Load.objects.of(kiln.studio).get_or_create(
        request_key=key,
        defaults={
            "studio": kiln.studio,
            "kiln": kiln,
            "cone": cone,
            "atmosphere": atmosphere,
            "arrangement": arrangement,
            "made_by": by,
        },
    )
    if is_new:
        add(load, tiles)
        pack(load)
    return load


@whole_change()
def add(load: Load, tiles: Iterable[Tile]) -> None:
    """Puts tiles into the tray of a load, the first of them as far as a load goes."""
    _still_planned(load)
    room = max(0, MOST_IN_A_LOAD - load.pieces.exclude(tile=None).count())
    tiles = list(islice(tiles, room))
    in_saucers = _never_so_hot(load, tiles)
    for tile in tiles:
        in_saucer = tile.clay_id in in_saucers
        size = footprint(size_of(tile.trial, tile.mark_length_mm), False, in_saucer)
        LoadedPiece.objects.get_or_create(
            tile=tile,
            defaults={
                "studio_id": load.studio_id,
                "load": load,
                "in_saucer": in_saucer,
                "width_mm": size.width,
                "depth_mm": size.depth,
            },
        )


def _never_so_hot(load: Load, tiles: Iterable[Tile]) -> set[int | None]:
    """The clays among tiles that were never fired so hot, by key."""
    clays = {tile.clay_id for tile in tiles if tile.clay_id}
    fired: dict[int, list[str]] = {clay: [] for clay in clays}
    been = Loading.objects.of(load.studio).filter(tile__clay__in=clays).exclude(firing__cone="")
    for clay, cone in been.values_list("tile__clay_id", "firing__cone").distinct():
        fired[clay].append(cone)
    return {clay for clay in clays if needs_saucer(load.cone, fired[clay])}


@whole_change()
def pack(load: Load) -> None:
    """Finds every piece that is not locked a new place; what finds none goes to the tray."""
    _still_planned(load)
    pieces = list(pieces_of(load))
    loose = [piece for piece in pieces if not piece.locked and piece.tile]
    LoadedPiece.objects.filter(load=load, tile=None, locked=False).delete()
    if not loose:
        return
    fixed = _fixed(load.kiln.shelf_count, [piece for piece in pieces if piece.locked])
    found = load_by_rules(
        load.kiln.shelves,
        sets_of(loose),
        load.clearance_mm,
        fixed,
        Arrangement(load.arrangement),
    )
    _write(load, loose, found)


@whole_change()
def arrange(load: Load, arrangement: Arrangement) -> None:
    """Packs a load again, its equal pieces together or spread."""
    _still_planned(load)
    load.arrangement = arrangement
    load.save(update_fields=["arrangement"])
    pack(load)


def _fixed(shelf_count: int, locked: Sequence[LoadedPiece]) -> list[Fixed]:
    """What is locked on each shelf, as the core wants it."""
    there = []
    for number in range(shelf_count):
        on_it = [piece for piece in locked if piece.shelf == number]
        there.append(
            Fixed(
                tuple(piece.placed for piece in on_it if piece.placed),
                frozenset(str(piece.tile.trial_id) for piece in on_it if piece.tile),
                any(piece.tile is None for piece in on_it),
            )
        )
    return there


def recipe_of(tile: Tile) -> Hashable:
    """What pieces that are equal have in common."""
    return (tile.trial_id, tile.role, *made_alike(tile))


def sets_of(pieces: Iterable[LoadedPiece]) -> list[PieceSet]:
    """Pieces of a trial that are compared with each other, oldest trial first.

    The first piece of every recipe makes one set, the second another, and so on: so equal pieces
    can be spread over the shelves, and one of each stands before the next of each.
    """
    copies: Counter[Hashable] = Counter()
    sets: dict[tuple[int, int], list[LoadedPiece]] = defaultdict(list)
    for piece in pieces:
        tile = piece.tile
        if tile is None:
            continue
        recipe = recipe_of(tile)
        sets[tile.trial_id, copies[recipe]].append(piece)
        copies[recipe] += 1
    return [
        PieceSet(
            str(trial),
            tuple(Piece(str(piece.pk), Size(piece.width_mm, piece.depth_mm)) for piece in of_set),
            any(piece.in_saucer for piece in of_set),
        )
        for (trial, _), of_set in sorted(sets.items())
    ]


def _write(load: Load, loose: Sequence[LoadedPiece], found: packing.PackedLoad) -> None:
    by_name = {str(piece.pk): piece for piece in loose}
    for piece in loose:
        piece.place = None
    cones = []
    for number, stood in enumerate(found.shelves):
        for one in stood:
            if one.piece == WITNESS:
                piece = LoadedPiece(studio_id=load.studio_id, load=load)
                cones.append(piece)
            else:
                piece = by_name[one.piece.name]
            piece.place = ShelfPlace(number, one.placed)
    LoadedPiece.objects.bulk_update(loose, PLACE_COLUMNS)
    LoadedPiece.objects.bulk_create(cones)


@whole_change()
def kiln_changed(kiln: Kiln) -> None:
    """The shelves of a kiln are others now: what is planned for it is packed again."""
    planned = Load.objects.of(kiln.studio).filter(kiln=kiln, state=LoadState.PLANNED)
    for load in planned.select_related("kiln"):
        LoadedPiece.objects.filter(load=load).update(locked=False, shelf=None, x_mm=None, y_mm=None)
        pack(load)


@whole_change()
def move(piece: LoadedPiece, shelf: int, x: float, y: float, turned: bool) -> None:
    """Puts a piece where someone dragged it, and locks it there. Raises NoPlace."""
    load = _still_planned(piece.load)
    if not 0 <= shelf < load.kiln.shelf_count:
        raise NoPlace
    size = Size(piece.width_mm, piece.depth_mm)
    placed = Placed(x, y, *(reversed(size) if turned else size))
    others = _others(piece, shelf)
    obstacle = by_hand.obstacle(load.kiln.shelf, placed, others, load.clearance_mm)
    if obstacle:
        raise NoPlace(obstacle)
    piece.place = ShelfPlace(shelf, placed)
    piece.locked = True
    piece.save()


@whole_change()
def put_on(piece: LoadedPiece, shelf: int) -> None:
    """Finds a place for a piece on a shelf, and locks it there. Raises NoPlace."""
    load = _still_planned(piece.load)
    if not 0 <= shelf < load.kiln.shelf_count:
        raise NoPlace
    size = Size(piece.width_mm, piece.depth_mm)
    found = by_hand.place_for(load.kiln.shelf, size, _others(piece, shelf), load.clearance_mm)
    if found is None:
        raise NoPlace
    piece.place = ShelfPlace(shelf, found)
    piece.locked = True
    piece.save()


def _others(piece: LoadedPiece, shelf: int) -> list[Placed]:
    others = LoadedPiece.objects.filter(load=piece.load_id, shelf=shelf).exclude(pk=piece.pk)
    return [other.placed for other in others if other.placed]


@whole_change()
def to_tray(piece: LoadedPiece) -> None:
    """Takes a piece off its shelf; witness cones go altogether."""
    _still_planned(piece.load)
    if piece.tile is None:
        piece.delete()
        return
    piece.place = None
    piece.locked = False
    piece.save()


@whole_change()
def remove(piece: LoadedPiece) -> None:
    """A piece is not to be in this load."""
    _still_planned(piece.load)
    piece.delete()


@whole_change()
def lock(piece: LoadedPiece, locked: bool) -> None:
    """A locked piece keeps its place when the rest is packed again."""
    _still_planned(piece.load)
    piece.locked = locked and piece.placed is not None
    piece.save(update_fields=["locked"])


@whole_change()
def resize(load: Load, trial: Trial, size: PieceSize, on_edge: bool) -> None:
    """Notes the size of a trial's pieces and how they stand; they go to the tray until packed."""
    _still_planned(load)
    trial.piece_length_mm, trial.piece_width_mm = size.length, size.width
    trial.piece_thickness_mm = size.thickness
    trial.save(update_fields=["piece_length_mm", "piece_width_mm", "piece_thickness_mm"])
    for piece in load.pieces.filter(tile__trial=trial):
        covers = footprint(size, on_edge, piece.in_saucer)
        piece.width_mm, piece.depth_mm = covers
        piece.on_edge = on_edge
        piece.place = None
        piece.locked = False
        piece.save()


def check_against(load: Load, pieces: Sequence[LoadedPiece]) -> LoadToFire:
    """What a schedule has to suit: the cone, whether anything is raw, what has a top of its own."""
    tiles = [piece.tile for piece in pieces if piece.tile]
    fired = set(Loading.objects.filter(tile__in=tiles).values_list("tile_id", flat=True))
    inside = Q(mix_parts__mix__tiles__in=tiles) | Q(bars__in=tiles) | Q(glazed_tiles__in=tiles)
    inside |= Q(stacks__tiles__in=tiles)
    named = Q(top_cone__gt="") | Q(claim__cone_high__gt="")
    materials = Material.objects.of(load.studio).filter(inside, named).select_related("claim")
    return LoadToFire(
        load.cone,
        any(tile.pk not in fired for tile in tiles),
        tuple(Limited(one.name, one.highest_cone) for one in materials.distinct()),
    )


@whole_change()
def choose_schedule(load: Load, schedule: Schedule | None) -> None:
    """A load is to be fired by a schedule, or by none that is kept."""
    _still_planned(load)
    load.schedule = schedule
    load.save(update_fields=["schedule"])


@whole_change()
def fire_load(load: Load, recorded: Mapping[str, Any], by: User) -> Firing:
    """Records the firing of a load: what stands on a shelf was in it, and where it stood.

    What is still in the tray goes back to waiting. Firing it again gives the firing it has.
    """
    fresh = Load.objects.select_for_update().select_related("studio").get(pk=load.pk)
    if fresh.firing:
        return fresh.firing
    if fresh.state != LoadState.PLANNED:
        raise NoLongerPlanned
    pieces = pieces_of(load).select_related(None)
    places = {one.tile_id: one.place for one in pieces if one.tile_id and one.place}
    if not places:
        raise NoPlace
    tiles = list(tiles_with_history(keys=places))
    firing = fire(
        tiles,
        Firing(
            studio=fresh.studio,
            **{field: recorded[field] for field in RECORDED if field in recorded},
            made_by=by,
            kiln=fresh.kiln,
            request_key=uuid.uuid5(fresh.request_key, "fired"),
        ),
        places,
    )
    fresh.state, fresh.firing = LoadState.FIRED, firing
    fresh.save(update_fields=["state", "firing"])
    FiringLog.objects.filter(load=fresh).update(firing=firing)
    LoadedPiece.objects.filter(load=fresh).delete()
    return firing


@whole_change()
def cancel(load: Load) -> None:
    """A load is not to be fired; its pieces go back to waiting. Raises StillFiring."""
    _still_planned(load)
    if load.logs.filter(state=LogState.RUNNING).exists():
        raise StillFiring
    load.state = LoadState.CANCELLED
    load.save(update_fields=["state"])
    LoadedPiece.objects.filter(load=load).delete()


def _still_planned(load: Load) -> Load:
    fresh: Load = Load.objects.select_for_update().select_related("kiln").get(pk=load.pk)
    if fresh.state != LoadState.PLANNED:
        raise NoLongerPlanned
    return fresh
