"""Factors that a slab's pieces share. Source: the split plot; Fisher 1925, from memory."""

import pytest

from claycore.surface.factor_trials.sentences import Said, clearest_first
from claycore.surface.factor_trials.whole_firing import shared_by_a_slab


@pytest.mark.parametrize(
    ("name", "word"),
    [
        ("Bisque temperature", "bisque"),
        ("kiln", "kiln"),
        ("Day", "day"),
        ("batch of slip", "batch"),
        ("final cone", "cone"),
        ("binder", ""),
        ("Number of coats", ""),
        ("Daylight", ""),
    ],
)
def test_words_that_belong_to_a_whole_firing(name, word):
    assert shared_by_a_slab(name) == word


def test_what_is_least_likely_chance_leads_and_what_could_not_be_asked_comes_last():
    said = [Said("A", True, 0.04), Said("B", None), Said("C", True, 0.002), Said("D", False, 0.6)]
    assert [one.words for one in clearest_first(said)] == ["C", "A", "D", "B"]
