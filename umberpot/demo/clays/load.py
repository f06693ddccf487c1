"""Lays the clays of the demo story: sheets, bars with every reading, a line of blends, timers."""

import uuid
from collections.abc import Mapping
from datetime import timedelta

from django.utils import timezone

from claycore.testing import bar_plan, bar_roles
from claycore.testing.bars import RemarkCode
from claycore.testing.protocols import protocol
from claycore.testing.readings import READINGS, Quantity
from umberpot.bench import services as bench
from umberpot.bench.models import Timer
from umberpot.clays.bar_tests import services as bars
from umberpot.demo.clays import story
from umberpot.demo.clays.story import DemoAtCone, DemoClay
from umberpot.demo.load import DemoLoader, backdate
from umberpot.kiln import services as kiln
from umberpot.mixing.line_blends import LineOrder, make_line
from umberpot.mixing.models import Mix
from umberpot.shelf.models import FieldSheet, Material, SupplierClaim
from umberpot.tiles.models import ClayTest, Reading, Tile, Trial
from umberpot.tiles.readings import services as readings

MARK_MM = 100.0
WET_G = 112.0
APART = (0.0, 0.8, -0.7, 0.4, -0.3)
"""How far the bars of a cone lie from their mean, in units of the clay's spread."""

DRY_OFF = 0.6
"""How much of a bar's difference wet is left when it is dry: bars are not equally plastic."""


def _on_the_ruler(length_mm: float) -> float:
    """As a ruler of half millimetres shows it."""
    return round(length_mm * 2) / 2


def _fired_g(row: DemoClay, off: float) -> float:
    return (WET_G / (1 + row.plasticity_pct / 100) + off * DRY_OFF) * (1 - row.loss_pct / 100)


