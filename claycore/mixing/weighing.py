"""Weighing to a plan: what a scale can say, how near is near enough, and too much on the pan."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.materials.composition import percent_on_dry_clay
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain

HONEST_STEPS = 10
"""Fewer steps of the scale than this, and a weighing is worth less than ± 5 %. Common practice."""

KEEPS_WITHIN_POINTS = 0.1
"""A colourant is near enough when its percentage on dry clay stays within this. Common practice."""

KEEPS_WITHIN_SHARE = 0.05
"""...or within this share of itself, for small percentages. Common practice."""

CLAY_WITHIN_SHARE = 0.01
WATER_WITHIN_SHARE = 0.05


def is_as_wanted(pct: float, wanted_pct: float) -> bool:
    """Whether a percentage on dry clay is near enough to the one wanted.

    Source: common practice.
    """
    within = min(KEEPS_WITHIN_POINTS, wanted_pct * KEEPS_WITHIN_SHARE)
    return abs(pct - wanted_pct) <= within + 1e-9


TIMES_THE_TARGET = 2.5
"""A figure this many times its target, or one part of it, deserves a look. Our choice."""


def is_unlikely(grams: float, target_g: float) -> bool:
    """Whether a figure lies so far from its target that it may be slipped. Both in grams.

    Source: our choice.
    """
    return not target_g / TIMES_THE_TARGET <= grams <= target_g * TIMES_THE_TARGET


def has_changed(shown_g: float, recorded_g: float, step_g: float, still: bool) -> bool:
    """Whether a scale shows that its load was touched since so much of it was recorded. Grams.

    At rest by more than a step of the scale. While it moves it swings around what lies there, so
    only half of the load coming or going says something. Source: our choice.
    """
    changed_g = abs(shown_g - recorded_g)
    return changed_g > (step_g * 1.001 if still else max(abs(recorded_g) / 2, step_g))


def out_of_its_bag(weighed_g: float, bag_g: float, name: str = "It") -> float:
    """What is in a bag that was weighed with it. Grams.

    Raises Inconsistent at ``bag_g`` where the bag alone weighs more. Source: arithmetic.
    """
    if bag_g > weighed_g:
        raise Inconsistent(
            "bag_g",
            bag_g,
            f"{name} weighs {plain(weighed_g, 2)} g with its bag: less than the empty bag.",
        )
    return weighed_g - bag_g


class OnTarget(StrEnum):
    """How a weighing stands to its target."""

    UNDER = "under"
    WITHIN = "within"
    OVER = "over"


def half_step_pct(mass_g: float, step_g: float) -> float:
    """How far a display may be off for this mass, in percent of it: half a step either way.

    Source: JCGM 100:2008, 4.3.7.
    """
    return 100 * bounds.STEP.check("scale_step_g", step_g) / 2 / mass_g


def smallest_honest_g(step_g: float) -> float:
    """The smallest mass worth weighing on this scale.

    Source: arithmetic on ± 5 %, which is common practice.
    """
    return HONEST_STEPS * bounds.STEP.check("scale_step_g", step_g)


def is_honest(mass_g: float, step_g: float) -> bool:
    """Whether the scale can weigh this mass to ± 5 % or better.

    Source: arithmetic on ± 5 %, which is common practice.
    """
    return mass_g >= smallest_honest_g(step_g) * (1 - 1e-9)


@dataclass(frozen=True)
class Tolerance:
    """How near is near enough, in grams either way; ``coarse`` when the scale cannot do better."""

    grams: float
    coarse: bool


def _in_steps(wanted_g: float, step_g: float) -> Tolerance:
    """The tolerance in whole steps of the scale, rounded down, and one step at the least."""
    steps = math.floor(wanted_g / step_g + 1e-9)
    return Tolerance(max(1, steps) * step_g, coarse=steps < 1)


def colourant_tolerance(mass_g: float, dry_clay_g: float, step_g: float) -> Tolerance:
    """What keeps a colourant's percentage on ``dry_clay_g`` where it was wanted.

    Grams. Source: common practice.
    """
    wanted = min(dry_clay_g * KEEPS_WITHIN_POINTS / 100, mass_g * KEEPS_WITHIN_SHARE)
    return _in_steps(wanted, bounds.STEP.check("scale_step_g", step_g))


def clay_tolerance(mass_g: float, step_g: float) -> Tolerance:
    """What is near enough for clay, as it is weighed. Grams. Source: common practice."""
    return _in_steps(mass_g * CLAY_WITHIN_SHARE, bounds.STEP.check("scale_step_g", step_g))


def water_tolerance(mass_g: float, step_g: float) -> Tolerance:
    """What is near enough for the water that powder steals. Grams. Source: common practice."""
    return _in_steps(mass_g * WATER_WITHIN_SHARE, bounds.STEP.check("scale_step_g", step_g))


def judge(weighed_g: float, target_g: float, tolerance: Tolerance) -> OnTarget:
    """UNDER, WITHIN or OVER. A figure just on the edge of the tolerance is within it.

    Source: by definition of the tolerance.
    """
    edge = tolerance.grams * (1 + 1e-9)
    if weighed_g < target_g - edge:
        return OnTarget.UNDER
    return OnTarget.OVER if weighed_g > target_g + edge else OnTarget.WITHIN


@dataclass(frozen=True)
class Weighed:
    """One part of a mix: planned and so far weighed, both in grams as weighed."""

    planned_g: float
    weighed_g: float | None


def scale_to_match(parts: Sequence[Weighed], changed: int) -> float | None:
    """The factor on the whole plan that makes part ``changed`` exactly right as weighed.

    None when it cannot be: another part already holds more than the plan would then want of it.
    Grams; the factor has no unit. Source: arithmetic.
    """
    part = parts[changed]
    if not part.weighed_g:
        return None
    factor = part.weighed_g / part.planned_g
    for other in parts:
        if other.weighed_g is not None and other.weighed_g > other.planned_g * factor * (1 + 1e-9):
            return None
    return factor


def true_percentages(dry_clay_g: float, colourants_g: Sequence[float]) -> list[float]:
    """What was really made, in percent on dry clay. Source: arithmetic, on dry clay."""
    return [percent_on_dry_clay(mass, dry_clay_g) for mass in colourants_g]
