"""Test tiles of a plan: made as stacks that stay as they are, and found again."""

import uuid
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace

from django.contrib.auth.models import User

from claycore.surface.samples import Sample, recipe_of, samples_of, words_of
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.as_core import core_face
from umberpot.surface.plans.colours import FiredClays
from umberpot.surface.plans.faces import Face, faces_of
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
class FaceSample:
    """A sample of one face of a plan; its face is named where the faces differ."""

    sample: Sample
    face: Face

    @property
    def code(self) -> str:
        return f"{self.face.side}_{self.sample.code}" if self.face.title else self.sample.code

    @property
    def title(self) -> str:
        if not self.face.title:
            return self.sample.title
        return f"{self.face.title}: {self.sample.title}"

    @property
    def is_usual(self) -> bool:
        """Whether it shows the plan itself."""
        return self.sample.is_usual


@dataclass(frozen=True)
class SampleRow:
    """A sample of a plan and the tiles there are of it."""

    sample: FaceSample
    tiles: Sequence[TileProgress]


def samples_for(studio: Studio, plan: SurfacePlan) -> list[FaceSample]:
    """The test tiles worth firing of a plan as it is, face by face."""
    faces = faces_of(plan, list(plan.coats.select_related("mix__clay", "clay")))
    clays = FiredClays(studio, [(plan, faces)])
    return [
        FaceSample(sample, face)
        for face in faces
        for sample in samples_of(
            core_face(plan, face, [layer.own for layer in clays.layers(plan, face)], None)
        )
    ]


def sample_rows(
    studio: Studio, plan: SurfacePlan, samples: Sequence[FaceSample]
) -> list[SampleRow]:
    """Each sample with its tiles, also of earlier plans. As many queries for many as for one."""
    recipes = [recipe_of(one.sample.coats) for one in samples]
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
def make_samples(plan: SurfacePlan, samples: Sequence[FaceSample], order: SampleOrder) -> Trial:
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
    for one, key in zip(samples, keys, strict=True):
        stack = _stack(plan, one.sample, planned)
        tiles = TileOrder(order.count, _glazed_as(one.face, order.piece), key)
        make_stack_tiles(stack, trial, tiles, order.by)
    return trial


def _glazed_as(face: Face, piece: PieceSpec) -> PieceSpec:
    """A glazed piece with the glaze of its face, where the faces of the plan differ."""
    if not (face.title and piece.glazed):
        return piece
    glazed, glaze = face.glazing.is_glazed, face.glazing.glaze
    half = piece.bare_half and glazed
    return replace(piece, glazed=glazed, bare_half=half, glaze_id=glaze.pk if glaze else None)


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