class ClayLoader:
    """One loading of the clays, on top of the rest of the story."""

    def __init__(self, loader: DemoLoader) -> None:
        self.studio, self.user, self.loader = loader.studio, loader.user, loader

    def load(self) -> None:
        """Everything about the clays."""
        for name, noted in story.SHEETS.items():
            dug_on = timezone.localdate() - timedelta(days=60)
            FieldSheet.objects.create(
                studio=self.studio, material=self._clay(name), dug_on=dug_on, **noted
            )
        for name, claims in story.CLAIMS.items():
            SupplierClaim.objects.create(studio=self.studio, material=self._clay(name), **claims)
        for row in story.CLAYS:
            self._tested(self._clay(row.name), row, None)
        self._line()
        self._started()

    def _clay(self, name: str) -> Material:
        return Material.objects.of(self.studio).get(name=name)

    def _test(
        self, clay: Material, planned: tuple[bar_plan.PlannedBar, ...], mix: Mix | None
    ) -> ClayTest:
        order = bars.BarOrder(
            clay=clay,
            name=f"{clay.name}, bars",
            bars=planned,
            mark_length_mm=MARK_MM,
            method="boil_soak",
            span_mm=100.0,
            request_key=uuid.uuid4(),
            mix=mix,
        )
        test = bars.start_test(order, self.studio, self.user)
        bars.shape_bars(test)
        return test

    def _tested(self, clay: Material, row: DemoClay, mix: Mix | None) -> None:
        """A test with every bar read up to its cone."""
        cones = [at.cone for at in row.cones]
        planned = bar_plan.plan(
            cones, row.replicates, separate_soak=False, bend_bars=row.bend, climbing=False
        )
        test = self._test(clay, planned, mix)
        made = Tile.objects.filter(trial=test.trial_id)
        off = {bar: APART[n % len(APART)] * row.spread for n, bar in enumerate(made)}
        dry = [self._before_firing(bar, row, off[bar]) for bar in off]
        readings.record_pieces(None, dry, self.user)
        for at in row.cones:
            of_cone = [bar for bar in off if bar.cone == at.cone]
            firing = self.loader.firing(at.cone, row.days_ago - 4 - row.cones.index(at))
            kiln.load_and_fire(of_cone, firing)
            fired = [self._after_firing(bar, row, at, off[bar]) for bar in of_cone]
            readings.record_pieces(firing, fired, self.user)
            if at.cold_pct:
                cold = [
                    self._soaked_cold(bar, _fired_g(row, off[bar]), at.cold_pct)
                    for bar in of_cone
                    if bar.role != bar_roles.BEND.code
                ]
                readings.record_pieces(firing, cold, self.user)
        days_ago = row.days_ago
        backdate(Trial.objects.filter(pk=test.trial_id), days_ago, "made_at")
        backdate(made, days_ago, "shaped_at")
        backdate(Reading.objects.filter(tile__trial=test.trial_id), days_ago - 8, "made_at")

    def _before_firing(self, bar: Tile, row: DemoClay, off: float) -> readings.PieceEntries:
        dry_g = WET_G / (1 + row.plasticity_pct / 100)
        figures: dict[Quantity, float | None] = {
            Quantity.MASS_WET: round(WET_G + off, 1),
            Quantity.MASS_DRY: round(dry_g + off * DRY_OFF, 1),
            Quantity.LENGTH_WET: MARK_MM,
            Quantity.LENGTH_DRY: _on_the_ruler(MARK_MM - row.drying_pct + 0.2 * off),
        }
        if bar.role == bar_roles.BEND.code:
            figures = {q: v for q, v in figures.items() if not READINGS[q].is_mass}
        return readings.PieceEntries(bar, self._entries(figures), remarks_made={RemarkCode.LOOKED})

    def _after_firing(
        self, bar: Tile, row: DemoClay, at: DemoAtCone, off: float
    ) -> readings.PieceEntries:
        if bar.role == bar_roles.BEND.code:
            sagged: dict[Quantity, float | None] = {
                Quantity.SAG: at.sag_mm or 1.0,
                Quantity.THICKNESS: 9.5,
            }
            return readings.PieceEntries(bar, self._entries(sagged))
        dry_g = _fired_g(row, off)
        length = MARK_MM - at.total_pct + 0.25 * off
        soaked = dry_g * (1 + at.absorption_pct * (1 + 0.03 * off) / 100)
        figures: dict[Quantity, float | None] = {
            Quantity.LENGTH_FIRED: _on_the_ruler(length),
            Quantity.MASS_FIRED: round(dry_g, 1),
            Quantity.MASS_SOAKED: round(soaked, 1),
            Quantity.MASS_HUNG: round(dry_g * at.hung_share, 1) if at.hung_share else None,
        }
        colour = readings.colour_entry(self.studio, bar.code, at.colour, None)
        return readings.PieceEntries(
            bar,
            self._entries(figures, "boil_soak"),
            [colour],
            remarks_made=set(at.remarks) or {RemarkCode.LOOKED},
        )

    def _soaked_cold(self, bar: Tile, dry_g: float, cold_pct: float) -> readings.PieceEntries:
        cold = {Quantity.MASS_SOAKED: round(dry_g * (1 + cold_pct / 100), 1)}
        return readings.PieceEntries(bar, self._entries(cold, "cold_soak"))

    def _entries(
        self, figures: Mapping[Quantity, float | None], method: str = ""
    ) -> dict[str, readings.Entry]:
        return self.loader.entries(figures, method)

    def _line(self) -> None:
        """A line of blends: the first weighed, made and read, the rest planned."""
        line = story.LINE
        order = LineOrder(
            self._clay(line.clay), self._clay(line.other), line.added_pcts, 400.0, uuid.uuid4()
        )
        made = make_line(order, self.user)
        for added_pct, (blend, mix) in zip(line.added_pcts, made, strict=True):
            row = line.made.get(added_pct)
            if row:
                self.loader.weigh_out(mix)
                self._tested(blend, row, mix)

    def _started(self) -> None:
        """Bars that are drying, one of them weighed once; a boil that goes on."""
        clay = self._clay(story.STARTED)
        planned = bar_plan.plan(["04", "6", "10"], 2, False, False, climbing=True)
        test = self._test(clay, planned, None)
        drying = Tile.objects.filter(trial=test.trial_id)
        backdate(drying, 2, "shaped_at")
        for bar in drying:
            wet: dict[Quantity, float | None] = {
                Quantity.MASS_WET: 118.0 + bar.pk % 3,
                Quantity.LENGTH_WET: MARK_MM,
            }
            readings.record(bar, None, self._entries(wet), self.user)
        self._timer("drying", test.trial.name, 42.0, test)
        about, hours = story.BOILING
        self._timer("boil_soak", about, hours, ClayTest.objects.get(trial__name=about))

    def _timer(self, code: str, about: str, hours_ago: float, test: ClayTest) -> None:
        steps = protocol(code)
        timer = bench.start_timer(
            self.studio, steps, about, steps.stages[0].minutes, test, uuid.uuid4(), self.user
        )
        begun = timezone.now() - timedelta(hours=hours_ago)
        Timer.objects.filter(pk=timer.pk).update(
            stage_started_at=begun, due_at=begun + timedelta(minutes=steps.stages[0].minutes)
        )
