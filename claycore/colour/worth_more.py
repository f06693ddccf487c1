"""Which colourants of a campaign are worth further strengths, once the first of each is fired.

Source: common practice: one strength of everything first, then paler and stronger steps only of
what shows a colour that nothing else on the wall has. The distances are CIEDE2000.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.colour.equal_tiles import Noise, Visible, apart
from claycore.colour.notation import Lab


class Worth(StrEnum):
    """What to make next of a colourant."""

    NOT_FIRED = "not_fired"
    STRONGER = "stronger"
    LIKE_ANOTHER = "like_another"
    BOTH = "both"


@dataclass(frozen=True)
class Tried:
    """A colourant's fired tiles at the first strength, none yet where it was not fired.

    ``cost_per_kg`` is what that strength costs per kg of dry clay; None where nobody knows.
    """

    name: str
    tiles: Sequence[Lab]
    cost_per_kg: float | None = None


@dataclass(frozen=True)
class Verdict:
    """What to make next of a colourant, and why; ``like`` is the one that looks the same."""

    name: str
    worth: Worth
    reason: str
    like: str = ""


def verdicts(plain: Sequence[Lab], tried: Sequence[Tried], noise: Noise) -> list[Verdict]:
    """What to make next of each colourant, in their order.

    ``plain`` are the controls of the same clay, fired and glazed alike; without them nothing is
    said of how much a colourant colours. Of two that may be the same to the eye the dearer waits,
    and where prices are not known the later one. Source: common practice, as at the head.
    """
    by_cost = sorted(
        range(len(tried)), key=lambda n: (tried[n].cost_per_kg is None, tried[n].cost_per_kg or 0)
    )
    gone_on: list[Tried] = []
    found: dict[int, Verdict] = {}
    for index in by_cost:
        found[index] = _verdict(tried[index], plain, gone_on, noise)
        if found[index].worth is Worth.BOTH:
            gone_on.append(tried[index])
    return [found[index] for index in range(len(tried))]


def _verdict(one: Tried, plain: Sequence[Lab], gone_on: Sequence[Tried], noise: Noise) -> Verdict:
    if not one.tiles:
        return Verdict(one.name, Worth.NOT_FIRED, "No fired colour yet.")
    if plain:
        from_plain = apart(plain, one.tiles, noise)
        if from_plain.visible is not Visible.DIFFERENT:
            said = f"Hardly differs from the plain clay (ΔE {from_plain.delta_e:.1f}): go stronger."
            return Verdict(one.name, Worth.STRONGER, said)
    for other in gone_on:
        between = apart(other.tiles, one.tiles, noise)
        if between.visible is not Visible.DIFFERENT:
            same = "is" if between.visible is Visible.SAME else "may be"
            said = (
                f"This {same} the same as {other.name} to the eye (ΔE {between.delta_e:.1f})."
                f" Go on with {other.name} first."
            )
            return Verdict(one.name, Worth.LIKE_ANOTHER, said, other.name)
    return Verdict(one.name, Worth.BOTH, "A colour of its own: paler and stronger steps.")
