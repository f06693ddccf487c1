"""Questions of shrinkage and absorption, and of how sure they are."""

import math

from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate, Measured
from claycore.practice.dice import Dice
from claycore.practice.question import (
    PERCENT_STEP,
    Bench,
    FigureQuestion,
    Misstep,
    Question,
    nearness,
)
from claycore.testing import absorption, shrinkage

DRY_G = (45.0, 70.0, 95.0, 130.0, 240.0)
CUP_G = (186.0, 264.0, 318.0, 402.0, 455.0)
KITCHEN_STEP_G = (0.5, 1.0, 2.0)
SHRINKAGES = ((4.0, 7.5), (5.5, 6.0), (6.5, 8.0), (3.5, 9.0))
SIZES_MM = (90.0, 145.0, 260.0, 310.0)

NOT_COMPOUNDED = (
    "The two were added. The firing shrinkage is of the bone-dry length, so they compound."
)
ENLARGED = "The finished size was enlarged by the percentage. Divide by what is left instead."
OF_THE_WET = "The water was divided by the soaked weight. Absorption is on the dry weight."
ONE_READING = "This is the ± of one reading. Two were taken, and their steps combine."
WHOLE_STEPS = "Both steps were added in full. Independent readings combine in quadrature."


def compounded(dice: Dice, bench: Bench) -> Question:
    """Drying and firing shrinkage as one, in percent. Source: common practice."""
    clay = dice.pick(bench.clays)
    drying, firing = dice.pick(SHRINKAGES)
    right = 100 - (100 - drying) * (100 - firing) / 100
    asks = (
        f"{clay.name} shrinks {plain(drying)} % in drying and {plain(firing)} % in firing. What is"
        " its total shrinkage?"
    )
    working = f"100 − (100 − {plain(drying)}) × (100 − {plain(firing)}) ÷ 100"
    missteps = [Misstep(drying + firing, NOT_COMPOUNDED)]
    return FigureQuestion(asks, "%", right, working, nearness(right, missteps, PERCENT_STEP))


def size(dice: Dice, bench: Bench) -> Question:
    """How large to make a piece, in mm. Source: common practice."""
    clay, want = dice.pick(bench.clays), dice.pick(SIZES_MM)
    total = sum(dice.pick(SHRINKAGES))
    right = shrinkage.size_to_make(want, Estimate(total, 0.0)).value
    asks = (
        f"A piece of {clay.name} is to be {plain(want)} mm wide when fired; total shrinkage"
        f" {plain(total, 1)} %. How wide do you make it?"
    )
    working = f"{plain(want)} ÷ (1 − {plain(total, 1)} ÷ 100)"
    missteps = [Misstep(want * (1 + total / 100), ENLARGED)]
    return FigureQuestion(
        asks, "mm", right, working, nearness(right, missteps, shrinkage.DEFAULT_RULER_STEP_MM)
    )


def absorbed(dice: Dice, bench: Bench) -> Question:
    """The absorption of a tile, in percent. Source: common practice."""
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
    return FigureQuestion(
        asks, "%", found.value, working, nearness(found.value, missteps, PERCENT_STEP)
    )


def sure_of(dice: Dice, bench: Bench) -> Question:
    """The ± of an absorption from the scale alone, in percent. Source: JCGM 100:2008, 4.3.7."""
    clay, dry_g, step = dice.pick(bench.clays), dice.pick(CUP_G), dice.pick(KITCHEN_STEP_G)
    soaked_g = dry_g + dice.pick((2.0, 4.0, 6.0))
    found = absorption.percent(Measured(dry_g, step), Measured(soaked_g, step))
    asks = (
        f"A cup of {clay.name} weighs {plain(dry_g)} g dry and {plain(soaked_g)} g soaked, on a"
        f" scale with steps of {plain(step)} g: {plain(found.value, 2)} %. How large is the ± of"
        " that, at about 95 %, from the steps alone?"
    )
    one_g = step / math.sqrt(12)
    working = (
        f"One reading: {plain(step)} ÷ 3.46 (the root of 12) = {plain(one_g, 2)} g. Two of them:"
        f" × 1.41. Twice that, of {plain(dry_g)} g, in percent"
    )
    missteps = [
        Misstep(100 * 2 * one_g / dry_g, ONE_READING),
        Misstep(100 * 2 * step / dry_g, WHOLE_STEPS),
    ]
    return FigureQuestion(asks, "%", found.u95, working, nearness(found.u95, missteps, 0.02))
