"""Bar tests: planning one, making its bars, and weighing them dry."""

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from claycore import inscriptions
from claycore.inscriptions import TILE_LONGER_THAN_MARK_MM
from claycore.testing import drying
from claycore.testing.bar_plan import PlannedBar
from claycore.testing.readings import Quantity
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.services import next_codes
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import ClayTest, DryingWeighing, Step, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import Entry, record
from umberpot.tiles.steps import note_made, note_steps


@dataclass(frozen=True)
class BarOrder:
    """A bar test that someone wants of a clay; ``mix`` is what it was blended in, if it was."""

    clay: Material
    name: str
    bars: tuple[PlannedBar, ...]
    mark_length_mm: float
    method: str
    span_mm: float | None
    request_key: uuid.UUID
    mix: Mix | None = None
    atmosphere: str = Atmosphere.OXIDATION


@whole_change()
def start_test(order: BarOrder, studio: Studio, by: User) -> ClayTest:
    """A test with its bars planned and named. The same ``request_key`` starts it only once."""
    there = Tile.objects.of(studio).filter(request_key=order.request_key).first()
    if there:
        return ClayTest.objects.get(trial_id=there.trial_id)
    trial = Trial.objects.create(
        studio=studio,
        name=order.name,
        ware=studio.ware,
        school=studio.school,
        atmosphere=order.atmosphere,
        made_by=by,
    )
    test = ClayTest.objects.create(
        studio=studio,
        trial=trial,
        clay=order.clay,
        method=order.method,
        span_mm=order.span_mm,
    )
    codes = next_codes(studio, len(order.bars))
    made = [
        Tile(
            studio=studio,
            trial=trial,
            mix=order.mix,
            clay=order.clay,
            code=code,
            inscription=_inscription(order, bar, code, studio),
            step=Step.MAKE,
            request_key=order.request_key,
            made_by=by,
            **_piece(order, bar).on_tile(),
        )
        for code, bar in zip(codes, order.bars, strict=True)
    ]
    for tile in made:
        tile.atmosphere = tile.next_atmosphere(None)
    Tile.objects.bulk_create(made)
    return test


def _piece(order: BarOrder, bar: PlannedBar) -> PieceSpec:
    cones = tuple(bar.cones)
    return PieceSpec(
        order.mark_length_mm, cones[0], role=bar.role, cone_plan=cones, climbs=bar.climbs
    )


def _inscription(order: BarOrder, bar: PlannedBar, code: str, studio: Studio) -> tuple[str, ...]:
    """What to stamp into a bar: its code and last cone, and the clay's own code or short name."""
    return inscriptions.inscription(
        code,
        [],
        (order.clay.name, order.clay.supplier_code),
        bar.cones[-1],
        glazed=False,
        tile_mm=order.mark_length_mm + TILE_LONGER_THAN_MARK_MM,
        tool=studio.scratching_tool,
    )


def shape_bars(test: ClayTest) -> int:
    """All the bars of a test are made and stamped; gives how many were not yet."""
    waiting = list(Tile.objects.of(test.studio).kept().filter(trial=test.trial_id, shaped_at=None))
    note_made(waiting)
    note_steps(waiting)
    return len(waiting)


def next_steps(tiles: Sequence[Tile]) -> list[tuple[str, list[str]]]:
    """What is to be done next, with the codes of the bars it is to be done with."""
    codes: dict[str, list[str]] = {}
    for tile in tiles:
        words = Step(tile.step).label
        if tile.step == Step.FIRE:
            words = f"Fire to cone {tile.cone}"
        codes.setdefault(str(words), []).append(tile.code)
    return list(codes.items())


def judge_drying(weighings: Sequence[DryingWeighing]) -> drying.Constant:
    """Whether one bar's weighings, in order of time, say that it is bone dry."""
    if not weighings:
        return drying.constant_weight([])
    first = weighings[0].made_at
    return drying.constant_weight(
        [((w.made_at - first).total_seconds() / 60, w.measured) for w in weighings]
    )


@dataclass(frozen=True)
class Drying:
    """A bar that is drying: its weighings so far, and what they say."""

    bar: Tile
    weighings: tuple[DryingWeighing, ...]

    @property
    def summary(self) -> str:
        return judge_drying(self.weighings).sentence


def drying_bars(tiles: Iterable[Tile]) -> list[Drying]:
    """Those of the tiles that are drying, with their weighings."""
    drying = [tile for tile in tiles if tile.step == Step.DRY]
    weighings: dict[int, list[DryingWeighing]] = {tile.pk: [] for tile in drying}
    for weighing in DryingWeighing.objects.filter(tile__in=drying):
        weighings[weighing.tile_id].append(weighing)
    return [Drying(tile, tuple(weighings[tile.pk])) for tile in drying]


@whole_change()
def weigh_drying(bar: Tile, grams: float, step: float, by: User) -> drying.Constant:
    """One more weighing of a drying bar. Two that agree, far enough apart, record it bone dry."""
    DryingWeighing.objects.create(
        studio_id=bar.studio_id, tile=bar, grams=grams, step=step, made_by=by
    )
    found = judge_drying(list(bar.drying_weighings.all()))
    dry = bar.readings.filter(quantity=Quantity.MASS_DRY, firing=None, superseded_at=None)
    if found.is_constant and not dry.exists():
        record(bar, None, {Quantity.MASS_DRY: Entry(grams, step, None)}, by)
    return found
