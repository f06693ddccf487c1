"""Planning a bar test: which cones, how many bars, and what each bar is for.

Source: common practice: one low bisque (04), one mid (6), one high (10), or 1 instead of 10 for a
clay that looks low-firing; an unknown clay's first high firing stands in a saucer.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.firing import cones
from claycore.measure.errors import Inconsistent, OutOfBounds
from claycore.measure.formatting import plain
from claycore.testing import bar_roles
from claycore.testing.bars import RemarkCode
from claycore.testing.field_notes import FieldNotes, looks_low_firing
from claycore.testing.results import AtCone

USUAL_CONES = ("04", "6", "10")
LOW_CONES = ("04", "1", "6")
HIGH_FROM_CONE = "1"
"""From this cone on a firing is high enough for an unknown clay to run."""

EARLY_ABSORPTION_PCT = 6.0
"""A clay that takes up less than this at cone 1 or cooler is near maturing. From memory."""

_FAR_APART = 3
"""With so many whole cones between the two of a label, one of them is tried as well."""

MOST_BARS = 120
MOST_REPLICATES = 20


@dataclass(frozen=True)
class ConesOffered:
    """Cones to test a clay at, and why they differ from the usual ones ('' where they do not).

    ``lower`` says that they are lower than usual, lest the clay runs.
    """

    cones: tuple[str, ...]
    reason: str = ""
    lower: bool = False


def cones_for(
    notes: FieldNotes | None, early: Sequence[AtCone] = (), label_cones: Sequence[str] = ()
) -> ConesOffered:
    """Which cones to try: 04, 6 and 10, or 1 instead of 10 for what looks low-firing.

    ``early`` is what other bars of the clay gave already, ``label_cones`` the
    coolest and the hottest that a bought one names: they are tried, unless the clay was seen to be
    low-firing. Source: common practice.
    """
    reason = looks_low_firing(notes) if notes else ""
    hottest = cones.CONES[-1]
    for at in early:
        if at.remarks.get(RemarkCode.BLOATED) or at.remarks.get(RemarkCode.SLUMPED):
            reason, hottest = f"it already bloated or slumped at cone {at.cone}", at.cone
            break
        if _matures_early(at):
            reason = (
                f"it already absorbed less than {plain(EARLY_ABSORPTION_PCT)} % at cone {at.cone}"
            )
    if not reason:
        return _by_label(label_cones) or ConesOffered(USUAL_CONES)
    safe = tuple(c for c in LOW_CONES if cones.order(c) < cones.order(hottest))
    return ConesOffered(safe or LOW_CONES[:1], reason, lower=True)


def _by_label(label_cones: Sequence[str]) -> ConesOffered | None:
    """The label's cones: both ends of its range, and one between where they lie far apart.

    The usual bisque goes before, where the label's cones are hotter: it shows where the clay is
    still open. None where the label names no cone.
    """
    if not label_cones:
        return None
    low, high = label_cones[0], label_cones[-1]
    wanted = [USUAL_CONES[0], low, high]
    between = [c for c in cones.CONES[cones.order(low) + 1 : cones.order(high)] if "." not in c]
    if len(between) >= _FAR_APART:
        wanted.append(between[len(between) // 2])
    kept = sorted({c for c in wanted if cones.order(c) <= cones.order(high)}, key=cones.order)
    summary = f"cone {low}" if low == high else f"cone {low} to {high}"
    return ConesOffered(tuple(kept), f"its label says {summary}")


def _matures_early(at: AtCone) -> bool:
    low = cones.order(at.cone) <= cones.order(HIGH_FROM_CONE)
    return low and at.absorption is not None and at.absorption.high < EARLY_ABSORPTION_PCT


@dataclass(frozen=True)
class PlannedBar:
    """One bar: what it is for, and the cones it goes through, coolest first.

    One that ``climbs`` is read after each of them, any other only after the last.
    """

    role: str
    cones: tuple[str, ...]
    climbs: bool = False


def plan(
    wanted_cones: Sequence[str],
    replicates: int,
    separate_soak: bool,
    bend_bars: bool,
    climbing: bool,
    bisque: str | None = None,
) -> tuple[PlannedBar, ...]:
    """The bars of a test, in the order they are stamped.

    ``replicates`` bars a cone; with ``separate_soak`` those are not soaked and one more is; with
    ``bend_bars`` one more lies across two supports. ``climbing`` bars go through all the cones
    one after another; otherwise each cone has bars of its own, which go through ``bisque`` first
    if that is cooler. Raises ClayError naming ``cones``, ``replicates`` or ``bisque``. Source:
    common practice.
    """
    if not wanted_cones:
        raise Inconsistent("cones", wanted_cones, "Choose at least one cone.")
    if not 1 <= replicates <= MOST_REPLICATES:
        raise OutOfBounds("replicates", replicates, f"Enter 1 to {MOST_REPLICATES} bars per cone.")
    in_order = tuple(sorted({cones.check(c, "cones") for c in wanted_cones}, key=cones.order))
    roles = [(bar_roles.LINE if separate_soak else bar_roles.BAR).code] * replicates
    if separate_soak:
        roles.append(bar_roles.SOAK.code)
    if climbing:
        bars = [PlannedBar(role, in_order, climbs=True) for role in roles]
        bars += [PlannedBar(bar_roles.BEND.code, (cone,)) for cone in in_order if bend_bars]
    else:
        if bend_bars:
            roles.append(bar_roles.BEND.code)
        bars = [PlannedBar(role, _with_bisque(cone, bisque)) for cone in in_order for role in roles]
    if len(bars) > MOST_BARS:
        raise Inconsistent(
            "replicates",
            replicates,
            f"This makes {len(bars)} bars; a test can have at most 120. Use fewer cones"
            " or fewer bars per cone.",
        )
    return tuple(bars)


def is_passed_through(planned: Sequence[str], cone: str) -> bool:
    """Whether a firing to ``cone`` is a step on the way of a bar that is read after its last only.

    It is where it lies nearer to an earlier planned cone than to the last: a firing that fell short
    of the last is no step. Source: our choice.
    """
    *before, own = planned
    short = cones.order(own) - cones.order(cone)
    return any(abs(cones.order(cone) - cones.order(step)) < short for step in before)


def _with_bisque(cone: str, bisque: str | None) -> tuple[str, ...]:
    if bisque and cones.order(cones.check(bisque, "bisque")) < cones.order(cone):
        return (bisque, cone)
    return (cone,)


def needs_saucer(cone: str, fired_before: Sequence[str]) -> bool:
    """Whether a clay never yet fired so hot should stand in a saucer this time.

    Source: common practice.
    """
    known = max((cones.order(c) for c in fired_before), default=-1)
    return cones.order(cone) >= cones.order(HIGH_FROM_CONE) and cones.order(cone) > known
