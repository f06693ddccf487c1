"""Which bars a blend is tested by, and how much clay those take."""

import math
import uuid
from collections.abc import Sequence
from statistics import fmean

from claycore.firing.loading.footprints import usual_size
from claycore.testing.bar_plan import USUAL_CONES, PlannedBar, plan
from claycore.testing.readings import Quantity
from claycore.testing.soaking import USUAL_METHOD
from umberpot.clays.bar_tests.services import BarOrder
from umberpot.clays.records import ClayRecord
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import ClayTest, Tile

USUAL_BARS_A_CONE = 3
MOST_CONES = 8

DRY_G_PER_ML = 1.55
"""Dry clay in a millilitre of a plastic bar: 1.95 g of plastic clay at 21 % water. From memory."""

LOSS = 1.1
"""What sticks to hands and laths, and the bar that breaks: a tenth. Our choice."""

ROUNDED_TO_G = 10.0


def tests_of(clay: Material) -> list[ClayTest]:
    """The bar tests of a clay, the last first."""
    return list(clay.tests.select_related("trial").order_by("-pk"))


class BlendBars:
    """The bars of a blend of a clay: as those of the clay's own last test, to be compared."""

    def __init__(
        self, record: ClayRecord, studio: Studio, tests: Sequence[ClayTest] | None = None
    ) -> None:
        """``tests`` are the clay's own, the last first, where they were fetched already."""
        self.record, self.studio = record, studio
        if tests is None:
            tests = tests_of(record.clay)
        self.test = next(iter(tests), None)

    @property
    def _like(self) -> list[Tile]:
        """The bars of that test."""
        trial = self.test.trial_id if self.test else None
        return [bar for bar in self.record.bars if bar.is_bar and bar.trial_id == trial]

    @property
    def bars(self) -> tuple[PlannedBar, ...]:
        """One for each of that test; three a cone, at the cones that were tested, without one."""
        if self._like:
            return tuple(PlannedBar(b.role, tuple(b.cone_plan), b.climbs) for b in self._like)
        tested = [at.cone for at in self.record.results.cones] or list(USUAL_CONES)
        return plan(tested[:MOST_CONES], USUAL_BARS_A_CONE, False, False, climbing=False)

    @property
    def mark_length_mm(self) -> float:
        return self._like[0].mark_length_mm if self._like else self.studio.mark_length_mm

    @property
    def dry_g(self) -> float:
        """Dry clay for the bars of one blend, in g: by what the clay's own bars weighed bone dry.

        Without a weight it is worked out from their size.
        """
        weighed = [
            reading.value
            for bar in self._like
            for reading in bar.readings.all()
            if reading.quantity == Quantity.MASS_DRY and reading.is_current
        ]
        size = usual_size(self.mark_length_mm)
        by_size = size.length * size.width * size.thickness / 1000 * DRY_G_PER_ML
        each = fmean(weighed) if weighed else by_size
        return math.ceil(len(self.bars) * each * LOSS / ROUNDED_TO_G) * ROUNDED_TO_G

    def order(self, blend: Material, mix: Mix, key: uuid.UUID) -> BarOrder:
        """The bar test of a blend."""
        test = self.test
        return BarOrder(
            clay=blend,
            name=f"{blend.name}, bars"[:80],
            bars=self.bars,
            mark_length_mm=self.mark_length_mm,
            method=test.method if test else USUAL_METHOD.code,
            span_mm=test.span_mm if test else None,
            request_key=uuid.uuid5(key, f"bars of {blend.pk}"),
            mix=mix,
            atmosphere=test.trial.atmosphere if test else Atmosphere.OXIDATION,
        )
