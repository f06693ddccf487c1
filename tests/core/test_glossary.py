"""The words of the trade: each once, in order, with a source where there is one."""

from claycore.glossary import WORDS, by_anchor


def test_every_word_has_a_place_of_its_own_and_a_line():
    assert len(by_anchor()) == len(WORDS) > 60
    for one in WORDS:
        assert one.summary.endswith(".")
        assert len(one.summary) <= 110
        assert "common practice" not in one.source


TECHNIQUES = ("agate", "feathered", "inlay", "joggled", "marbled", "sgraffito", "sponge-back")
MATERIALS = ("colourant", "frit", "grog", "oxide", "slip", "stain", "ware")
FIRING = ("cone", "heat work", "oxidation", "raku", "reduction", "sinter", "witness cone")
FIGURES = ("bulk density", "chroma", "loss on ignition", "pyroplastic index", "±")


def test_the_words_that_pages_use_are_among_them():
    assert {*TECHNIQUES, *MATERIALS, *FIRING, *FIGURES} <= {one.word for one in WORDS}


def test_a_standard_is_named_where_a_figure_is_of_one():
    sources = {one.word: one.source for one in WORDS}
    assert "ASTM C373" in sources["absorption"]
    assert "ISO/CIE 11664-6" in sources["ΔE"]


def test_words_stand_in_the_order_of_their_letters():
    letters = [one.word.lower() for one in WORDS if one.word[0].isascii()]
    assert letters == sorted(letters)
