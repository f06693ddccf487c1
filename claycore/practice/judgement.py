"""Questions of judgement: what an interval says against a limit, and what can hurt."""

from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.practice.dice import Dice
from claycore.practice.question import Bench, ChoiceQuestion, Misstep, Question
from claycore.safety.cautions import CAUTIONS
from claycore.testing import absorption
from claycore.testing.absorption import AgainstLimit

LIMITS_PCT = (1.0, 2.0, 3.0)
MIDDLE_ONLY = "Only the middle figure was held against the limit. The ± reaches over it."
TOO_CAREFUL = "The whole interval is on one side of the limit, so it is decided."

STEPS = {
    "dust": "You weigh out {colourant} to wedge it into {clay}.",
    "skin": "You mix {colourant} into slip by hand.",
    "kiln": "The kiln with the tiles of {clay} reached its cone an hour ago.",
    "boiling": "You boil bars of {clay} for five hours.",
    "soaked": "Bars of {clay} were soaked today and go to the next cone.",
    "saucer": "{clay} goes to cone 10 for the first time.",
    "food": "A cup of {clay} absorbs 0.3 %, and somebody wants to drink from it.",
    "scratching": "You scratch through a layer with {colourant} on {clay}.",
    "spraying": "You spray a slip with {colourant}.",
}
"""What somebody is about to do, by the caution that goes with it."""

_OTHERS = 3
OF_ANOTHER_STEP = "That is a caution too, but for another step."


AGAINST = {
    AgainstLimit.WITHIN: "within the limit",
    AgainstLimit.OVER: "over the limit",
    AgainstLimit.NOT_DECIDED: "inconclusive",
}


def verdict(dice: Dice, bench: Bench) -> Question:
    """What an interval says against a limit. Source: common practice."""
    clay, limit = dice.pick(bench.clays), dice.pick(LIMITS_PCT)
    u95 = dice.pick((0.2, 0.3, 0.4))
    middle = limit + dice.pick((-2.5, -0.5, 0.5, 2.5)) * u95
    found = Estimate(round(middle, 1), u95)  # as it is shown, so that the ends add up
    right = absorption.against_limit(found, limit)
    side = AgainstLimit.WITHIN if found.value <= limit else AgainstLimit.OVER
    missteps = (
        [Misstep(side, MIDDLE_ONLY)]
        if right is AgainstLimit.NOT_DECIDED
        else [Misstep(AgainstLimit.NOT_DECIDED, TOO_CAREFUL)]
    )
    asks = (
        f"{clay.name}: absorption {with_u95(found.value, found.u95)} %, limit {plain(limit)} %."
        " Your verdict?"
    )
    working = f"From {plain(found.low, 1)} to {plain(found.high, 1)} %, against {plain(limit)} %"
    words = {str(outcome): said for outcome, said in AGAINST.items()}
    return ChoiceQuestion(asks, words, str(right), working, missteps)


def caution(dice: Dice, bench: Bench) -> Question:
    """Which caution goes with a step. Source: common practice."""
    codes = list(STEPS)
    code = dice.pick(codes)
    start = codes.index(code)
    # Others from further on in the list: neighbours such as dust and skin go together.
    others = [codes[(start + 2 + place) % len(codes)] for place in range(_OTHERS)]
    clay, colourant = dice.pick(bench.clays), dice.pick(bench.colourants)
    step = STEPS[code].format(clay=clay.name, colourant=colourant)
    offered = sorted([code, *others], key=codes.index)
    return ChoiceQuestion(
        f"{step} What matters most at this step?",
        {one: CAUTIONS[one].text for one in offered},
        code,
        CAUTIONS[code].more or CAUTIONS[code].text,
        [Misstep(one, OF_ANOTHER_STEP) for one in others],
    )
