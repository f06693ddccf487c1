"""Making tiles, and setting them aside."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import islice

from django.contrib.auth.models import User
from django.utils import timezone

from claycore import inscriptions
from claycore.inscriptions import TILE_LONGER_THAN_MARK_MM
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.services import next_codes
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.signals import tiles_changed
from umberpot.tiles.stacks import Stack
from umberpot.tiles.steps import note_made, note_steps


@dataclass(frozen=True)
class TileOrder:
    """Tiles someone wants of a mix; not ``shaped`` while they are only planned."""

    count: int
    piece: PieceSpec
    request_key: uuid.UUID
    shaped: bool = True


def supplier_codes_of(*mixes: Mix) -> dict[str, str]:
    """The supplier's code of each colourant of some mixes, as far as the shelf knows it."""
    names = {name for mix in mixes for name in mix.batch.colourants_g}
    if not names:
        return {}
    colourants = Material.objects.of(mixes[0].studio).filter(name__in=names)
    return dict(colourants.values_list("name", "supplier_code"))


def inscription_of(
    mix: Mix, code: str, piece: PieceSpec, tool: str, codes: Mapping[str, str]
) -> tuple[str, ...]:
    """What to scratch into a tile of this mix, whose colourants have these supplier's codes."""
    return inscriptions.inscription(
        code,
        [(name, codes.get(name, ""), pct) for name, pct in mix.said_pcts.items()],
        (mix.clay_name, mix.clay.supplier_code if mix.clay else ""),
        piece.cone,
        piece.glazed,
        piece.mark_length_mm + TILE_LONGER_THAN_MARK_MM,
        tool,
    )


def plain_clay_of(mix: Mix) -> Material | None:
    """The clay that a mix is nothing but, so that its tiles tell of the clay; None otherwise."""
    return None if any(pct > 0 for pct in mix.batch.pcts.values()) else mix.clay


@whole_change()
def make_tiles(mix: Mix, trial: Trial, order: TileOrder, by: User) -> list[Tile]:
    """Tiles with codes of their own. The same ``request_key`` makes them only once."""
    return make_tiles_of([(mix, order)], trial, by)


@whole_change()
def make_tiles_of(orders: Sequence[tuple[Mix, TileOrder]], trial: Trial, by: User) -> list[Tile]:
    """Tiles of several mixes of a trial, their codes in order; as ``make_tiles`` of each."""
    studio = trial.studio
    keys = [order.request_key for _, order in orders]
    made = list(Tile.objects.of(studio).filter(request_key__in=keys))
    there = {tile.request_key for tile in made}
    missing = [(mix, order) for mix, order in orders if order.request_key not in there]
    if not missing:
        return made
    if trial.pk is None:
        trial.save()
    codes = iter(next_codes(studio, sum(order.count for _, order in missing)))
    supplier_codes = supplier_codes_of(*(mix for mix, _ in missing))
    return made + Tile.objects.bulk_create(
        Tile(
            studio=studio,
            trial=trial,
            mix=mix,
            clay=plain_clay_of(mix),
            code=code,
            inscription=inscription_of(
                mix, code, order.piece, studio.scratching_tool, supplier_codes
            ),
            atmosphere=trial.atmosphere,
            label_pcts=mix.said_pcts if order.shaped else None,
            shaped_at=timezone.now() if order.shaped else None,
            step=Step.DRY if order.shaped else Step.MAKE,
            request_key=order.request_key,
            made_by=by,
            **order.piece.on_tile(),
        )
        for mix, order in missing
        for code in islice(codes, order.count)
    )


def stack_inscription(stack: Stack, code: str, piece: PieceSpec, tool: str) -> tuple[str, ...]:
    """What to scratch into a test tile of a surface: what colours its top coat, and its body."""
    mix = stack.top.mix
    codes = supplier_codes_of(mix) if mix else {}
    coloured = mix.said_pcts if mix else {}
    return inscriptions.inscription(
        code,
        [(name, codes.get(name, ""), pct) for name, pct in coloured.items()],
        (stack.body.name, stack.body.supplier_code),
        piece.cone,
        piece.glazed,
        piece.mark_length_mm + TILE_LONGER_THAN_MARK_MM,
        tool,
    )


