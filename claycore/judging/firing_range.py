"""From which cone a clay is mature, from which it bloats or slumps, and what lies between.

Over a run of cones absorption falls and shrinkage rises, then they level off; beyond that the clay
bloats (absorption or volume rises again, density falls) or slumps. The firing range is from the
first temperature at which the upper bound of absorption meets the limit to the last tested cone
before bloating or slumping. Source: common practice. The line between tested cones is monotone
cubic interpolation (Fritsch and Carlson 1980, through SciPy); nothing is claimed past the tested
cones, and where the uncertainty allows no single cone, a range is claimed.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import groupby, pairwise

from claycore.firing import cones
from claycore.measure.uncertainty import Estimate, combined
from claycore.testing.bars import RemarkCode
from claycore.testing.results import AtCone


class MaturityOutcome(StrEnum):
    """Whether a run of cones comes under a limit of absorption."""

    REACHED = "reached"
    NOT_REACHED = "not_reached"
    NOT_DECIDED = "not_decided"
    NOT_MEASURED = "not_measured"


class Sureness(StrEnum):
    """How sure it is that a clay bloats or slumps."""

    SURE = "sure"
    PERHAPS = "perhaps"
    NOT_SEEN = "not_seen"


COARSE_STEP_C = 100.0
"""Tested cones further apart than this say little of what lies between. Judgement of this house."""

_STEPS_A_SEGMENT = 40

_ASKED_FOR = 2
"""As many untested cones are asked for. Our choice."""


@dataclass(frozen=True)
class Maturity:
    """Where absorption first meets the limit.

    ``cone`` is the first tested cone that is surely within; ``low_c`` to ``high_c`` the
    temperatures between which the limit is crossed, as interpolated; ``after`` the last tested
    cone before it that is surely over, None where no tested cone is, so that where it begins was
    not tested. ``coarse`` says that the two lie too far apart for the interpolation to mean much.
    """

    outcome: MaturityOutcome
    cone: str | None = None
    after: str | None = None
    low_c: float | None = None
    high_c: float | None = None
    coarse: bool = False


@dataclass(frozen=True)
class Spoiling:
    """From which tested cone on the clay bloats or slumps, and how that shows."""

    outcome: Sureness
    cone: str | None = None
    last_good: str | None = None
    signs: tuple[str, ...] = ()


@dataclass(frozen=True)
class FiringRange:
    """What a run of cones says; ``best`` are the tested cones within, before any spoiling.

    ``unseen`` are the tested cones at which nobody looked at a bar.
    """

    maturity: Maturity
    bloats: Spoiling
    slumps: Spoiling
    best: tuple[str, ...]
    open_above: bool
    rises_oddly: tuple[str, ...]
    unseen: tuple[str, ...]


def curve(
    points: Sequence[tuple[float, float]], steps: int = _STEPS_A_SEGMENT
) -> list[tuple[float, float]]:
    """The line through (temperature, figure) points, hottest last: shape-preserving, ends at ends.

    Fewer than two points have no line. Temperatures in °C. Source: Fritsch and Butland's monotone
    cubic, as SciPy's PchipInterpolator.
    """
    if len(points) < 2:
        return []
    # SciPy takes a while to import, so only who draws a curve does.
    import numpy as np
    from scipy.interpolate import PchipInterpolator

    at, figures = zip(*points, strict=True)
    line = PchipInterpolator(at, figures)
    temperatures = np.unique(
        np.concatenate([np.linspace(a, b, steps + 1) for a, b in pairwise(at)])
    )
    return [(float(t), float(line(t))) for t in temperatures]


@dataclass(frozen=True)
class Stretch:
    """A piece of the line through tested cones, as (temperature, figure) points.

    ``is_far`` says that its two ends lie too far apart for the line between them to mean much.
    """

    points: tuple[tuple[float, float], ...]
    is_far: bool


def stretches(points: Sequence[tuple[float, float]]) -> list[Stretch]:
    """The line of :func:`curve`, cut where its points lie far apart and straight between those.

    Fewer than two points have no line. Temperatures in °C. Source: as ``curve``; what may be
    claimed between tested cones is decision 9.
    """
    line = curve(points)
    found = []
    for is_far, gaps in groupby(pairwise(points), key=_is_far):
        ends = list(gaps)
        if is_far:
            found += [Stretch(gap, is_far=True) for gap in ends]
        else:
            low, high = ends[0][0][0], ends[-1][1][0]
            near = tuple(point for point in line if low <= point[0] <= high)
            found.append(Stretch(near, is_far=False))
    return found


def _is_far(gap: tuple[tuple[float, float], tuple[float, float]]) -> bool:
    return gap[1][0] - gap[0][0] > COARSE_STEP_C


def firing_range(found: Sequence[AtCone], limit_pct: float) -> FiringRange:
    """What the tested cones, coolest first, say about one limit of absorption in percent.

    Source: common practice; what may be claimed between tested cones is decision 9.
    """
    bloats = _spoiling(found, _bloating_signs)
    slumps = _spoiling(found, _slumping_signs)
    spoilt_at = _spoilt_at(bloats, slumps)
    sound = [at for at in found if cones.order(at.cone) < spoilt_at]
    maturity = _maturity(sound, limit_pct)
    best = tuple(
        at.cone for at in sound if at.absorption is not None and at.absorption.high <= limit_pct
    )
    return FiringRange(
        maturity,
        bloats,
        slumps,
        best,
        open_above=bool(best) and best[-1] == found[-1].cone,
        rises_oddly=_odd_rises(found),
        unseen=tuple(at.cone for at in found if not at.looked),
    )


def best_cone(found: Sequence[AtCone], ranges: FiringRange) -> str | None:
    """The tested cone to judge a clay at; None where nothing was fired.

    The first that is surely within the limit, else the hottest before it is surely spoilt.
    Source: our choice, after common practice.
    """
    if ranges.best:
        return ranges.best[0]
    spoilt_at = _spoilt_at(ranges.bloats, ranges.slumps)
    sound = [at.cone for at in found if cones.order(at.cone) < spoilt_at]
    tested = [at.cone for at in found]
    return next(iter(sound[::-1] or tested[::-1]), None)


@dataclass(frozen=True)
class Gap:
    """Two neighbouring tested cones, and the first whole cones between them that were not."""

    low: str
    high: str
    untested: tuple[str, ...]


def untested_past_the_least(found: Sequence[AtCone]) -> Gap | None:
    """Where a lower absorption than any tested may lie: past the least, before the clay got worse.

    None where the hottest tested cone is the least, so that nothing got worse, or where no cone
    lies between. Source: common practice: absorption falls, levels off and rises again.
    """
    soaked = [at for at in found if at.absorption]
    if not soaked:
        return None
    least = min(soaked, key=lambda at: at.absorption.value if at.absorption else 0.0)
    hotter = [at.cone for at in found if cones.order(at.cone) > cones.order(least.cone)]
    if not hotter:
        return None
    between = cones.CONES[cones.order(least.cone) + 1 : cones.order(hotter[0])]
    whole = tuple(cone for cone in between if "." not in cone)[:_ASKED_FOR]
    return Gap(least.cone, hotter[0], whole) if whole else None


def _spoilt_at(*spoilings: Spoiling) -> int:
    """The order of the first cone that is surely spoilt; past the hottest where none is."""
    return min(
        (cones.order(s.cone) for s in spoilings if s.cone and s.outcome == Sureness.SURE),
        default=len(cones.CONES),
    )


def _maturity(sound: Sequence[AtCone], limit_pct: float) -> Maturity:
    soaked = [(at.cone, at.absorption) for at in sound if at.absorption is not None]
    if not soaked:
        return Maturity(MaturityOutcome.NOT_MEASURED)
    within = next((i for i, (_, a) in enumerate(soaked) if a.high <= limit_pct), None)
    if within is None:
        might = any(a.low <= limit_pct for _, a in soaked)
        return Maturity(MaturityOutcome.NOT_DECIDED if might else MaturityOutcome.NOT_REACHED)
    cone = soaked[within][0]
    over = [i for i, (_, a) in enumerate(soaked[:within]) if a.low > limit_pct]
    if not over:
        return Maturity(MaturityOutcome.REACHED, cone)
    after = soaked[over[-1]][0]
    low_c, high_c = _crossing(soaked[over[-1] : within + 1], limit_pct)
    apart = cones.temperature_c(cone) - cones.temperature_c(after)
    return Maturity(
        MaturityOutcome.REACHED, cone, after, low_c, high_c, coarse=apart > COARSE_STEP_C
    )


def _crossing(soaked: Sequence[tuple[str, Estimate]], limit_pct: float) -> tuple[float, float]:
    """Between which temperatures the line, and the bounds about it, first fall to the limit.

    The first of the cones is surely over the limit, the last surely within.
    """
    bounds: tuple[Callable[[Estimate], float], ...] = (
        lambda a: a.low,
        lambda a: a.value,
        lambda a: a.high,
    )
    crossings = []
    for bound in bounds:
        points = [(float(cones.temperature_c(cone)), bound(a)) for cone, a in soaked]
        crossings.append(next(t for t, figure in curve(points) if figure <= limit_pct + 1e-9))
    return min(crossings), max(crossings)


def _rose(before: Estimate, after: Estimate) -> float:
    """How far ``after`` is over ``before``, in units of what their uncertainty allows; > 1 rose."""
    allowed = combined(before.u95, after.u95)
    rise = after.value - before.value
    if allowed == 0:
        return 2.0 if rise > 0 else 0.0
    return rise / allowed


def _bloating_signs(before: Sequence[AtCone], at: AtCone) -> dict[str, bool]:
    """Signs of bloating at a cone against the cones before it: the sign, and whether it is sure.

    Each figure is held against the best it had been at any cooler cone (most shrinkage, most
    density, least absorption), not against the cone just before: bloating may set in slowly. A sign
    is sure when the change is larger than both figures' uncertainty together (``_rose`` over 1).

    Absorption that rises again counts only beside growth, or where no length was measured. On its
    own, with the piece still shrinking, it is far more often a soak that filled better.
    """
    signs = {}
    if at.remarks.get(RemarkCode.BLOATED):
        signs["bloating seen"] = True
    shrinkages = [b.total for b in before if b.total]
    swelled = 0.0
    if at.total and shrinkages:
        most = max(shrinkages, key=lambda total: total.value)
        swelled = _rose(at.total, most)
        if swelled > 0:
            signs["shrinkage fell"] = swelled > 1
    densities = [b.bulk_density for b in before if b.bulk_density]
    if at.bulk_density and densities:
        lighter = _rose(at.bulk_density, max(densities, key=lambda d: d.value))
        if lighter > 0:
            signs["density fell"] = lighter > 1
    absorptions = [b.absorption for b in before if b.absorption]
    if at.absorption and absorptions:
        rose = _rose(min(absorptions, key=lambda a: a.value), at.absorption)
        if rose > 0 and (not at.total or not shrinkages or swelled > 0):
            signs["absorption rose"] = rose > 1
    return signs


def _slumping_signs(before: Sequence[AtCone], at: AtCone) -> dict[str, bool]:
    return {"slumping seen": True} if at.remarks.get(RemarkCode.SLUMPED) else {}


def _spoiling(
    found: Sequence[AtCone],
    signs_of: Callable[[Sequence[AtCone], AtCone], dict[str, bool]],
) -> Spoiling:
    """The first cone with a sure sign; else the first with a doubtful one."""
    doubtful = Spoiling(Sureness.NOT_SEEN)
    for index, at in enumerate(found):
        signs = signs_of(found[:index], at)
        last_good = found[index - 1].cone if index else None
        sure = tuple(sign for sign, is_sure in signs.items() if is_sure)
        if sure:
            return Spoiling(Sureness.SURE, at.cone, last_good, sure)
        if signs and doubtful.outcome == Sureness.NOT_SEEN:
            doubtful = Spoiling(Sureness.PERHAPS, at.cone, last_good, tuple(signs))
    return doubtful


def _odd_rises(found: Sequence[AtCone]) -> tuple[str, ...]:
    """Cones at which absorption surely rose though the clay surely went on shrinking."""
    odd = []
    soaked = [at for at in found if at.absorption and at.total]
    for before, at in pairwise(soaked):
        if before.absorption and at.absorption and before.total and at.total:
            took_up_more = _rose(before.absorption, at.absorption) > 1
            if took_up_more and _rose(before.total, at.total) > 1:
                odd.append(at.cone)
    return tuple(odd)
