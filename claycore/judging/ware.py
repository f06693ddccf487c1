"""What finished ware may be used for, as a chain of conditions; the weakest one names the result.

Nothing here assures anyone that ware is safe. A use is *established* only where every link of its
chain is known to hold; one that is not known leaves it open, one that fails rules it out. Sources:
ASTM C738 and ISO 6486 for the laboratory test of release, not checked against the standards; all
else is common practice.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.limits import WARES, Limit, Limits, School, usual_limits
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
    SCREEN_NOT_SURE = "screen_not_sure"
    SCREEN_TOO_SHORT = "screen_too_short"
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
    at, by a soak of ``method``; '' where that is not said. ``glazed_piece`` says that the piece
    that was soaked carried its glaze. ``untested_metal`` says that copper, cobalt, manganese or
    another metal is where food touches it and in no laboratory's report; ``shivers`` that glaze or
    slip flakes off it; ``damp`` that a piece was still damp five minutes after it had been blotted.
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
    glazed_piece: bool = False
    untested_metal: WareFact = WareFact.UNKNOWN
    shivers: WareFact = WareFact.UNKNOWN
    damp: bool = False

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
        return Link(
            "body",
            None,
            f"{measured}, which could be either side of {against}: too close to call.",
            more,
        )
    within = f"{measured}, within {against} (common practice)"
    if ware.method and method(ware.method).reads_low:
        how = method(ware.method).title.lower()
        said = (
            f"{within}, but by a {how}, which reads low: it can rule out, and establishes nothing."
        )
        return Link("body", None, said, "Boil and soak the same bars.")
    if ware.glazed_piece:
        said = f"{within}, but of a glazed piece: the glaze keeps the water out of the body."
        return Link("body", None, said, "Soak a bare piece, or one with a broken edge.")
    return Link("body", True, f"{within}.")


def _takes_up_water(ware: Ware) -> bool:
    """Whether the body is surely porous: over what its ware, or any tableware, may absorb."""
    if ware.absorption is None:
        return False
    return against_limit(ware.absorption, _dense_limit(ware).high_pct) is AgainstLimit.OVER


def _dense_limit(ware: Ware) -> Limit:
    """The limit of a body that takes up hardly any water, however porous its ware may be."""
    any_ware = usual_limits("tableware", School.STRICT).dense
    return min(any_ware, ware.limits.dense, key=lambda one: one.high_pct)


def _dense_for_ware(ware: Ware) -> Link:
    """Dense enough for food; of porous ware under a glaze there are two schools.

    Some hold it fit under a sound, tested glaze; others sell only vitrified ware for food. More
    than such ware is ever quoted at, or porous and bare, fits neither. Source: common practice.
    """
    limit = _dense_limit(ware)
    link = _body(ware, limit.high_pct, WARES[limit.ware], "A porous body harbours food.")
    if link.holds is not False or ware.absorption is None or ware.glaze is Glaze.NONE:
        return link
    found_as = usual_limits(ware.ware, School.LOOSE).absorption
    if against_limit(ware.absorption, found_as.high_pct) is AgainstLimit.OVER:
        return link
    said = (
        f"The body absorbs {with_u95(ware.absorption.value, ware.absorption.u95)} %: it is porous."
        " Some hold porous ware under a sound, tested glaze fit for food; others sell only"
        " vitrified ware for it."
    )
    sound = ware.glaze is Glaze.STATED_SUITABLE and ware.crazed is WareFact.NO
    if ware.school == School.LOOSE and sound and ware.leach is Leach.LABORATORY_PASS:
        return Link("body", True, said)
    return Link("body", None, said, "Use it as decoration, or fire such ware denser.")


def _dense_for_heat(harm: str, schools_differ: bool = True) -> Callable[[Ware], Link]:
    """The limit of any tableware, however porous its kind of ware may be.

    Another school sells fully glazed porous ware for it: that is stated where it was chosen, and
    establishes nothing. Source: common practice.
    """

    def link(ware: Ware) -> Link:
        limit = _dense_limit(ware)
        found = _body(ware, limit.high_pct, WARES[limit.ware], harm)
        loose = schools_differ and ware.school == School.LOOSE and ware.glaze is not Glaze.NONE
        if found.holds is not False or not loose:
            return found
        said = f"{found.message} Some potters sell fully glazed porous ware for it."
        return Link("body", None, said, "Try pieces in use, or fire such ware denser.")

    return link


def _glaze(ware: Ware) -> Link:
    ask = "Ask the maker of the glaze for a written statement, for this cone."
    if ware.glaze is Glaze.STATED_SUITABLE:
        return Link("glaze", True, "The glaze is stated to be suitable for food contact.")
    if ware.glaze is Glaze.NOT_STATED:
        return Link("glaze", None, "Nothing is stated about the glaze and food.", ask)
    if ware.glaze is Glaze.NONE:
        return _bare(ware)
    return Link("glaze", None, "The glaze is not known.", ask)


def _bare(ware: Ware) -> Link:
    """Clay left bare where food touches it needs a laboratory as a glaze does.

    A metal of concern in it touches the food: then only a sealed, tested liner will do.
    """
    said = "There is no glaze where food touches the ware"
    if ware.hazard_metal is WareFact.YES:
        said += ", and the metal in the clay touches the food"
        return Link("glaze", None, f"{said}.", "Line it with a sealed, tested glaze.")
    if ware.hazard_metal is WareFact.NO and ware.leach is Leach.LABORATORY_PASS:
        return Link("glaze", True, f"{said}; a laboratory tested the bare clay.")
    ask = "Have the bare ware tested by an accredited laboratory, or line it with a tested glaze."
    return Link("glaze", None, f"{said}.", ask)


_TO_A_LABORATORY = "Have a fired piece tested by an accredited laboratory."


def _hazard(ware: Ware) -> Link:
    """Lead, cadmium and their like: known not to be there, or tested not to come out."""
    tested = ware.leach is Leach.LABORATORY_PASS
    if ware.hazard_metal is WareFact.NO:
        return Link("hazard_metal", True, "No lead, cadmium or other metal of concern is in it.")
    if tested:
        return Link("hazard_metal", True, "A laboratory found its release within the limits.")
    if ware.hazard_metal is WareFact.YES:
        said = "It contains a metal of concern, and no laboratory has tested its release."
        return Link("hazard_metal", False, said, _TO_A_LABORATORY)
    ask = "Ask for the safety data sheets of the glaze and the stains."
    return Link("hazard_metal", None, "Lead and cadmium: not known.", ask)


_LEACH: dict[Leach, tuple[bool | None, str]] = {
    Leach.LABORATORY_PASS: (True, "A laboratory tested what is released, and it passed."),
    Leach.LABORATORY_FAIL: (False, "A laboratory tested what is released, and it failed."),
    Leach.SCREEN_CHANGED: (False, "Overnight acid test: the surface changed. This is a fail."),
    Leach.SCREEN_UNCHANGED: (None, "Overnight acid test: no visible change. This is not a pass."),
    Leach.SCREEN_NOT_SURE: (
        None,
        "Overnight acid test: looked at without being sure. It stays open.",
    ),
    Leach.SCREEN_TOO_SHORT: (None, "Acid stood on it for less than a night: no test yet."),
    Leach.NONE: (None, "Release into food: not tested."),
}


def _leach(ware: Ware) -> Link:
    holds, message = _LEACH[ware.leach]
    return Link("leach", holds, message, _TO_A_LABORATORY if holds is None else "")


def _crazing(ware: Ware) -> Link | None:
    """One school sells no crazed ware for food; the other holds that washing deals with it.

    Over a body that takes up water it is a no in both: food gets in and stays. Where no glaze
    touches food, none of it can be found sound or be asked for.
    """
    if ware.glaze is Glaze.NONE and ware.crazed is not WareFact.YES:
        return None
    if ware.crazed is WareFact.NO:
        return Link("crazed", True, "The glaze is not crazed.")
    if ware.crazed is WareFact.UNKNOWN:
        look = "Look at the glaze with ink and a lens, again after some weeks."
        return Link("crazed", None, "Crazing: not checked.", look)
    if _takes_up_water(ware):
        said = "The glaze is crazed over a porous body: water and food get into it and stay."
        return Link("crazed", False, said)
    if ware.school == School.STRICT:
        said = (
            "The glaze is crazed. Some potters sell no crazed ware for food; others accept it if"
            " it is washed."
        )
        return Link("crazed", False, said)
    said = "The glaze is crazed. By these limits washing is enough; stricter potters disagree."
    return Link("crazed", True, said)


def _crazed_and_porous(ware: Ware) -> Link | None:
    """Crazing matters to dishwasher and microwave only over a body that takes up water."""
    if ware.crazed is not WareFact.YES or not _takes_up_water(ware):
        return None
    said = "The glaze is crazed over a porous body: it takes up water in every wash."
    return Link("crazed", None, said)


def _shivering(ware: Ware) -> Link | None:
    if ware.shivers is not WareFact.YES:
        return None
    return Link("shivers", False, "Glaze or slip flakes off: its chips are sharp.")


def _damp(ware: Ware) -> Link | None:
    if not ware.damp:
        return None
    said = "A piece was still damp five minutes after blotting: water gets in somewhere."
    ask = "Look for cracks and bare spots, then boil and soak a bare piece."
    return Link("damp", None, said, ask)


def _rim(ware: Ware) -> Link | None:
    """A laboratory's usual test stops below the rim, where lustre often is."""
    if ware.lustre is not WareFact.YES:
        return None
    said = "There is lustre or metal where lips may touch; the usual test stops below the rim."
    return Link("lustre", None, said, "Have the rim tested as well (ASTM C927).")


