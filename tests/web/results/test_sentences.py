"""What a run of cones says, as sentences on the page and in the report."""

import pytest

from claycore.judging.firing_range import firing_range
from claycore.measure.replicates import Record
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run
from umberpot.results.clays.sentences import range_sentences, spread_words

CASES = {
    "matures": (
        (("1", 9, 6), ("6", 12, 1.0)),
        "Mature",
        "From about cone 6, by the line between the tested 1 and 6. Surely by cone 6.",
    ),
    "too far apart": (
        (("04", 8, 11), ("6", 12, 1.0)),
        "Mature",
        "Somewhere between cone 04 and 6: they lie too far apart to say where. Surely by cone 6.",
    ),
    "mature at once": (
        (("6", 12, 1.0),),
        "Mature",
        "By cone 6 surely under 1.5 %. From where on was not tested: no cooler tested cone is"
        " surely over.",
    ),
    "never": (
        (("04", 4, 17), ("6", 5, 14)),
        "Mature",
        "Not reached: at no tested cone did it come under 1.5 %.",
    ),
    "on the limit": (
        (("6", 12, 1.5),),
        "Mature",
        "Not decided: it may be under 1.5 %, but not surely. More bars would tell.",
    ),
    "not soaked": ((("6", 12, None),), "Mature", "Not known: no fired bar was soaked."),
    "bloats": (
        (("6", 13.4, 0.9), ("10", 9, 4.7)),
        "Bloats",
        "By cone 10 (after 6, shrinkage fell, absorption rose).",
    ),
    "slumps": ((("6", 12, 1.0, ("slumped",)),), "Slumps", "By cone 6 (slumping seen)."),
    "range": (
        (("1", 9, 6), ("6", 12, 1.0), ("8", 12.2, 0.8)),
        "Firing range",
        "Cone 6 to 8 among the tested; hotter was not tested.",
    ),
    "no range": ((("6", 5, 14),), "Firing range", "No tested cone is surely in it."),
    "odd": (
        (("04", 8, 5), ("6", 9, 8)),
        "Look again",
        "At cone 6 it took up more though it shrank further. Were those bars soaked the same way,"
        " and not mixed up?",
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
        "Drying shrinkage: no equal bars on record yet; ± 0.4 % is usual (common practice).",
        "Total shrinkage: no equal bars on record yet; ± 0.4 % is usual (common practice).",
        "Absorption, boil and soak, near 1 %: no equal bars on record yet; ± 0.28 % is usual"
        " (common practice).",
    ]
    record = Record(31, 11, 20 * 0.05**2)
    learned = clay_results(run(("6", 12, 1.0)), {("absorption", "boil_soak"): record})
    assert spread_words(learned, "6")[2] == (
        "Absorption, boil and soak, near 1 %: equal bars of this studio differ by ± 0.21 %, from"
        " 34 bars."
    )
    assert spread_words(clay_results([]), None) == []
