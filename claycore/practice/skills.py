"""What is practised: each skill makes questions from a studio's own clays, stains and scale.

A question depends on the bench and on the dice alone, so that it can be asked again for marking.
Amounts are what lies on a bench, chosen so that a known mistake gives another figure. Source:
common practice, and the standards named at each formula elsewhere in the core.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import TypeVar

import numpy as np

from claycore.firing import cones
from claycore.materials import moisture, slip
from claycore.materials.clay_in_hand import ClayInHand, dry_clay
from claycore.materials.composition import Convention, share_of_total
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate, Measured
from claycore.mixing import sum_checks
from claycore.mixing.sum_checks import ChangeSum, DoseSum, symmetric_difference_pct
from claycore.practice.question import Bench, Choice, Figure, Marked, Misstep, Question, nearness
from claycore.testing import absorption, shrinkage
from claycore.testing.absorption import AgainstLimit

Pick = TypeVar("Pick")

DRY_G = (45.0, 70.0, 95.0, 130.0, 240.0)
WET_G = (180.0, 350.0, 640.0, 900.0, 1250.0)
SLIP_ML = (120.0, 260.0, 400.0, 750.0)
GRAVITIES = (1.42, 1.5, 1.58, 1.66)
PCTS = (1.5, 2.5, 3.5, 4.5, 6.5, 7.0, 9.0, 11.0)
SHARED_PCTS = (6.5, 7.0, 9.0, 11.0, 14.0, 18.0)
CHANGES = ((3.0, 7.0), (4.5, 9.0), (2.5, 6.5), (6.0, 11.0))
SHRINKAGES = ((4.0, 7.5), (5.5, 6.0), (6.5, 8.0), (3.5, 9.0))
SIZES_MM = (90.0, 145.0, 260.0, 310.0)
LIMITS_PCT = (1.0, 2.0, 3.0)
CONES = ("04", "1", "4", "6", "8", "10")

NOT_COMPOUNDED = (
    "The two were added. The firing shrinkage is of the bone-dry length, so they compound."
)
ENLARGED = "The finished size was enlarged by the percentage. Divide by what is left instead."
OF_THE_WET = "The water was divided by the soaked weight. Absorption is on the dry weight."
THE_SAME = "The figure was not changed. On dry clay the clay alone counts as 100 %."
DIFFERENCE = (
    "A percentage-difference calculator gives this: it compares two numbers with their mean. A"
    " share is of the total."
)
MIDDLE_ONLY = "Only the middle figure was held against the limit. The ± reaches over it."
TOO_CAREFUL = "The whole interval is on one side of the limit, so it is decided."


class Dice:
    """Chance that comes out the same for the same seed."""

    def __init__(self, seed: int) -> None:
        self._rng = np.random.default_rng(seed)

    def pick(self, these: Sequence[Pick]) -> Pick:
        """One of these. Source: by definition."""
        return these[int(self._rng.integers(len(these)))]


@dataclass(frozen=True)
class Skill:
    """One thing to practise: its code, what it is called, and what makes its questions."""

    code: str
    title: str
    make: Callable[[Dice, Bench], Question]


def _dose(asks: str, clay: ClayInHand, amount: float, unit: str, pct: float, how: str) -> Figure:
    asked = DoseSum(clay, pct, Convention.ON_DRY_CLAY, amount, unit, _volume(amount, unit))

    def mark(answer: float) -> Marked:
        checked = sum_checks.check_dose(asked, answer)
        return Marked(checked.correct, checked.mistakes[0].message if checked.mistakes else "")

    working = f"{how}{plain(clay.dry_g, 1)} × {plain(pct)} ÷ 100"
    return Figure(asks, "g", asked.expected_g, working, mark)


def _volume(amount: float, unit: str) -> float | None:
    return amount if unit == "ml" else None


def _dose_dry(dice: Dice, bench: Bench) -> Question:
    clay, name = dice.pick(bench.clays), dice.pick(bench.colourants)
    mass, pct = dice.pick(DRY_G), dice.pick(PCTS)
    asks = f"{plain(mass)} g of dry {clay.name}, {plain(pct)} % {name}. How much {name}?"
    return _dose(asks, dry_clay(mass), mass, "g", pct, "")


def _dose_wet(dice: Dice, bench: Bench) -> Question:
    clay, name = dice.pick(bench.clays), dice.pick(bench.colourants)
    mass, pct = dice.pick(WET_G), dice.pick(PCTS)
    water = plain(clay.water_pct, 1)
    asks = (
        f"{plain(mass)} g of plastic {clay.name} with {water} % water, {plain(pct)} % {name} on dry"
        f" clay. How much {name}?"
    )
    in_hand = moisture.plastic_clay(mass, clay.water_pct)
    how = f"Dry clay: {plain(mass)} × (1 − {water} ÷ 100) = {plain(in_hand.dry_g, 1)} g. "
    return _dose(asks, in_hand, mass, "g", pct, how)


def _dose_slip(dice: Dice, bench: Bench) -> Question:
    clay, name = dice.pick(bench.clays), dice.pick(bench.colourants)
    volume, gravity, pct = dice.pick(SLIP_ML), dice.pick(GRAVITIES), dice.pick(PCTS)
    solids = slip.solids_pct(gravity)
    asks = (
        f"{plain(volume)} ml of slip of {clay.name}, specific gravity {plain(gravity, 2)},"
        f" {plain(pct)} % {name} on dry clay. How much {name}?"
    )
    in_hand = slip.slip_by_mass(volume * gravity, solids)
    how = (
        f"It weighs {plain(volume * gravity)} g, of which {plain(solids, 1)} % is clay"
        f" (Brongniart): {plain(in_hand.dry_g, 1)} g. "
    )
    return _dose(asks, in_hand, volume, "ml", pct, how)


def _change(dice: Dice, bench: Bench, lower: bool) -> Question:
    name = dice.pick(bench.colourants)
    weak, strong = dice.pick(CHANGES)
    now, target = (strong, weak) if lower else (weak, strong)
    mass = dice.pick(DRY_G)
    asked = ChangeSum(dry_clay(mass), now, target)
    clay_g, powder_g = asked.before.clay_g, asked.before.powder_g
    added = asked.expected_g - mass
    what = "dry clay" if lower else name
    asks = (
        f"{plain(mass)} g of dry mix at {plain(now)} % {name} is to have {plain(target)} %."
        f" How much {what} do you add?"
    )
    in_it = f"In it: {plain(clay_g, 2)} g of clay and {plain(powder_g, 2)} g of {name}. "
    if lower:
        working = f"{in_it}{plain(powder_g, 2)} × 100 ÷ {plain(target)} − {plain(clay_g, 2)}"
    else:
        working = f"{in_it}{plain(clay_g, 2)} × {plain(target)} ÷ 100 − {plain(powder_g, 2)}"

    def mark(answer: float) -> Marked:
        checked = sum_checks.check_change(asked, mass + answer)
        return Marked(checked.correct, checked.mistakes[0].message if checked.mistakes else "")

    return Figure(asks, "g", added, working, mark)


def _raise(dice: Dice, bench: Bench) -> Question:
    return _change(dice, bench, lower=False)


def _lower(dice: Dice, bench: Bench) -> Question:
    return _change(dice, bench, lower=True)


def _share(dice: Dice, bench: Bench) -> Question:
    name, pct = dice.pick(bench.colourants), dice.pick(SHARED_PCTS)
    (right,) = share_of_total([pct])
    asks = f"{plain(pct)} % {name} on dry clay. What percent of the total is that?"
    missteps = [
        Misstep(pct, THE_SAME),
        Misstep(symmetric_difference_pct(pct), DIFFERENCE),
    ]
    working = f"100 × {plain(pct)} ÷ (100 + {plain(pct)})"
    return Figure(asks, "%", right, working, nearness(right, missteps))


def _compounded(dice: Dice, bench: Bench) -> Question:
    clay = dice.pick(bench.clays)
    drying, firing = dice.pick(SHRINKAGES)
    right = 100 - (100 - drying) * (100 - firing) / 100
    asks = (
        f"{clay.name} shrinks {plain(drying)} % in drying and {plain(firing)} % in firing. What is"
        " its total shrinkage?"
    )
    working = f"100 − (100 − {plain(drying)}) × (100 − {plain(firing)}) ÷ 100"
    missteps = [Misstep(drying + firing, NOT_COMPOUNDED)]
    return Figure(asks, "%", right, working, nearness(right, missteps))


def _size(dice: Dice, bench: Bench) -> Question:
    clay, want = dice.pick(bench.clays), dice.pick(SIZES_MM)
    total = sum(dice.pick(SHRINKAGES))
    right = shrinkage.size_to_make(want, Estimate(total, 0.0)).value
    asks = (
        f"A piece of {clay.name} is to be {plain(want)} mm wide when fired; total shrinkage"
        f" {plain(total, 1)} %. How wide do you make it?"
    )
    working = f"{plain(want)} ÷ (1 − {plain(total, 1)} ÷ 100)"
    missteps = [Misstep(want * (1 + total / 100), ENLARGED)]
    return Figure(asks, "mm", right, working, nearness(right, missteps))


def _absorbed(dice: Dice, bench: Bench) -> Question:
    clay, dry_g = dice.pick(bench.clays), dice.pick(DRY_G)
    soaked_g = round(dry_g * (1 + dice.pick((0.021, 0.048, 0.083, 0.134))), 1)
    found = absorption.percent(
        Measured(dry_g, bench.scale_step_g), Measured(soaked_g, bench.scale_step_g)
    )
    asks = (
        f"A tile of {clay.name} weighs {plain(dry_g, 1)} g dry and {plain(soaked_g, 1)} g soaked."
        " What is its absorption?"
    )
    working = (
        f"100 × ({plain(soaked_g, 1)} − {plain(dry_g, 1)}) ÷ {plain(dry_g, 1)}; on a scale of"
        f" {plain(bench.scale_step_g, 3)} g steps {with_u95(found.value, found.u95)} %"
    )
    missteps = [Misstep(100 * (soaked_g - dry_g) / soaked_g, OF_THE_WET)]
    return Figure(asks, "%", found.value, working, nearness(found.value, missteps))


AGAINST = {
    AgainstLimit.WITHIN: "within the limit",
    AgainstLimit.OVER: "over the limit",
    AgainstLimit.NOT_DECIDED: "not decided",
}


def _verdict(dice: Dice, bench: Bench) -> Question:
    clay, limit = dice.pick(bench.clays), dice.pick(LIMITS_PCT)
    u95 = dice.pick((0.2, 0.3, 0.4))
    middle = limit + dice.pick((-2.5, -0.5, 0.5, 2.5)) * u95
    found = Estimate(round(middle, 2), u95)
    right = absorption.against_limit(found, limit)
    side = AgainstLimit.WITHIN if found.value <= limit else AgainstLimit.OVER
    missteps = (
        [Misstep(side, MIDDLE_ONLY)]
        if right is AgainstLimit.NOT_DECIDED
        else [Misstep(AgainstLimit.NOT_DECIDED, TOO_CAREFUL)]
    )
    asks = (
        f"{clay.name}: absorption {with_u95(found.value, found.u95)} %, limit {plain(limit)} %."
        " What do you say?"
    )
    working = f"From {plain(found.low, 2)} to {plain(found.high, 2)} %, against {plain(limit)} %"
    words = {str(outcome): said for outcome, said in AGAINST.items()}
    return Choice(asks, words, str(right), working, missteps)


def _range(dice: Dice, bench: Bench) -> Question:
    """At which cone a clay is first certainly within a limit, from its absorptions up the cones."""
    clay, limit = dice.pick(bench.clays), dice.pick(LIMITS_PCT)
    first = dice.pick((2, 3, 4))
    straddles = dice.pick((True, False))
    found: dict[str, Estimate] = {}
    for place, cone in enumerate(CONES):
        above = limit + 1.6 * (first - place)
        near = limit - 0.1 if straddles else limit + 0.9
        value = near if place == first - 1 else above if place < first else limit - 0.8
        found[cone] = Estimate(round(max(value, 0.1), 1), 0.3)
    told = "; ".join(f"cone {cone} {with_u95(e.value, e.u95)} %" for cone, e in found.items())
    asks = (
        f"{clay.name}: {told}. From which of these cones is it certainly within {plain(limit)} %?"
    )
    missteps = [Misstep(CONES[first - 1], MIDDLE_ONLY)] if straddles else []
    highest = found[CONES[first]].high
    working = f"At cone {CONES[first]} even the high end, {plain(highest, 1)} %, is within"
    choices = {cone: f"cone {cone}" for cone in sorted(CONES, key=cones.order)}
    return Choice(asks, choices, CONES[first], working, missteps)


SKILLS = {
    skill.code: skill
    for skill in (
        Skill("dose_dry", "A dose for dry clay", _dose_dry),
        Skill("dose_wet", "A dose for plastic clay", _dose_wet),
        Skill("dose_slip", "A dose for slip", _dose_slip),
        Skill("raise", "Raising a mix", _raise),
        Skill("lower", "Lowering a mix", _lower),
        Skill("share", "On dry clay, and of the total", _share),
        Skill("compound", "Shrinkage that compounds", _compounded),
        Skill("size", "How large to make it", _size),
        Skill("absorption", "Absorption", _absorbed),
        Skill("verdict", "Within, over, or not decided", _verdict),
        Skill("range", "Reading a firing range", _range),
    )
}
"""Everything that is practised, from the easiest."""


def question(code: str, seed: int, bench: Bench) -> Question:
    """The question of a skill for a seed: the same whenever it is asked again.

    Raises KeyError for a skill that is none. Source: our choice.
    """
    return SKILLS[code].make(Dice(seed), bench)