def _untested_metal(ware: Ware) -> Link | None:
    if ware.untested_metal is not WareFact.YES:
        return None
    said = (
        "Copper, cobalt, manganese or another metal is where food touches it, and no laboratory"
        " tested its release."
    )
    ask = "Order these metals by name: the usual test covers lead and cadmium."
    return Link("untested_metal", None, said, ask)


def _without(code: str, what: str, some: str) -> Callable[[Ware], Link]:
    """That there is none of something on the ware; ``some`` is said where there is."""

    def link(ware: Ware) -> Link:
        there = WareFact(getattr(ware, code))
        if there is WareFact.NO:
            return Link(code, True, f"There is no {what} on it.")
        if there is WareFact.YES:
            return Link(code, False, f"There is {some}")
        return Link(code, None, f"{what.capitalize()}: not stated.", "Look at the ware.")

    return link


def _shock(ware: Ware) -> Link:
    if ware.shock is ShockTest.WITHSTOOD:
        return Link("shock", True, "It withstood a test of thermal shock.")
    if ware.shock is ShockTest.CRACKED:
        return Link("shock", False, "It cracked in a test of thermal shock.")
    to_test = "Test a piece of the same clay and glaze for thermal shock."
    return Link("shock", None, "Thermal shock was not tested.", to_test)


