"""The words of the trade: each once, in order, each with a source."""

from claycore.glossary import WORDS, by_anchor


def test_every_word_has_a_place_of_its_own_a_line_and_a_source():
    assert len(by_anchor()) == len(WORDS) > 30
    for one in WORDS:
        assert one.says.endswith(".")
        assert len(one.says) <= 110
        assert one.source


def test_words_stand_in_the_order_of_their_letters():
    letters = [one.word.lower() for one in WORDS if one.word[0].isascii()]
    assert letters == sorted(letters)
