"""Test tiles of a plan: made as stacks that stay as they are, and found again."""

import uuid
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from claycore.surface.samples import Sample, recipe_of, samples_of, words_of
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.as_core import core_stack
from umberpot.surface.plans.colours import FiredClays
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.progress import TileProgress, progress_of
from umberpot.tiles.services import TileOrder, make_stack_tiles
from umberpot.tiles.stacks import Stack, StackCoat


@dataclass(frozen=True)
class SampleOrder:
    """How many tiles of each sample, how each is, and the trial they are looked at in."""

    name: str
    count: int
    piece: PieceSpec
    atmosphere: str
    request_key: uuid.UUID
    by: User


@dataclass(frozen=True)
class SampleRow:
    """A sample of a plan and the tiles there are of it."""

    sample: Sample
    tiles: Sequence[TileProgress]


def samples_for(studio: Studio, plan: SurfacePlan) -> list[Sample]:
    """The test tiles worth firing of a plan as it is."""
    coats = list(plan.coats.select_related("mix__clay", "clay"))
    layers = FiredClays(studio, [(plan, coats)]).layers(plan, coats)
    return samples_of(core_stack(plan, coats, [layer.own for layer in layers], None))


def sample_rows(studio: Studio, plan: SurfacePlan, samples: Sequence[Sample]) -> list[SampleRow]:
    """Each sample with its tiles, also of earlier plans. As many queries for many as for one."""
    recipes = [recipe_of(sample.coats) for sample in samples]
    tiles = Tile.objects.of(studio).kept()
    tiles = tiles.filter(stack__body=plan.body_id, stack__recipe__in=recipes)
    by_recipe: dict[str, list[TileProgress]] = defaultdict(list)
    for tile in tiles.with_history():
        if tile.stack:
            by_recipe[tile.stack.recipe].append(progress_of(tile))
    return [
        SampleRow(sample, by_recipe[recipe])
        for sample, recipe in zip(samples, recipes, strict=True)
    ]


@whole_change()
def make_samples(plan: SurfacePlan, samples: Sequence[Sample], order: SampleOrder) -> Trial:
    """Test tiles of some samples of a plan, in a trial of their own. Made only once a key."""
    keys = [uuid.uuid5(order.request_key, sample.code) for sample in samples]
    made = Tile.objects.of(plan.studio).filter(request_key__in=keys).first()
    if made:
        return made.trial
    trial = Trial.objects.create(
        studio=plan.studio,
        name=order.name,
        ware=plan.studio.ware,
        school=plan.studio.school,
        atmosphere=order.atmosphere,
        made_by=order.by,
    )
    planned = {coat.name: coat for coat in plan.coats.select_related("mix", "clay")}
    for sample, key in zip(samples, keys, strict=True):
        stack = _stack(plan, sample, planned)
        make_stack_tiles(stack, trial, TileOrder(order.count, order.piece, key), order.by)
    return trial


def _stack(plan: SurfacePlan, sample: Sample, planned: dict[str, PlannedCoat]) -> Stack:
    """The stack of a sample, the one there is of it or a new one."""
    stack, is_new = Stack.objects.get_or_create(
        studio=plan.studio,
        body=plan.body,
        recipe=recipe_of(sample.coats),
        defaults={"name": words_of(sample.coats)},
    )
    if is_new:
        StackCoat.objects.bulk_create(
            StackCoat(
                studio=plan.studio,
                stack=stack,
                place=place,
                name=coat.name,
                mix=planned[coat.name].mix,
                material=planned[coat.name].clay,
                kind=coat.kind,
                application=coat.application,
                coats=coat.coats,
                thickness_mm=coat.thickness_mm,
            )
            for place, coat in enumerate(sample.coats)
        )
    return stack
