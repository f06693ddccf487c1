"""Is it dense enough? Absorption held against a limit, with the reason in words.

Vitrified means fired hard and dense enough for the purpose, not "0 %". The limits differ by school:
both sets are common practice. Published classes to show beside them: ISO 13006 / EN 14411 (tiles).
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.errors import UnknownChoice
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing import absorption
from claycore.testing.absorption import AgainstLimit


class School(StrEnum):
    """Whose limits are judged by."""

    STRICT = "strict"
    LOOSE = "loose"


SCHOOLS: dict[str, str] = {
    School.STRICT: "figures of potters who sell tableware",
    School.LOOSE: "ranges quoted for ware as found",
}

WARES = {
    "porcelain": "porcelain",
    "stoneware": "stoneware",
    "earthenware": "earthenware",
    "tableware": "any tableware",
}


@dataclass(frozen=True)
class Limit:
    """The absorption a ware may have: at most ``high_pct``; ``low_pct`` where a range is told."""

    ware: str
    school: str
    high_pct: float
    low_pct: float | None = None

    @property
    def text(self) -> str:
        if self.low_pct is None:
            return f"at most {plain(self.high_pct)} %"
        return f"{plain(self.low_pct)}–{plain(self.high_pct)} %"


_LIMITS = {
    (limit.ware, limit.school): limit
    for limit in (
        Limit("porcelain", School.STRICT, 0.5),
        Limit("stoneware", School.STRICT, 1.5),
        Limit("earthenware", School.STRICT, 5, 3),
        Limit("tableware", School.STRICT, 2),
        Limit("porcelain", School.LOOSE, 3, 0.5),
        Limit("stoneware", School.LOOSE, 6, 2),
        Limit("earthenware", School.LOOSE, 14, 5),
        Limit("tableware", School.LOOSE, 6, 5),
    )
}

_TILE_CLASSES = ((0.5, "at most 0.5 %"), (3, "0.5–3 %"), (6, "3–6 %"), (10, "6–10 %"))


def limit(ware: str, school: str) -> Limit:
    """The limit for a ware under a school. Raises UnknownChoice naming ``ware`` or ``school``.

    In percent of the dry mass. Source: both schools are common practice.
    """
    if ware not in WARES:
        raise UnknownChoice("ware", ware, f"The ware must be one of {', '.join(WARES)}.")
    if school not in SCHOOLS:
        raise UnknownChoice("school", school, f"The school must be one of {', '.join(SCHOOLS)}.")
    return _LIMITS[ware, school]


def tile_class(absorption_pct: float) -> str:
    """The published class of ceramic tiles an absorption falls in (ISO 13006 / EN 14411).

    Source: ISO 13006 / EN 14411, group by water absorption.
    """
    for high, text in _TILE_CLASSES:
        if absorption_pct <= high:
            return text
    return "over 10 %"


@dataclass(frozen=True)
class AbsorptionVerdict:
    """``outcome`` as in :mod:`claycore.testing.absorption`, the reason, and what would decide"
    " it."""

    outcome: AgainstLimit
    reason: str
    would_decide: str = ""


def what_would_decide(estimate: Estimate, limit_pct: float, scale_step_g: float) -> str:
    """What to do about an absorption that straddles a limit, in a sentence.

    Source: arithmetic on the intervals.
    """
    if estimate.count > 1:
        return "More pieces, or pieces that agree better, would decide it."
    mass_g = absorption.mass_that_would_decide(estimate.value, limit_pct, scale_step_g)
    if mass_g is None or mass_g > 5000:
        return "It sits on the limit: fire a cone hotter and test again."
    return (
        f"A piece of {plain(mass_g * 1.05, 0)} g or more on this scale, or a finer scale, would"
        " decide it."
    )


def against_figure(estimate: Estimate, limit_pct: float, scale_step_g: float) -> AbsorptionVerdict:
    """One absorption held against a bare figure, in percent, without a ware or a cone.

    Source: arithmetic on the interval.
    """
    outcome = absorption.against_limit(estimate, limit_pct)
    measured = f"{with_u95(estimate.value, estimate.u95)} %"
    if outcome == AgainstLimit.NOT_DECIDED:
        return AbsorptionVerdict(
            outcome,
            f"{measured} straddles {plain(limit_pct)} %.",
            what_would_decide(estimate, limit_pct, scale_step_g),
        )
    stands = "within" if outcome == AgainstLimit.WITHIN else "over"
    return AbsorptionVerdict(outcome, f"{measured} is {stands} {plain(limit_pct)} %.")


def verdict(
    estimate: Estimate, against: Limit, cone: str | None, scale_step_g: float
) -> AbsorptionVerdict:
    """The verdict on one absorption, as a sentence a potter could argue with.

    ``cone`` is the cone it was fired to, None if that is not known. Limit and absorption in
    percent. Source: the limits are common practice.
    """
    outcome = absorption.against_limit(estimate, against.high_pct)
    measured = f"{with_u95(estimate.value, estimate.u95)} %"
    high = f"{plain(against.high_pct)} % for {WARES[against.ware]}"
    at_cone = f" at cone {cone}" if cone else ""
    enough = "dense enough" if against.ware == "earthenware" else "vitrified"
    if outcome == absorption.AgainstLimit.WITHIN:
        return AbsorptionVerdict(
            outcome, f"{measured} is within {high}: {enough} for that use{at_cone}."
        )
    if outcome == absorption.AgainstLimit.OVER:
        return AbsorptionVerdict(outcome, f"{measured} is over {high}: not {enough}{at_cone}.")
    return AbsorptionVerdict(
        outcome,
        f"{measured} straddles {high}: not decided{at_cone}.",
        what_would_decide(estimate, against.high_pct, scale_step_g),
    )
