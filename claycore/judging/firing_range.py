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
from functools import partial
from itertools import groupby, pairwise

from claycore.firing import cones
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate, combined
from claycore.testing.bars import RemarkCode
from claycore.testing.results import RESULTS, AtCone


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


@dataclass(frozen=True)
class Bending:
    """What the bend bar is held against: pyroplastic indices in 10⁻⁶/mm, sag in percent of span.

    At or under ``stands`` ware stands, over ``slumps`` it slumps; between the two only small closed
    forms stand, so that nothing is decided. A sag over ``sag_most_pct`` is past the formula. From
    memory.
    """

    stands: float = 5.0
    slumps: float = 15.0
    sag_most_pct: float = 10.0


USUAL_BENDING = Bending()

INDEX_UNIT = "×10⁻⁶/mm"

COARSE_STEP_C = 100.0
"""Tested cones further apart than this say little of what lies between. Judgement of this house."""

HINT = 0.5
"""How far a figure has to turn, as a share of what both uncertainties allow, to hint at bloating.
Figures that have levelled off go up and down by less. Judgement of this house."""

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

    ``tested`` are all of them, coolest first, ``unseen`` those at which nobody looked at a bar.
    ``limit_pct`` is the limit of absorption they were held against.
    """

    maturity: Maturity
    bloats: Spoiling
    slumps: Spoiling
    best: tuple[str, ...]
    open_above: bool
    rises_oddly: tuple[str, ...]
    unseen: tuple[str, ...]
    tested: tuple[str, ...]
    limit_pct: float

    @property
    def in_doubt(self) -> tuple[str, ...]:
        """Those of ``best`` at which a clay may have begun to bloat or slump."""
        doubted_from = _first_of(self.bloats, self.slumps)
        return tuple(cone for cone in self.best if cones.order(cone) >= doubted_from)


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
    return list(zip(temperatures.tolist(), line(temperatures).tolist(), strict=True))


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


def firing_range(
    found: Sequence[AtCone], limit_pct: float, bending: Bending = USUAL_BENDING
) -> FiringRange:
    """What the tested cones, coolest first, say about one limit of absorption in percent.

    Source: common practice; what may be claimed between tested cones is decision 9.
    """
    bloats = _spoiling(found, _bloating_signs)
    slumps = _spoiling(found, partial(_slumping_signs, bending=bending))
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
        tested=tuple(at.cone for at in found),
        limit_pct=limit_pct,
    )


def best_cone(found: Sequence[AtCone], ranges: FiringRange) -> str | None:
    """The tested cone to judge a clay at; None where nothing was fired.

    The first that is surely within the limit; else the hottest that may be and shows no sign of
    being spoilt; else the hottest before it is surely spoilt. Source: our choice, after common
    practice.
    """
    if ranges.best:
        return ranges.best[0]
    spoilings = (ranges.bloats, ranges.slumps)
    spoilt_at = _spoilt_at(*spoilings)
    doubted_at = _first_of(*spoilings)
    sound = [at for at in found if cones.order(at.cone) < spoilt_at]
    undoubted = [at for at in sound if cones.order(at.cone) < doubted_at]
    may_be = [at for at in undoubted if at.absorption and at.absorption.low <= ranges.limit_pct]
    return next((at.cone for at in reversed(may_be or sound or found)), None)


@dataclass(frozen=True)
class Untested:
    """Whole cones that were not tested, in the order to try them, and where they lie.

    ``least`` is the tested cone of least absorption before the clay is spoilt, ``hotter`` the next
    tested one past it. ``either_side`` says that the least may lie on both sides of ``least``.
    """

    cones: tuple[str, ...]
    least: str
    hotter: str
    either_side: bool


def untested_by_the_least(found: Sequence[AtCone], ranges: FiringRange) -> Untested | None:
    """Where a lower absorption than any tested one may lie, among the cones that were not tested.

    Where absorption rose at the next hotter cone, the least may lie on either side of the lowest
    tested one: the nearest whole cone on each side, the cooler first where the hotter end is
    spoilt. Where it fell on until the clay was spoilt, the first cones past the last sound one.
    None where nothing hotter was tested, where it went on falling and stayed sound, where the clay
    melted, or where no cone lies between. Source: common practice; absorption falls, levels off
    and rises again.
    """
    spoilt_at = _spoilt_at(ranges.bloats, ranges.slumps)
    soaked = [at for at in found if at.absorption and cones.order(at.cone) < spoilt_at]
    if not soaked:
        return None
    least = min(soaked, key=lambda at: at.absorption.value if at.absorption else 0.0)
    place = [at.cone for at in found].index(least.cone)
    if place + 1 == len(found):
        return None
    hotter = found[place + 1]
    if hotter.remarks.get(RemarkCode.MELTED):
        return None
    above = _whole_between(least.cone, hotter.cone)
    rose = (
        hotter.absorption
        and least.absorption
        and (hotter.absorption.value > least.absorption.value)
    )
    is_spoilt = cones.order(hotter.cone) >= spoilt_at
    if not rose:
        asked = above[:_ASKED_FOR] if is_spoilt else ()
        return _untested(asked, least, hotter, either_side=False)
    below = _whole_between(found[place - 1].cone, least.cone) if place else ()
    sides = (*below[-1:], *above[:1])
    if not is_spoilt:
        sides = sides[::-1]
    return _untested(sides, least, hotter, either_side=len(sides) > 1)


def _untested(
    asked: tuple[str, ...], least: AtCone, hotter: AtCone, either_side: bool
) -> Untested | None:
    return Untested(asked, least.cone, hotter.cone, either_side) if asked else None


def _whole_between(low: str, high: str) -> tuple[str, ...]:
    between = cones.CONES[cones.order(low) + 1 : cones.order(high)]
    return tuple(cone for cone in between if "." not in cone)


def _spoilt_at(*spoilings: Spoiling) -> int:
    """The order of the first cone that is surely spoilt; past the hottest where none is."""
    return _first_of(*(one for one in spoilings if one.outcome == Sureness.SURE))


def _first_of(*spoilings: Spoiling) -> int:
    """The order of the first cone that shows any sign; past the hottest where none does."""
    return min((cones.order(s.cone) for s in spoilings if s.cone), default=len(cones.CONES))


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
    is sure when the change is larger than both figures' uncertainty together (``_rose`` over 1),
    and none at all while it is under :data:`HINT` of that.

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
        if swelled > HINT:
            signs["shrinkage fell"] = swelled > 1
    densities = [b.bulk_density for b in before if b.bulk_density]
    if at.bulk_density and densities:
        lighter = _rose(at.bulk_density, max(densities, key=lambda d: d.value))
        if lighter > HINT:
            signs["density fell"] = lighter > 1
    absorptions = [b.absorption for b in before if b.absorption]
    if at.absorption and absorptions:
        rose = _rose(min(absorptions, key=lambda a: a.value), at.absorption)
        if rose > HINT and (not at.total or not shrinkages or swelled > 0):
            signs["absorption rose"] = rose > 1
    return signs


_SEEN_TO_SLUMP = {
    RemarkCode.SLUMPED: ("slumping seen", True),
    RemarkCode.MELTED: ("melted", True),
    RemarkCode.GLASSY: ("glassy", False),
}
"""What is seen of slumping, and whether it is sure: a glassy bar is on its way to melting."""


def _slumping_signs(before: Sequence[AtCone], at: AtCone, bending: Bending) -> dict[str, bool]:
    """Signs of slumping at a cone: what was seen, and how far the bend bar sagged.

    One bend bar a cone is usual, and its ± is wide; the range between what stands and what slumps
    is there for that, so the index itself is held against the two.
    """
    signs = {
        sign: is_sure
        for remark, (sign, is_sure) in _SEEN_TO_SLUMP.items()
        if at.remarks.get(remark)
    }
    index = RESULTS["pyroplastic_index"].of(at)
    if at.sag_pct is not None and at.sag_pct > bending.sag_most_pct:
        signs[f"sagged {plain(at.sag_pct, 0)} % of its span"] = True
    elif index and index.value > bending.stands:
        signs[index_words(index)] = index.value > bending.slumps
    return signs


def index_words(index: Estimate) -> str:
    """A pyroplastic index in 10⁻⁶/mm, as it is read. Source: English."""
    return f"pyroplastic index {with_u95(index.value, index.u95)} {INDEX_UNIT}"


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
