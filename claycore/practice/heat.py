"""Questions of cones: their order, their rates, and where a clay matures."""

from claycore.firing import cones
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.practice.dice import Dice
from claycore.practice.judgement import LIMITS_PCT, MIDDLE_ONLY
from claycore.practice.question import Bench, ChoiceQuestion, Misstep, Question

CONES = ("04", "1", "4", "6", "8", "10")

AS_NUMBERS = "A leading 0 counts downwards: 06 is cooler than 01, and 01 is cooler than 1."
OTHER_WAY = "It is the other way round: climbing faster, a cone bends hotter."
WHATEVER_RATE = "A cone measures heat work, so where it bends depends on the rate of the climb."


def order_of_cones(dice: Dice, bench: Bench) -> Question:
    """Which of some cones is the coolest. Source: the cone makers' charts, from memory."""
    clay = dice.pick(bench.clays)
    low, one, high = dice.pick(
        (("06", "1", "6"), ("01", "1", "4"), ("04", "01", "2"), ("022", "04", "4"))
    )
    told = [low, one, high] if dice.pick((True, False)) else [one, high, low]
    asks = f"{clay.name} is to be tested at cones {', '.join(told)}. Which of them is the coolest?"
    working = " < ".join(f"cone {c} ({cones.temperature_c(c)} °C)" for c in (low, one, high))
    smallest = min(told, key=lambda cone: (float(cone), len(cone)))
    missteps = [Misstep(c, AS_NUMBERS) for c in told if c != low and c in (smallest, one)]
    return ChoiceQuestion(asks, {c: f"cone {c}" for c in told}, low, working, missteps)


def rates(dice: Dice, bench: Bench) -> Question:
    """Where a cone bends at another rate. Source: the cone makers' charts, from memory."""
    clay, cone = dice.pick(bench.clays), dice.pick(CONES)
    usual, other = dice.pick(((60.0, 150.0), (60.0, 15.0), (150.0, 60.0), (15.0, 60.0)))
    here, there = (cones.bends_at(cone, rate).temperature_c for rate in (usual, other))
    asks = (
        f"{clay.name} goes to cone {cone}. With the last 100 °C at {plain(usual)} °C an hour it"
        f" bends at {plain(here, 0)} °C. The kiln climbs at {plain(other)} °C an hour. Where does"
        " it bend?"
    )
    mirrored = 2 * here - there
    offered = sorted((here, there, mirrored))
    choices = {plain(celsius, 0): f"at {plain(celsius, 0)} °C" for celsius in offered}
    missteps = [
        Misstep(plain(mirrored, 0), OTHER_WAY),
        Misstep(plain(here, 0), WHATEVER_RATE),
    ]
    working = "The chart: faster bends hotter, slower bends cooler"
    return ChoiceQuestion(asks, choices, plain(there, 0), working, missteps)


NOT_WITHIN = "Even the low end is over the limit at this cone."
NOT_THE_FIRST = "It is certainly within at this cone, but at a cooler one already."


def firing_range(dice: Dice, bench: Bench) -> Question:
    """At which cone a clay is first certainly within a limit. Source: common practice."""
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
    asks = f"{clay.name}: {told}. From which cone upwards is it certainly within {plain(limit)} %?"
    missteps = [Misstep(CONES[first - 1], MIDDLE_ONLY)] if straddles else []
    surely_over = CONES[: first - 1] if straddles else CONES[:first]
    missteps += [Misstep(cone, NOT_WITHIN) for cone in surely_over]
    missteps += [Misstep(cone, NOT_THE_FIRST) for cone in CONES[first + 1 :]]
    highest = found[CONES[first]].high
    working = f"At cone {CONES[first]} even the high end, {plain(highest, 1)} %, is within"
    choices = {cone: f"cone {cone}" for cone in sorted(CONES, key=cones.order)}
    return ChoiceQuestion(asks, choices, CONES[first], working, missteps)
