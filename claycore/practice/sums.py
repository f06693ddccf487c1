"""Questions of doses, changes and shares: the sums on dry clay.

Amounts are what lies on a bench, chosen so that a known mistake gives another figure.
"""

from claycore.materials import moisture, slip
from claycore.materials.clay_in_hand import ClayInHand, dry_clay
from claycore.materials.composition import Convention, share_of_total
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import plain
from claycore.mixing import sum_checks
from claycore.mixing.sum_checks import ChangeSum, DoseSum, symmetric_difference_pct
from claycore.practice.dice import Dice
from claycore.practice.question import (
    PERCENT_STEP,
    Bench,
    FigureQuestion,
    MarkedAnswer,
    Misstep,
    Question,
    is_right,
    nearness,
)

DRY_G = (45.0, 70.0, 95.0, 130.0, 240.0)
WET_G = (180.0, 350.0, 640.0, 900.0, 1250.0)
SLIP_ML = (120.0, 260.0, 400.0, 750.0)
GRAVITIES = (1.34, 1.38, 1.42, 1.46)
"""Of clay that was stirred into water alone and still pours. Common practice, from memory."""

PCTS = (1.5, 2.5, 3.5, 4.5, 6.5, 7.0, 9.0, 11.0)
SHARED_PCTS = (6.5, 7.0, 9.0, 11.0, 14.0, 18.0)
CHANGES = ((3.0, 7.0), (4.5, 9.0), (2.5, 6.5), (6.0, 11.0))

THE_SAME = "The figure was not changed. On dry clay the clay alone counts as 100 %."
DIFFERENCE = (
    "A percentage-difference calculator gives this: it compares two numbers with their mean. A"
    " share is of the total."
)


def _dose(
    asks: str, clay: ClayInHand, amount: float, unit: str, pct: float, how: str, bench: Bench
) -> FigureQuestion:
    asked = DoseSum(clay, pct, Convention.ON_DRY_CLAY, amount, unit, _volume(amount, unit))

    def mark(answer: float) -> MarkedAnswer:
        if is_right(answer, asked.expected_g, bench.scale_step_g):
            return MarkedAnswer(True)
        checked = sum_checks.check_dose(asked, answer)
        return MarkedAnswer(
            checked.correct, checked.mistakes[0].message if checked.mistakes else ""
        )

    working = f"{how}{plain(clay.dry_g, 1)} × {plain(pct)} ÷ 100"
    return FigureQuestion(asks, "g", asked.expected_g, working, mark)


def _volume(amount: float, unit: str) -> float | None:
    return amount if unit == "ml" else None


def dose_dry(dice: Dice, bench: Bench) -> Question:
    """A dose for dry clay, in g. Source: common practice."""
    clay, name = dice.pick(bench.clays), in_a_sentence(dice.pick(bench.colourants))
    mass, pct = dice.pick(DRY_G), dice.pick(PCTS)
    asks = f"{plain(mass)} g of dry {clay.name}, {plain(pct)} % {name}. How much {name}?"
    return _dose(asks, dry_clay(mass), mass, "g", pct, "", bench)


def dose_wet(dice: Dice, bench: Bench) -> Question:
    """A dose for plastic clay, in g. Source: common practice."""
    clay, name = dice.pick(bench.clays), in_a_sentence(dice.pick(bench.colourants))
    mass, pct = dice.pick(WET_G), dice.pick(PCTS)
    water = plain(clay.water_pct, 1)
    asks = (
        f"{plain(mass)} g of plastic {clay.name} with {water} % water, {plain(pct)} % {name} on dry"
        f" clay. How much {name}?"
    )
    in_hand = moisture.plastic_clay(mass, clay.water_pct)
    how = f"Dry clay: {plain(mass)} × (1 − {water} ÷ 100) = {plain(in_hand.dry_g, 1)} g. "
    return _dose(asks, in_hand, mass, "g", pct, how, bench)


def dose_slip(dice: Dice, bench: Bench) -> Question:
    """A dose for slip, in g. Source: common practice."""
    clay, name = dice.pick(bench.clays), in_a_sentence(dice.pick(bench.colourants))
    volume, gravity, pct = dice.pick(SLIP_ML), dice.pick(GRAVITIES), dice.pick(PCTS)
    solids = slip.solids_pct(gravity)
    asks = (
        f"{plain(volume)} ml of slip of {clay.name}, specific gravity {plain(gravity, 2)},"
        f" {plain(pct)} % {name} on dry clay; dry clay is {plain(slip.CLAY_SOLID_DENSITY)} g/ml."
        f" How much {name}?"
    )
    in_hand = slip.slip_by_mass(volume * gravity, solids)
    how = (
        f"It weighs {plain(volume * gravity)} g, of which {plain(solids, 1)} % is clay"
        f" (Brongniart): {plain(in_hand.dry_g, 1)} g. "
    )
    return _dose(asks, in_hand, volume, "ml", pct, how, bench)


def _change(dice: Dice, bench: Bench, lower: bool) -> Question:
    name = in_a_sentence(dice.pick(bench.colourants))
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

    def mark(answer: float) -> MarkedAnswer:
        if is_right(answer, added, bench.scale_step_g):
            return MarkedAnswer(True)
        checked = sum_checks.check_change(asked, mass + answer)
        return MarkedAnswer(
            checked.correct, checked.mistakes[0].message if checked.mistakes else ""
        )

    return FigureQuestion(asks, "g", added, working, mark)


def raise_strength(dice: Dice, bench: Bench) -> Question:
    """How much colourant raises a mix, in g. Source: common practice."""
    return _change(dice, bench, lower=False)


def lower_strength(dice: Dice, bench: Bench) -> Question:
    """How much clay lowers a mix, in g. Source: common practice."""
    return _change(dice, bench, lower=True)


def share(dice: Dice, bench: Bench) -> Question:
    """A percentage on dry clay as a share of the total. Source: common practice."""
    name, pct = in_a_sentence(dice.pick(bench.colourants)), dice.pick(SHARED_PCTS)
    (right,) = share_of_total([pct])
    asks = f"{plain(pct)} % {name} on dry clay. What percent of the total is that?"
    missteps = [
        Misstep(pct, THE_SAME),
        Misstep(symmetric_difference_pct(pct), DIFFERENCE),
    ]
    working = f"100 × {plain(pct)} ÷ (100 + {plain(pct)})"
    return FigureQuestion(asks, "%", right, working, nearness(right, missteps, PERCENT_STEP))
