"""What a factor trial shows, on made results whose effects are known."""

import numpy as np
import pytest

from claycore.surface.factor_trials.design import Design, Factor
from claycore.surface.factor_trials.effects import PieceResult, effects_of
from claycore.surface.factor_trials.expectations import (
    Claim,
    ClaimKind,
    ExpectationOutcome,
    outcome,
)
from claycore.surface.factor_trials.scales import COLOUR_LOST, SCALES
from claycore.surface.factor_trials.sentences import all_of, chance_words, of_claim, of_interaction
from tests.thoroughness import simulated

MINERAL = Factor("mineral", ("chalk", "slate", "rust"))
BINDER = Factor("binder", ("water", "starch", "milk"))


def made(design, value, seed=0, missing=()):
    """Results of a design: ``value(cell)`` with the scatter of slabs and pieces, as ratings."""
    rng = np.random.default_rng(seed)
    results = []
    for slab, places in enumerate(design.lay_out(seed)):
        off = rng.normal(0, 0.6)
        for cell in places:
            rating = round(value(cell) + off + rng.normal(0, 0.7))
            if (slab, cell) not in missing:
                results.append(PieceResult(slab, cell, float(np.clip(rating, 0, 4))))
    return results


def nothing(_cell):
    return 2.0


def milk_rubs_off(cell):
    return 3.2 if len(cell) > 1 and cell[1] == 2 else 1.2


def test_false_alarms_are_at_most_one_in_twenty():
    """Of all questions of a trial together, where no factor does anything."""
    design = Design((MINERAL, BINDER), 2, ("no paint",))
    trials, alarms = simulated(240), 0
    for seed in range(trials):
        found = effects_of(design, made(design, nothing, seed))
        asked = [*found.mains, *found.interactions, *found.controls]
        alarms += any(one.decided for one in asked)
    assert alarms / trials <= 0.05


def test_a_factor_that_does_nothing_stays_quiet_beside_one_that_does():
    design = Design((MINERAL, BINDER), 3)
    trials = 80
    found = [effects_of(design, made(design, milk_rubs_off, seed)) for seed in range(trials)]
    assert sum(one.mains[1].decided for one in found) / trials > 0.9
    quiet = [not one.mains[0].decided and not one.interactions[0].decided for one in found]
    assert sum(quiet) / trials >= 0.95


def test_factors_that_work_together_are_found():
    design = Design((MINERAL, BINDER), 4)

    def milk_spoils_all_but_slate(cell):
        return 3.4 if (cell[0] == 1) is (cell[1] != 2) else 0.6

    found = [
        effects_of(design, made(design, milk_spoils_all_but_slate, seed)).interactions[0].decided
        for seed in range(30)
    ]
    assert sum(found) / 30 > 0.8


def test_pairs_are_counted_within_like_pieces():
    """Water against milk on one slab, by hand: worse in one of two pairs, alike in the other."""
    design = Design((Factor("mineral", ("chalk", "slate")), BINDER), 1)
    values = {(0, 0): 1, (0, 1): 2, (0, 2): 3, (1, 0): 2, (1, 1): 2, (1, 2): 2}
    found = effects_of(design, [PieceResult(0, cell, value) for cell, value in values.items()])
    pair = found.mains[1].pair(2, 0)
    assert (pair.first_worse, pair.second_worse, pair.alike, pair.count) == (1, 0, 1, 2)
    assert found.mains[1].typical == [1.5, 2.0, 2.5]
    assert found.interactions[0].p is None


def test_what_cannot_be_told_of_two_factors_says_what_is_missing():
    def said(slabs, made_of):
        design = Design((Factor("mineral", ("chalk", "slate")), BINDER), slabs)
        results = [PieceResult(slab, cell, 1.0) for slab in range(slabs) for cell in made_of]
        (found,) = effects_of(design, results).interactions
        return of_interaction(design, found, SCALES["wash"]).words

    every = [(mineral, binder) for mineral in (0, 1) for binder in (0, 1, 2)]
    assert said(1, every).endswith("cannot be told from one slab.")
    assert said(3, every[:1]) == "mineral and binder: too few pieces."


def test_the_share_of_pairs_has_its_exact_interval():
    """5 of 6: 35.9 to 99.6 %, Clopper and Pearson 1934 (published tables, from memory)."""
    design = Design((Factor("coats", ("one", "two")), Factor("slip", ("a", "b"))), 3)
    worse = [1, 1, 1, 1, 1, -1]
    results = []
    for number, way in enumerate(worse):
        slab, other = divmod(number, 2)
        results += [PieceResult(slab, (0, other), 2 + way), PieceResult(slab, (1, other), 2)]
    low, high = effects_of(design, results).mains[0].pair(0, 1).share
    assert (low, high) == (pytest.approx(0.3588, abs=1e-4), pytest.approx(0.9958, abs=1e-4))


def test_measured_figures_count_as_they_are_with_an_interval():
    design = Design((Factor("coats", ("one", "two")), Factor("slip", ("a", "b"))), 2)
    lost = {(0, 0): 6.0, (0, 1): 7.0, (1, 0): 2.0, (1, 1): 2.0}
    results = [PieceResult(slab, cell, v + slab) for slab in (0, 1) for cell, v in lost.items()]
    difference = effects_of(design, results, measured=True).mains[0].pair(0, 1).difference
    assert difference.value == pytest.approx(4.5)
    # Student's t of 3 degrees, 97.5 %: 3.182 (published tables); s = 0.577 of four.
    assert difference.u95 == pytest.approx(3.182 * 0.57735 / 2, abs=1e-3)


