"""What a run of cones says, as sentences on the page and in the report."""

import pytest

from claycore.judging.firing_range import firing_range
from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run
from umberpot.clays.verdicts.sentences import floor_summary, range_sentences, spread_words

CASES = {
    "matures": (
        (("1", 9, 6), ("6", 12, 1.0)),
        "Maturity",
        "From about cone 6, interpolated between tested cones 1 and 6. Certainly by cone 6.",
    ),
    "too far apart": (
        (("04", 8, 11), ("6", 12, 1.0)),
        "Maturity",
        "Between cone 04 and 6, too far apart to say where. Certainly by cone 6.",
    ),
    "mature at once": (
        (("6", 12, 1.0),),
        "Maturity",
        "Certainly under 1.5 % by cone 6. It may mature cooler: no cooler cone tested is certainly"
        " over the limit.",
    ),
    "never": (
        (("04", 4, 17), ("6", 5, 14)),
        "Maturity",
        "Not reached: absorption stayed above 1.5 % at every tested cone.",
    ),
    "on the limit": (
        (("6", 12, 1.5),),
        "Maturity",
        "Inconclusive: absorption may be under 1.5 %, but not certainly. Test more bars.",
    ),
    "not soaked": ((("6", 12, None),), "Maturity", "Not known: no fired bar has been soaked."),
    "bloats": (
        (("6", 13.4, 0.9), ("10", 9, 4.7)),
        "Bloating",
        "By cone 10 (after 6, shrinkage fell, absorption rose).",
    ),
    "slumps": ((("6", 12, 1.0, ("slumped",)),), "Slumping", "By cone 6 (slumping seen)."),
    "range": (
        (("1", 9, 6), ("6", 12, 1.0), ("8", 12.2, 0.8)),
        "Firing range",
        "Cone 6 to 8 of the cones tested; nothing hotter was tested.",
    ),
    "range, in doubt at its end": (
        (("1", 9, 6), ("6", 12, 1.0), ("8", 12.2, 0.8, ("glassy",))),
        "Firing range",
        "Cone 6 of the cones tested; cone 8 too, unless the clay starts to slump there.",
    ),
    "range, all in doubt": (
        (("1", 9, 6), ("6", 12, 1.0, ("glassy",)), ("8", 11.9, 0.8)),
        "Firing range",
        "Cone 6 to 8, unless the clay starts to slump there.",
    ),
    "no range": ((("6", 5, 14),), "Firing range", "No tested cone is certainly in the range."),
    "odd": (
        (("04", 8, 5), ("6", 9, 8)),
        "Check",
        "At cone 6 absorption rose although shrinkage rose too. Check that these bars were soaked"
        " the same way and not mixed up.",
    ),
}


@pytest.mark.parametrize("case", CASES)
def test_each_finding_has_its_sentence(case):
    rows, heading, sentence = CASES[case]
    found = dict(range_sentences(firing_range(clay_results(run(*rows)).cones, 1.5), 1.5))
    assert found[heading] == sentence


def test_what_the_uncertainty_rests_on_is_said():
    alone = clay_results([bar("B1", fired("6", 12, 1.0))])
    assert spread_words(alone, "6") == [
        "Drying shrinkage: no identical bars on record yet; ± 0.4 % is usual (common practice).",
        "Total shrinkage: no identical bars on record yet; ± 0.4 % is usual (common practice).",
        "Absorption, boil and soak, near 1 %: no identical bars on record yet; ± 0.28 % is usual"
        " (common practice).",
    ]
    record = Record(31, 11, 20 * 0.05**2)
    learned = clay_results(run(("6", 12, 1.0)), {("absorption", "boil_soak"): record})
    assert spread_words(learned, "6")[2] == (
        "Absorption, boil and soak, near 1 %: identical bars in this studio differ by ± 0.21 %,"
        " learned from about 34 bars."
    )
    assert spread_words(clay_results([]), None) == []


def test_a_floor_over_its_foot_ring_as_worked_by_hand():
    """C22: 0.2 × 1.6e-6 × 140⁴ ÷ 36 = 3.4 mm; over 70 mm a sixteenth of it. Handbook 8."""
    summary = floor_summary(6, 140, Estimate(1.6, 0.3), "6")
    assert "sags about 3.4 mm over a foot ring of 140 mm; 0.2 mm over one half as wide" in summary
    assert "1.5 mm if half as thick again" in summary
