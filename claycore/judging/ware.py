"""What finished ware may be used for, as a chain of conditions; the weakest one names the result.

Nothing here assures anyone that ware is safe. A use is *established* only where every link of its
chain is known to hold; one that is not known leaves it open, one that fails rules it out. Sources:
ASTM C738 and ISO 6486 for the laboratory test of release, not checked against the standards; all
else is common practice.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.limits import WARES, Limits, School, usual_limits
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit
from claycore.testing.soaking import method


class Use(StrEnum):
    """What ware may be wanted for."""

    FOOD = "food"
    DISHWASHER = "dishwasher"
    MICROWAVE = "microwave"
    OVEN = "oven"


class Status(StrEnum):
    """What the chain of a use comes to."""

    ESTABLISHED = "established"
    NOT_ESTABLISHED = "not_established"
    NO = "no"


class Glaze(StrEnum):
    """What is known of the glaze where food touches it."""

    STATED_SUITABLE = "stated_suitable"
    NOT_STATED = "not_stated"
    NONE = "none"


class WareFact(StrEnum):
    """Whether something is so."""

    NO = "no"
    YES = "yes"
    UNKNOWN = "unknown"


class Leach(StrEnum):
    """What a test of release came to: in a laboratory, or the acid overnight at home."""

    LABORATORY_PASS = "laboratory_pass"  # noqa: S105 (a result, not a password)
    LABORATORY_FAIL = "laboratory_fail"
    SCREEN_CHANGED = "screen_changed"
    SCREEN_UNCHANGED = "screen_unchanged"
    NONE = "none"


class ShockTest(StrEnum):
    """What a test of thermal shock came to."""

    WITHSTOOD = "withstood"
    CRACKED = "cracked"
    NONE = "none"


@dataclass(frozen=True)
class Ware:
    """What is known of some ware. ``absorption`` in percent, None where it was not measured.

    ``cone`` is the one it was fired to, and ``measured_at`` the one its absorption was measured
    at, by a soak of ``method``; '' where that is not said.
    """

    ware: str
    school: str
    absorption: Estimate | None = None
    glaze: Glaze | None = None
    hazard_metal: WareFact = WareFact.UNKNOWN
    crazed: WareFact = WareFact.UNKNOWN
    leach: Leach = Leach.NONE
    lustre: WareFact = WareFact.UNKNOWN
    decal: WareFact = WareFact.UNKNOWN
    shock: ShockTest = ShockTest.NONE
    cone: str = ""
    measured_at: str = ""
    method: str = ""

    @property
    def limits(self) -> Limits:
        return usual_limits(self.ware, self.school)


@dataclass(frozen=True)
class Link:
    """One condition of a use: whether it holds, None where that is not known, and why.

    ``would_establish`` is what would settle it; '' where it holds or cannot be settled.
    """

    code: str
    holds: bool | None
    message: str
    would_establish: str = ""


@dataclass(frozen=True)
class UseVerdict:
    """A use with its chain; ``weakest`` is the link that names the result, None if all hold."""

    use: Use
    status: Status
    links: tuple[Link, ...]

    @property
    def weakest(self) -> Link | None:
        failing = [link for link in self.links if link.holds is False]
        unknown = [link for link in self.links if link.holds is None]
        return next(iter(failing or unknown), None)


def _body(ware: Ware, high_pct: float, use: str, harm: str) -> Link:
    """Whether the body is dense enough: the whole interval of its absorption under a limit."""
    to_measure = "Measure the absorption of an unglazed piece, fired as the ware was."
    if ware.absorption is None:
        return Link("body", None, "The absorption of the body was not measured.", to_measure)
    if ware.cone and ware.measured_at and ware.cone != ware.measured_at:
        said = f"Absorption was measured at cone {ware.measured_at}, the ware fired to {ware.cone}."
        return Link("body", None, said, to_measure)
    measured = f"The body absorbs {with_u95(ware.absorption.value, ware.absorption.u95)} %"
    against = f"{plain(high_pct)} %, the limit for {use}"
    outcome = against_limit(ware.absorption, high_pct)
    if outcome is AgainstLimit.OVER:
        return Link("body", False, f"{measured}, over {against}. {harm}")
    if outcome is AgainstLimit.NOT_DECIDED:
        more = "Measure more pieces, or heavier ones."
        return Link("body", None, f"{measured}: it could be either side of {against}.", more)
    within = f"{measured}, within {against} (common practice)"
    if ware.method and method(ware.method).reads_low:
        how = method(ware.method).title.lower()
        said = (
            f"{within}, but by a {how}, which reads low: it can rule out, and establishes nothing."
        )
        return Link("body", None, said, "Boil and soak the same bars.")
    return Link("body", True, f"{within}.")


def _dense_for_ware(ware: Ware) -> Link:
    """The limit of its kind of ware; a range quoted for ware as found approves nothing."""
    limits = ware.limits
    link = _body(ware, limits.dense.high_pct, WARES[ware.ware], "A porous body harbours food.")
    loose = limits.absorption
    if link.holds is not False or loose.approves or ware.absorption is None:
        return link
    if against_limit(ware.absorption, loose.high_pct) is AgainstLimit.OVER:
        return link
    said = f"{link.message} It lies in the range quoted for such ware ({loose.text}): that"
    return Link("body", None, f"{said} describes ware and approves none.")


def _dense_for_heat(harm: str) -> Callable[[Ware], Link]:
    """The limit of any tableware, however porous its kind of ware may be."""

    def link(ware: Ware) -> Link:
        any_ware = usual_limits("tableware", School.STRICT).dense
        limit = min(any_ware, ware.limits.dense, key=lambda one: one.high_pct)
        return _body(ware, limit.high_pct, WARES[limit.ware], harm)

    return link


def _glaze(ware: Ware) -> Link:
    ask = "Ask the maker of the glaze for a written statement, for this cone."
    if ware.glaze is Glaze.STATED_SUITABLE:
        return Link("glaze", True, "The glaze is stated to be suitable for food contact.")
    if ware.glaze is Glaze.NOT_STATED:
        return Link("glaze", None, "Nothing is stated about the glaze and food.", ask)
    if ware.glaze is Glaze.NONE:
        said = "There is no glaze where food touches the ware."
        return Link("glaze", None, said, "Glaze it, and have the ware tested.")
    return Link("glaze", None, "The glaze is not known.", ask)


_TO_A_LABORATORY = "Have a fired piece tested by an accredited laboratory."


def _hazard(ware: Ware) -> Link:
    """Lead, cadmium and their like: known not to be there, or tested not to come out."""
    tested = ware.leach is Leach.LABORATORY_PASS
    if ware.hazard_metal is WareFact.NO:
        return Link("hazard_metal", True, "No lead, cadmium or other metal of concern is in it.")
    if tested:
        return Link("hazard_metal", True, "A laboratory found its release within the limits.")
    if ware.hazard_metal is WareFact.YES:
        said = "A metal of concern is in it, and no laboratory has tested its release."
        return Link("hazard_metal", False, said, _TO_A_LABORATORY)
    ask = "Ask for the safety data sheets of the glaze and the stains."
    return Link("hazard_metal", None, "Whether it contains lead or cadmium is not known.", ask)


_LEACH: dict[Leach, tuple[bool | None, str]] = {
    Leach.LABORATORY_PASS: (True, "A laboratory tested what is released, and it passed."),
    Leach.LABORATORY_FAIL: (False, "A laboratory tested what is released, and it failed."),
    Leach.SCREEN_CHANGED: (False, "Acid overnight changed the surface. That is a fail."),
    Leach.SCREEN_UNCHANGED: (None, "Acid overnight changed nothing visible. That is not a pass."),
    Leach.NONE: (None, "What is released into food was not tested."),
}


def _leach(ware: Ware) -> Link:
    holds, message = _LEACH[ware.leach]
    return Link("leach", holds, message, _TO_A_LABORATORY if holds is None else "")


def _crazing(ware: Ware) -> Link:
    """One school sells no crazed ware for food; the other holds that washing deals with it."""
    if ware.crazed is WareFact.NO:
        return Link("crazed", True, "The glaze is not crazed.")
    if ware.crazed is WareFact.UNKNOWN:
        look = "Look at the glaze with ink and a lens, again after some weeks."
        return Link("crazed", None, "Whether the glaze is crazed was not looked at.", look)
    if ware.school == School.STRICT:
        said = "The glaze is crazed. One school sells no crazed ware for food; the other washes it."
        return Link("crazed", False, said)
    said = "The glaze is crazed. This school holds that washing deals with it; the other does not."
    return Link("crazed", True, said)


def _without(code: str, none: str, some: str) -> Callable[[Ware], Link]:
    """That there is none of something on the ware; what to say of either."""

    def link(ware: Ware) -> Link:
        there = WareFact(getattr(ware, code))
        if there is WareFact.NO:
            return Link(code, True, f"There is {none} on it.")
        if there is WareFact.YES:
            return Link(code, False, f"There is {some}")
        return Link(code, None, f"It was not said that there is {none} on it.", "Look at the ware.")

    return link


def _shock(ware: Ware) -> Link:
    if ware.shock is ShockTest.WITHSTOOD:
        return Link("shock", True, "It withstood a test of thermal shock.")
    if ware.shock is ShockTest.CRACKED:
        return Link("shock", False, "It cracked in a test of thermal shock.")
    to_test = "Test a piece of the same clay and glaze for thermal shock."
    return Link("shock", None, "Thermal shock was not tested.", to_test)


_NO_METAL = "no lustre or metal decoration"

CHAINS: dict[Use, tuple[Callable[[Ware], Link], ...]] = {
    Use.FOOD: (_dense_for_ware, _glaze, _hazard, _leach, _crazing),
    Use.DISHWASHER: (
        _dense_for_heat("Water that soaks in weakens the ware."),
        _without("lustre", _NO_METAL, "lustre or metal on it. Dishwashing wears it away."),
        _without("decal", "no decal", "a decal on it. Dishwashing wears it away."),
    ),
    Use.MICROWAVE: (
        _dense_for_heat("Water in the body heats up, and can crack it."),
        _without("lustre", _NO_METAL, "lustre or metal on it. Metal sparks in a microwave."),
    ),
    Use.OVEN: (
        _dense_for_heat("Water in the body turns to steam, and can crack it."),
        _shock,
    ),
}
"""The conditions of each use. To add a use is to add one entry."""


def judge_ware(ware: Ware) -> dict[Use, UseVerdict]:
    """What each use comes to, with its chain of conditions.

    Raises UnknownChoice naming ``ware`` or ``school``. Absorption in percent of the dry mass.
    Source: as at the head of this file.
    """
    return {use: _verdict(use, [link(ware) for link in links]) for use, links in CHAINS.items()}


def _verdict(use: Use, links: Sequence[Link]) -> UseVerdict:
    status = Status.ESTABLISHED
    if any(link.holds is None for link in links):
        status = Status.NOT_ESTABLISHED
    if any(link.holds is False for link in links):
        status = Status.NO
    return UseVerdict(use, status, tuple(links))