def test_missing_pieces_leave_their_group_and_nothing_else():
    design = Design((MINERAL, BINDER), 3, ("no paint",))
    gone = [(0, (0, 2)), (1, (0,)), *[(2, cell) for cell in design.grid if cell[0] == 1]]
    found = effects_of(design, made(design, milk_rubs_off, 3, gone))
    assert found.mains[1].pair(2, 0).count == 7
    assert found.results == design.pieces - len(gone)
    (control,) = found.controls
    assert control.others_better + control.others_worse + control.alike == 14


def test_each_control_is_held_against_the_grid_alone():
    """A paint known to stay at 0, bare clay at 4, all else at 2: each is told for itself."""
    design = Design((MINERAL, BINDER), 4, ("bare clay", "tested white"))
    known = {(0,): 4.0, (1,): 0.0}
    found = effects_of(design, made(design, lambda cell: known.get(cell, 2.0), 5))
    bare, white = found.controls
    assert (bare.number, white.number) == (0, 1)
    places = design.slabs * len(design.grid)
    assert bare.others_better + bare.others_worse + bare.alike == places
    assert bare.others_better > 0.9 * places > 0.9 * white.others_worse > 0
    assert bare.decided
    assert white.decided
    said = [one.words for one in all_of(design, found, SCALES["wash"])]
    assert said[-2].startswith("Against the control (bare clay)")
    assert said[-1].startswith("Against the control (tested white)")
    better, worse = bare.others_better, bare.others_worse
    assert f"{better} of {places} pieces were better and {worse} worse" in said[-2]


def test_two_groups_of_pieces_have_a_chance_and_one_has_none():
    """Two pairs that agree: of the four ways their pieces could lie, two are as one-sided.

    That is 0.5, and with three questions asked together no less than 1.
    """
    two = Design((Factor("mineral", ("chalk", "slate")), Factor("binder", ("water", "milk"))), 1)
    worse = [PieceResult(0, cell, 1.0 + cell[1]) for cell in two.grid]
    assert effects_of(two, worse).mains[1].p == pytest.approx(1)
    assert effects_of(two, worse[:2]).mains[1].p is None


def test_no_results_at_all_say_so():
    design = Design((MINERAL, BINDER), 2, ("no paint",))
    said = all_of(design, effects_of(design, []), SCALES["wash"])
    assert [one.decided for one in said] == [None, None, None]
    assert said[0].words == "Mineral: too few rated pieces to compare."


def test_everything_rated_alike_is_no_proof_of_no_difference():
    design = Design((MINERAL, BINDER), 2)
    results = [PieceResult(slab, cell, 1) for slab in (0, 1) for cell in design.grid]
    said = all_of(design, effects_of(design, results), SCALES["wash"])
    assert said[1].words == (
        "Binder: no piece differed from its like. A small difference could have been missed."
    )


WORST = Claim(1, ClaimKind.WORST, 2)


@pytest.mark.parametrize(
    ("claim", "value", "came"),
    [
        (WORST, milk_rubs_off, ExpectationOutcome.AS_EXPECTED),
        (Claim(1, ClaimKind.BEST, 2), milk_rubs_off, ExpectationOutcome.OTHERWISE),
        (Claim(1, ClaimKind.WORST, 0), milk_rubs_off, ExpectationOutcome.OTHERWISE),
        (Claim(1, ClaimKind.NO_DIFFERENCE), milk_rubs_off, ExpectationOutcome.OTHERWISE),
        (Claim(0, ClaimKind.NO_DIFFERENCE), milk_rubs_off, ExpectationOutcome.NOT_DECIDED),
        (WORST, nothing, ExpectationOutcome.NOT_DECIDED),
    ],
)
def test_an_expectation_is_right_only_by_more_than_chance(claim, value, came):
    design = Design((MINERAL, BINDER), 4)
    assert outcome(claim, effects_of(design, made(design, value, 11))) is came


def test_one_of_two_worst_levels_is_not_the_worst():
    design = Design((MINERAL, BINDER), 4)

    def only_water_holds(cell):
        return 0.5 if cell and cell[1] == 0 else 3.0

    found = effects_of(design, made(design, only_water_holds, 2))
    assert found.mains[1].decided
    assert outcome(WORST, found) is ExpectationOutcome.NOT_DECIDED


def test_sentences_count_pairs_and_do_not_overclaim():
    design = Design((MINERAL, BINDER), 3)
    results = made(design, milk_rubs_off, 5)
    said = all_of(design, effects_of(design, results), SCALES["wash"])
    assert said[1].words.startswith("Binder matters: ")
    assert " of 9 pairs" in said[1].words
    assert "could be chance" in said[0].words or "missed" in said[0].words
    assert of_claim(design, WORST) == "milk is the worst binder"
    assert of_claim(design, Claim(0, ClaimKind.NO_DIFFERENCE)) == "mineral makes no difference"


def test_every_scale_has_words_for_its_steps_or_a_unit():
    for code, scale in SCALES.items():
        assert min(len(scale.title), len(scale.how)) > 3
        assert scale.is_measured is (code == COLOUR_LOST)
        assert scale.unit if scale.is_measured else len(set(scale.steps)) == scale.worst + 1


@pytest.mark.parametrize(
    ("p", "words"),
    [(0.0004, "p < 0.001"), (0.001, "p = 0.001"), (0.0043, "p = 0.004"), (0.031, "p = 0.03")],
)
def test_a_probability_is_written_as_finely_as_it_needs(p, words):
    assert chance_words(p).replace("\xa0", " ") == words