@whole_change()
def make_stack_tiles(stack: Stack, trial: Trial, order: TileOrder, by: User) -> list[Tile]:
    """Test tiles of a surface. The same ``request_key`` makes them only once."""
    made = list(Tile.objects.of(stack.studio).filter(request_key=order.request_key))
    if made:
        return made
    if trial.pk is None:
        trial.save()
    tool = stack.studio.scratching_tool
    return Tile.objects.bulk_create(
        Tile(
            studio=stack.studio,
            trial=trial,
            stack=stack,
            code=code,
            inscription=stack_inscription(stack, code, order.piece, tool),
            atmosphere=trial.atmosphere,
            shaped_at=timezone.now() if order.shaped else None,
            step=Step.DRY if order.shaped else Step.MAKE,
            request_key=order.request_key,
            made_by=by,
            **order.piece.on_tile(),
        )
        for code in next_codes(stack.studio, order.count)
    )


@whole_change()
def remake(tile: Tile, by: User) -> Tile:
    """A new piece of the same recipe, still to be made; the old one is kept. Made only once."""
    made: Tile | None = Tile.objects.of(tile.studio).filter(remakes=tile).first()
    if made:
        return made
    (code,) = next_codes(tile.studio, 1)
    first, *rest = tile.inscription or [tile.code]
    new = Tile(
        studio=tile.studio,
        trial=tile.trial,
        mix=tile.mix,
        clay=tile.clay,
        stack=tile.stack,
        code=code,
        inscription=[first.replace(tile.code, code, 1), *rest],
        remakes=tile,
        step=Step.MAKE,
        request_key=uuid.uuid4(),
        made_by=by,
        **PieceSpec.of(tile).on_tile(),
    )
    new.atmosphere = new.next_atmosphere(None)
    new.save()
    if not new.is_bar:
        _word([new])
    return new


@whole_change()
def shape(mix: Mix) -> list[Tile]:
    """The planned tiles of a mix are made, and labelled as their page said."""
    tiles = list(Tile.objects.of(mix.studio).kept().filter(mix=mix, shaped_at=None))
    for tile in tiles:
        tile.label_pcts = mix.said_pcts
    Tile.objects.bulk_update(tiles, ["label_pcts"])
    note_made(tiles)
    note_steps(tiles)
    return tiles


def word_labels(mix: Mix) -> None:
    """What is to be scratched into tiles still to be made follows what was weighed."""
    unmade = Tile.objects.of(mix.studio).filter(mix=mix, shaped_at=None).exclude(mix=None)
    _word(list(unmade))


@whole_change()
def scratch_over(tile: Tile) -> None:
    """Its label is put right: it says what is in the tile."""
    _word([tile])
    tile.label_pcts = tile.mix.said_pcts if tile.mix else None
    tile.label_kept = False
    tile.save(update_fields=["label_pcts", "label_kept"])


@whole_change()
def keep_label(tile: Tile) -> None:
    """Its label stays as its name though something else is in it."""
    tile.label_kept = True
    tile.save(update_fields=["label_kept"])


def _word(tiles: list[Tile]) -> None:
    """The words of the labels of some tiles of one mix, from what is in it."""
    mix = tiles[0].mix if tiles else None
    if mix is None:
        return
    tool, supplier_codes = mix.studio.scratching_tool, supplier_codes_of(mix)
    for tile in tiles:
        piece = PieceSpec.of(tile)
        tile.inscription = inscription_of(mix, tile.code, piece, tool, supplier_codes)
    Tile.objects.bulk_update(tiles, ["inscription"])


def set_tile_aside(tile: Tile, aside: bool) -> None:
    """Sets a tile aside, or takes it back; what its clay's bars come to is recalculated."""
    tile.set_aside(aside)
    tiles_changed.send(Tile, tiles=[tile])
