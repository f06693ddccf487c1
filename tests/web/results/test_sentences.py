"""What a run of cones says, as sentences on the page and in the report."""

import pytest

from claycore.judging.firing_range import firing_range
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run
from umberpot.results.clays.sentences import lone_words, range_sentences

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
        "By cone 10 (after 6, it grew again, its absorption rose again).",
    ),
    "slumps": ((("6", 12, 1.0, ("slumped",)),), "Slumps", "By cone 6 (seen to slump)."),
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


def test_a_bar_alone_at_a_cone_is_named_and_twins_are_not():
    alone, twins = bar("B1", fired("6", 12, 1)), run(("6", 12, 1.0))
    assert "At cone 6 one bar alone was read" in lone_words(clay_results([alone]))[0]
    assert lone_words(clay_results(twins)) == []
    assert lone_words(clay_results([])) == []
