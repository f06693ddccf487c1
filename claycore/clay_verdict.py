"""Is a clay worth keeping, and for what? Each rule as a line, and what they come to.

The rules and their figures are common practice, except where a line names a standard. Limits of
absorption differ by school; every figure is the studio's to change (:class:`Limits`).
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.absorption import METHODS, OVER, WITHIN, against_limit
from claycore.bars import CRACKED, CRUMBLES, SLUMPED
from claycore.clay_results import AtCone, ClayResults
from claycore.field_notes import (
    ACIDS,
    COILS,
    ENOUGH_GREASY_PCT,
    NOTHING_NOTED,
    THROWS,
    FieldNotes,
)
from claycore.figures import plain, with_u95
from claycore.firing_range import (
    NOT_MEASURED,
    NOT_REACHED,
    PERHAPS,
    REACHED,
    SURE,
    FiringRange,
    Spoiling,
)
from claycore.uncertainty import Estimate
from claycore.vitrification import SCHOOLS, WARES, Limit

PASSES = "passes"
FAILS = "fails"
NOT_DECIDED = "not_decided"

THROWING = "throwing"
SLAB = "slab"
SCULPTURE = "sculpture"
TABLEWARE = "tableware"
BRICK = "brick"
SLIP = "slip"
PURPOSES = {
    THROWING: "throwing",
    SLAB: "slab work",
    SCULPTURE: "sculpture",
    TABLEWARE: "tableware",
    BRICK: "brick",
    SLIP: "slip or colourant",
}

KEEP = "keep"
MEND = "mend"
AS_SLIP = "as_slip"
LEAVE = "leave"
OVERALL = {
    KEEP: "Keep it",
    MEND: "Mend it",
    AS_SLIP: "Use it as slip or colourant",
    LEAVE: "Leave it",
    NOT_DECIDED: "Not decided yet",
}

BEYOND_MENDING = 3
"""With so many failing rules that matter, most give up on a clay as a body. House judgement."""


@dataclass(frozen=True)
class Limits:
    """The figures a studio judges by; the defaults are common practice.

    ``saturation_most`` is what ASTM C62 asks of brick that stands severe weathering, from memory.
    """

    absorption: Limit
    drying_least_pct: float = 4.0
    drying_most_pct: float = 7.0
    total_most_pct: float = 15.0
    greasy_least_pct: float = ENOUGH_GREASY_PCT
    as_dug_least_pct: float = 70.0
    saturation_most: float = 0.78


@dataclass(frozen=True)
class Evidence:
    """What is known of a clay: its bars, the cone it is judged at, and what was noted of it.

    ``as_dug_pct`` is how much of a blend is the dug clay itself; 100 for the clay as dug.
    """

    results: ClayResults
    range: FiringRange
    cone: str | None
    notes: FieldNotes = NOTHING_NOTED
    as_dug_pct: float = 100.0

    @property
    def at(self) -> AtCone | None:
        return self.results.at(self.cone) if self.cone else None


@dataclass(frozen=True)
class Line:
    """One rule: what was measured, the limit and whose it is, the outcome, why it matters here.

    ``matters`` says whether the outcome counts for the purpose.
    """

    code: str
    rule: str
    measured: str
    limit: str
    school: str
    outcome: str
    matters: bool
    why: str

    @property
    def topic(self) -> str:
        """What the rule is about, as a word within a sentence."""
        return _TOPICS[self.code]


@dataclass(frozen=True)
class Verdict:
    """What the lines come to, in a word of OVERALL and a sentence."""

    overall: str
    reason: str
    lines: tuple[Line, ...]

    @property
    def title(self) -> str:
        return OVERALL[self.overall]


COMMON = "common practice"

_MATTERS = {
    "plastic_enough": (THROWING, TABLEWARE),
    "dries_sound": (THROWING, SLAB, TABLEWARE, SCULPTURE, BRICK),
    "total": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "absorption": (TABLEWARE, BRICK),
    "matures": (TABLEWARE,),
    "no_bloating": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "no_slumping": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "holds_together": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "feel": (THROWING, TABLEWARE),
    "coil": (THROWING, SLAB, TABLEWARE),
    "throws": (THROWING, TABLEWARE),
    "lime": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "cracks": (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK),
    "as_dug": (),
    "saturation": (BRICK,),
}

_OPTIONAL = ("feel", "coil", "throws", "lime", "saturation", "no_bloating", "no_slumping")
"""What was not tried or seen does not hold the verdict up."""

_TOPICS = {
    "feel": "grit",
    "coil": "shortness",
    "throws": "throwing",
    "lime": "lime",
    "plastic_enough": "plasticity",
    "dries_sound": "drying shrinkage",
    "cracks": "cracking",
    "as_dug": "how much was added",
    "total": "total shrinkage",
    "absorption": "absorption",
    "matures": "maturing",
    "no_bloating": "bloating",
    "no_slumping": "slumping",
    "holds_together": "crumbling",
    "saturation": "saturation",
}

_WHY = {
    "plastic_enough": "Clay that shrinks too little as it dries is seldom plastic enough to shape.",
    "dries_sound": "Much drying shrinkage cracks ware, the more so where it is thick or joined.",
    "total": "Much shrinkage in all warps ware and is hard to size.",
    "absorption": "Water in the body harbours food, heats in a microwave and weakens the ware.",
    "matures": "A firing that is sure to mature it must lie within what was tested.",
    "no_bloating": "A bloated wall is weak and out of shape.",
    "no_slumping": "What slumps loses its shape and sticks to the shelf.",
    "holds_together": "What crumbles after the firing has not sintered.",
    "feel": "Grit makes it harsh to throw and hard to mature.",
    "coil": "Short clay tears as it is bent or thrown.",
    "throws": "If something small is unpleasant to throw, everything larger is.",
    "lime": "Lime swells with damp after the firing and spits flakes off the ware.",
    "cracks": "Bars crack more easily than nothing, and less easily than pots.",
    "as_dug": "With more than that added, it is hardly the dug clay any more.",
    "saturation": "Pores that boiling fills and cold water does not leave freezing water room.",
}


_WHY_FOR = {
    ("dries_sound", SLAB): "Slabs curl and joins open as they dry.",
    ("dries_sound", SCULPTURE): "Thick work dries unevenly: much shrinkage cracks it.",
    ("dries_sound", BRICK): "A brick dries last inside: much shrinkage cracks it.",
    ("total", SLAB): "Slabs that shrink much warp, and joins open.",
    ("total", SCULPTURE): "Thick and thin parts that shrink much pull each other apart.",
    ("total", TABLEWARE): "Rims warp, and lids no longer fit.",
    ("total", BRICK): "Bricks that shrink much come out unlike each other.",
    ("absorption", BRICK): "The water that a wall takes up freezes in it.",
    ("no_bloating", TABLEWARE): "A bloated wall is weak and rough, and it leaks.",
    ("lime", TABLEWARE): "Lime swells with damp and spits flakes off, the glaze with them.",
    ("holds_together", BRICK): "A brick that crumbles bears no load and no frost.",
}
"""Where a rule matters for another reason to one purpose than to the rest."""


def _why(code: str, purpose: str) -> str:
    return _WHY_FOR.get((code, purpose), _WHY[code])


def _line(code: str, purpose: str, rule: str, measured: str, limit: str, outcome: str) -> Line:
    return Line(
        code, rule, measured, limit, COMMON, outcome, purpose in _MATTERS[code], _why(code, purpose)
    )


def _pct(estimate: Estimate | None) -> str:
    return f"{with_u95(estimate.value, estimate.u95)} %" if estimate else "not measured"


def at_most(estimate: Estimate | None, most: float) -> str:
    """PASSES only if the whole interval does, FAILS only if none of it does."""
    if estimate is None:
        return NOT_MEASURED
    return {WITHIN: PASSES, OVER: FAILS}.get(against_limit(estimate, most), NOT_DECIDED)


def at_least(estimate: Estimate | None, least: float) -> str:
    """PASSES only if the whole interval does, FAILS only if none of it does."""
    if estimate is None:
        return NOT_MEASURED
    return at_most(Estimate(-estimate.value, estimate.u95), -least)


def _seen(known: str, fails: tuple[str, ...], doubtful: tuple[str, ...] = ()) -> str:
    if not known:
        return NOT_MEASURED
    if known in fails:
        return FAILS
    return NOT_DECIDED if known in doubtful else PASSES


def lines(evidence: Evidence, limits: Limits, purpose: str) -> tuple[Line, ...]:
    """Every rule held against the evidence, in the order the work meets them."""
    return (
        *_before_firing(evidence, limits, purpose),
        *_in_the_fire(evidence, limits, purpose),
    )


def _before_firing(evidence: Evidence, limits: Limits, purpose: str) -> list[Line]:
    notes, results = evidence.notes, evidence.results
    greasy = notes.greasy_pct
    feel = NOT_MEASURED
    if greasy is not None:
        feel = PASSES if greasy >= limits.greasy_least_pct else FAILS
    cracked = results.dry_remarks.get(CRACKED, 0)
    return [
        _line(
            "feel",
            purpose,
            "Feel, greasy to gritty",
            "not noted" if greasy is None else f"{plain(greasy, 0)} : {plain(100 - greasy, 0)}",
            f"{plain(limits.greasy_least_pct, 0)} : {plain(100 - limits.greasy_least_pct, 0)}"
            " or greasier",
            feel,
        ),
        _line(
            "coil",
            purpose,
            "Coil test",
            COILS.get(notes.coil, "not tried"),
            "bends",
            _seen(notes.coil, ("cracks_at_once",), ("cracks_late",)),
        ),
        _line(
            "throws",
            purpose,
            "Throws",
            THROWS.get(notes.throws, "not tried"),
            "not unpleasant",
            _seen(notes.throws, ("unpleasant",)),
        ),
        _line(
            "lime",
            purpose,
            "Acid drop",
            ACIDS.get(notes.acid, "not tried"),
            "no fizz",
            _seen(notes.acid, ("strong",), ("weak",)),
        ),
        _line(
            "plastic_enough",
            purpose,
            "Plastic enough, by drying shrinkage",
            _pct(results.drying),
            f"at least {plain(limits.drying_least_pct)} %",
            at_least(results.drying, limits.drying_least_pct),
        ),
        _line(
            "dries_sound",
            purpose,
            "Dries without cracking, by drying shrinkage",
            _pct(results.drying),
            f"at most {plain(limits.drying_most_pct)} %",
            at_most(results.drying, limits.drying_most_pct),
        ),
        _line(
            "cracks",
            purpose,
            "Bars that cracked drying",
            f"{cracked} of {results.bars}",
            "none",
            NOT_MEASURED if not results.bars else FAILS if cracked else PASSES,
        ),
        _line(
            "as_dug",
            purpose,
            "Of the clay as dug",
            f"{plain(evidence.as_dug_pct, 0)} %",
            f"at least {plain(limits.as_dug_least_pct, 0)} %",
            PASSES if evidence.as_dug_pct >= limits.as_dug_least_pct else FAILS,
        ),
    ]


def _in_the_fire(evidence: Evidence, limits: Limits, purpose: str) -> list[Line]:
    at, cone = evidence.at, evidence.cone
    where = f" at cone {cone}" if cone else ""
    maturity = evidence.range.maturity
    matures = {REACHED: PASSES, NOT_REACHED: FAILS}.get(maturity.outcome, maturity.outcome)
    limit = limits.absorption
    soaked = at.soaked if at else None
    how = f", {METHODS[soaked.method].title.lower()}" if soaked else ""
    crumbled = at.remarks.get(CRUMBLES, 0) if at else 0
    return [
        _line(
            "total",
            purpose,
            f"Total shrinkage{where}",
            _pct(at.total if at else None),
            f"at most {plain(limits.total_most_pct)} %",
            at_most(at.total if at else None, limits.total_most_pct),
        ),
        Line(
            "absorption",
            f"Absorption{where}",
            _pct(soaked.absorption if soaked else None) + how,
            f"at most {plain(limit.high_pct)} % for {WARES[limit.ware]}",
            f"{limit.school}: {SCHOOLS[limit.school]}",
            at_most(soaked.absorption if soaked else None, limit.high_pct),
            purpose in _MATTERS["absorption"],
            _why("absorption", purpose),
        ),
        _line(
            "matures",
            purpose,
            "Matures within the tested cones",
            _range_words(evidence.range),
            f"absorption at most {plain(limit.high_pct)} %",
            matures,
        ),
        _line(
            "no_bloating",
            purpose,
            f"Does not bloat{where}",
            _spoiling_words(evidence.range.bloats, "bloating"),
            "not at this cone",
            _spoilt_at(evidence.range.bloats, evidence),
        ),
        _line(
            "no_slumping",
            purpose,
            f"Does not slump{where}",
            _spoiling_words(evidence.range.slumps, "slumping"),
            "not at this cone",
            FAILS
            if at and at.remarks.get(SLUMPED)
            else _spoilt_at(evidence.range.slumps, evidence),
        ),
        _line(
            "holds_together",
            purpose,
            f"Holds together{where}",
            f"{crumbled} of {at.bars} crumble" if at else "not measured",
            "none crumbles",
            NOT_MEASURED if not at else FAILS if crumbled else PASSES,
        ),
        Line(
            "saturation",
            f"Saturation coefficient{where}",
            with_u95(at.saturation.value, at.saturation.u95)
            if at and at.saturation
            else "not measured",
            f"at most {plain(limits.saturation_most)}",
            "ASTM C62, severe weathering (from memory)",
            at_most(at.saturation if at else None, limits.saturation_most),
            purpose in _MATTERS["saturation"],
            _why("saturation", purpose),
        ),
    ]


def _range_words(found: FiringRange) -> str:
    maturity = found.maturity
    if maturity.outcome == REACHED:
        return f"surely by cone {maturity.cone}"
    if maturity.outcome == NOT_REACHED:
        return "not reached"
    return "not measured" if maturity.outcome == NOT_MEASURED else "may be, not sure"


def _spoiling_words(spoiling: Spoiling, what: str) -> str:
    if spoiling.outcome == SURE:
        return f"{what} at cone {spoiling.cone}: {', '.join(spoiling.signs)}"
    if spoiling.outcome == PERHAPS:
        return f"perhaps at cone {spoiling.cone}: {', '.join(spoiling.signs)}"
    return f"no {what} seen"


def _spoilt_at(spoiling: Spoiling, evidence: Evidence) -> str:
    """Whether the clay is spoilt at the cone it is judged at."""
    tested = [at.cone for at in evidence.results.cones]
    if evidence.cone not in tested:
        return NOT_MEASURED
    if spoiling.cone is None or tested.index(evidence.cone) < tested.index(spoiling.cone):
        return PASSES
    return FAILS if spoiling.outcome == SURE else NOT_DECIDED


def verdict(evidence: Evidence, limits: Limits, purpose: str) -> Verdict:
    """What all the rules come to for a purpose."""
    found = lines(evidence, limits, purpose)
    counting = [line for line in found if line.matters]
    failing = [line for line in counting if line.outcome == FAILS]
    undecided = [
        line
        for line in counting
        if line.outcome == NOT_DECIDED
        or (line.outcome == NOT_MEASURED and line.code not in _OPTIONAL)
    ]
    return Verdict(*_overall(evidence, limits, purpose, failing, undecided), found)


def _overall(
    evidence: Evidence,
    limits: Limits,
    purpose: str,
    failing: Sequence[Line],
    undecided: Sequence[Line],
) -> tuple[str, str]:
    for_purpose = PURPOSES[purpose]
    topics = _listed([line.topic for line in failing])
    codes = {line.code for line in failing}
    if purpose == SLIP:
        return AS_SLIP, "As slip or colourant it need not pass any of these: test the fired colour."
    if {"lime", "holds_together"} <= codes:
        return LEAVE, "It fizzes with lime and does not hold together after the firing."
    if len(failing) >= BEYOND_MENDING:
        return AS_SLIP, f"Too much is against it for {for_purpose}: {topics}."
    if failing and evidence.as_dug_pct < limits.as_dug_least_pct:
        return (
            AS_SLIP,
            f"It still fails on {topics} with {plain(100 - evidence.as_dug_pct, 0)} % added;"
            " most give up there and use it as slip or colourant.",
        )
    if failing:
        return MEND, f"For {for_purpose} it fails on {topics}; the rest can stand."
    if undecided:
        return NOT_DECIDED, f"Still open: {_listed([line.topic for line in undecided])}."
    return KEEP, f"Every rule that matters for {for_purpose} passes, as far as it was tested."


def _listed(names: Sequence[str]) -> str:
    if len(names) < 2:
        return "".join(names)
    return f"{', '.join(names[:-1])} and {names[-1]}"


def changed_lines(one: Verdict, other: Verdict) -> list[tuple[Line, Line]]:
    """The rules whose outcome differs between two verdicts on the same evidence."""
    return [(a, b) for a, b in zip(one.lines, other.lines, strict=True) if a.outcome != b.outcome]
