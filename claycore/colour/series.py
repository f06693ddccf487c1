"""What a series of strengths says: from which percentage on nothing visible changes any more."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from claycore.colour.difference import in_words
from claycore.colour.equal_tiles import (
    ColourDifference,
    Noise,
    Visible,
    apart,
    disagree,
    noise_of,
)
from claycore.colour.notation import Lab
from claycore.measure.errors import OutOfBounds
from claycore.measure.formatting import listed, percentage
from claycore.measure.replicates import NO_RECORD, Record


class SeriesOutcome(StrEnum):
    """What a series settles."""

    ENOUGH = "enough"
    NOT_REACHED = "not_reached"
    NOT_DECIDED = "not_decided"
    ONE_STRENGTH = "one_strength"


@dataclass(frozen=True)
class SeriesStep:
    """From one tested percentage to the next."""

    from_pct: float
    to_pct: float
    apart: ColourDifference

    @property
    def reading(self) -> str:
        """What that is to an eye, in words."""
        if self.apart.visible is Visible.SAME:
            return "no visible change"
        if self.apart.visible is Visible.NOT_DECIDED:
            return "inconclusive"
        return in_words(self.apart.delta_e)


@dataclass(frozen=True)
class SeriesReading:
    """What a series says. ``enough_pct`` is None unless its outcome is ENOUGH.

    ``perhaps_pct`` is a lower percentage that may be enough already, None where there is none;
    ``spread`` how far the palest lies from the tile furthest from it, CIEDE2000; ``disagree`` the
    percentages whose equal tiles do not agree; ``rests_on`` the comparisons that ``reason`` is
    about.
    """

    outcome: SeriesOutcome
    enough_pct: float | None
    perhaps_pct: float | None
    steps: tuple[SeriesStep, ...]
    spread: float
    noise: Noise
    disagree: tuple[float, ...]
    rests_on: tuple[SeriesStep, ...]
    reason: str


def read_series(
    tiles: Mapping[float, Sequence[Lab]], noise: Noise | None = None, elsewhere: Record = NO_RECORD
) -> SeriesReading:
    """Which percentage of a colourant is enough, by the colours of its fired tiles.

    ``tiles`` are one or more colours for each percentage on dry clay. ``noise`` is that of equal
    tiles; without it, it comes from the replicates among them and from those ``elsewhere``. A
    percentage is enough where the colour of every stronger tile is surely not visibly different.
    The strongest is never enough: nobody looked beyond it. Raises OutOfBounds naming ``tile`` where
    there is none. Source: CIEDE2000 (ISO/CIE 11664-6); :mod:`claycore.colour.equal_tiles`.
    """
    if not tiles or not all(tiles.values()):
        raise OutOfBounds("tile", "", "Enter at least one tile with its percentage and colour.")
    pcts = sorted(tiles)
    noise = noise or noise_of(tiles.values(), elsewhere)
    steps = tuple(SeriesStep(a, b, apart(tiles[a], tiles[b], noise)) for a, b in pairwise(pcts))
    beyond = {
        pct: [
            SeriesStep(pct, other, apart(tiles[pct], tiles[other], noise))
            for other in pcts[place + 1 :]
        ]
        for place, pct in enumerate(pcts[:-1])
    }
    doubtful = tuple(pct for pct in pcts if disagree(tiles[pct], noise))
    enough = next((p for p, after in beyond.items() if _all(after, Visible.SAME)), None)
    perhaps = next((p for p, after in beyond.items() if not _any(after, Visible.DIFFERENT)), None)
    undermined = [pct for pct in doubtful if enough is not None and pct >= enough]
    if undermined:
        # A mean of tiles that are not alike is no colour, and nothing is as strong as it.
        enough, perhaps = None, enough
    if len(pcts) == 1:
        outcome = SeriesOutcome.ONE_STRENGTH
    elif undermined:
        outcome = SeriesOutcome.NOT_DECIDED
    elif enough is not None:
        outcome = SeriesOutcome.ENOUGH
    else:
        outcome = SeriesOutcome.NOT_REACHED if perhaps is None else SeriesOutcome.NOT_DECIDED
    rests_on = () if undermined else _deciding(outcome, pcts, enough, perhaps, beyond)
    return SeriesReading(
        outcome=outcome,
        enough_pct=enough,
        perhaps_pct=perhaps if perhaps != enough else None,
        steps=steps,
        spread=_spread(tiles, pcts, noise),
        noise=noise,
        disagree=doubtful,
        rests_on=rests_on,
        reason=_do_not_agree(undermined)
        if undermined
        else _reason(outcome, rests_on, enough, perhaps),
    )


def _all(steps: Sequence[SeriesStep], visible: Visible) -> bool:
    return all(step.apart.visible is visible for step in steps)


def _any(steps: Sequence[SeriesStep], visible: Visible) -> bool:
    return any(step.apart.visible is visible for step in steps)


def _spread(tiles: Mapping[float, Sequence[Lab]], pcts: Sequence[float], noise: Noise) -> float:
    """How far the palest coloured tile lies from the one furthest from it."""
    coloured = [pct for pct in pcts if pct > 0] or list(pcts)
    palest = tiles[coloured[0]]
    return max(apart(palest, tiles[pct], noise).delta_e for pct in coloured)


def _deciding(
    outcome: SeriesOutcome,
    pcts: Sequence[float],
    enough: float | None,
    perhaps: float | None,
    beyond: Mapping[float, Sequence[SeriesStep]],
) -> tuple[SeriesStep, ...]:
    """The comparisons that an outcome rests on; the one that keeps it open, where it is open."""
    if outcome is SeriesOutcome.ONE_STRENGTH:
        return ()
    if enough is not None:
        return tuple(beyond[enough])
    if outcome is SeriesOutcome.NOT_REACHED:
        return (beyond[pcts[-2]][-1],)
    open_steps = [s for s in beyond[perhaps or 0.0] if s.apart.visible is Visible.NOT_DECIDED]
    return (max(open_steps, key=lambda step: step.apart.delta_e),)


def _reason(
    outcome: SeriesOutcome,
    rests_on: Sequence[SeriesStep],
    enough: float | None,
    perhaps: float | None,
) -> str:
    if outcome is SeriesOutcome.ONE_STRENGTH:
        return "One strength only: make a second tile to see whether it gets stronger."
    if enough is not None:
        also = ""
        if perhaps is not None and perhaps < enough:
            also = f" {percentage(perhaps)} % may already be enough."
        return f"{_looks_the_same(enough, rests_on)}{also}"
    (step,) = rests_on
    if outcome is SeriesOutcome.NOT_REACHED:
        return (
            f"{percentage(step.to_pct)} % still looks different from {percentage(step.from_pct)} %"
            f" (ΔE {_shown(step)}). Test a stronger tile to see where it levels off."
        )
    more = step.apart.would_decide
    ask = (
        f"Make {more} tiles of each to settle it." if more else "It is at the limit of what shows."
    )
    if step.apart.reading_keeps_open:
        ask = "One photograph of both would settle it."
    return (
        f"{percentage(step.to_pct)} % may or may not look different from"
        f" {percentage(step.from_pct)} % (ΔE {_shown(step)}). {ask}"
    )


def _do_not_agree(pcts: Sequence[float]) -> str:
    named = listed([f"{percentage(pct)} %" for pct in pcts])
    return (
        f"The tiles of {named} do not agree, so whether it gets stronger is open. Check their"
        " labels and readings, or make others."
    )


def _looks_the_same(enough: float, after: Sequence[SeriesStep]) -> str:
    furthest = max(after, key=lambda step: step.apart.delta_e)
    stronger = " and ".join(f"{percentage(step.to_pct)} %" for step in after)
    return (
        f"{percentage(enough)} % is as strong as it gets. {stronger}"
        f" {'looks' if len(after) == 1 else 'look'} the same (ΔE {_shown(furthest)})."
    )


def _shown(step: SeriesStep) -> str:
    return f"{step.apart.delta_e:.1f} ± {step.apart.u95:.1f}"