_METAL = "lustre or metal decoration"

CHAINS: dict[Use, tuple[Callable[[Ware], Link | None], ...]] = {
    Use.FOOD: (
        _dense_for_ware,
        _damp,
        _glaze,
        _hazard,
        _untested_metal,
        _leach,
        _crazing,
        _shivering,
        _rim,
    ),
    Use.DISHWASHER: (
        _dense_for_heat("Water that soaks in weakens the ware."),
        _without("lustre", _METAL, "lustre or metal on it. Dishwashing wears it away."),
        _without("decal", "decal", "a decal on it. Dishwashing wears it away."),
        _crazed_and_porous,
        _damp,
        _shivering,
    ),
    Use.MICROWAVE: (
        _dense_for_heat("Water in the body heats up, and can crack it."),
        _without("lustre", _METAL, "lustre or metal on it. Metal sparks in a microwave."),
        _crazed_and_porous,
        _damp,
        _shivering,
    ),
    Use.OVEN: (
        _dense_for_heat("Water in the body turns to steam, and can crack it.", False),
        _shock,
        _shivering,
    ),
}
"""The conditions of each use; one that says None has nothing to say of this ware. To add a use is
to add one entry.
"""


def judge_ware(ware: Ware) -> dict[Use, UseVerdict]:
    """What each use comes to, with its chain of conditions.

    Raises UnknownChoice naming ``ware`` or ``school``. Absorption in percent of the dry mass.
    Source: as at the head of this file.
    """
    return {
        use: _verdict(use, [link for condition in chain if (link := condition(ware))])
        for use, chain in CHAINS.items()
    }


def _verdict(use: Use, links: Sequence[Link]) -> UseVerdict:
    status = Status.ESTABLISHED
    if any(link.holds is None for link in links):
        status = Status.NOT_ESTABLISHED
    if any(link.holds is False for link in links):
        status = Status.NO
    return UseVerdict(use, status, tuple(links))
