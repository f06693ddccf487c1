"""Layers sponged back come to light in reverse of how they went on."""

import numpy as np
import pytest

from claycore.surface.previews.sponged_back import PRESSURES, Form, proud, sponge

LAYERS = [0.2, 0.15, 0.25]
STANDS = proud(Form(), 200, 60)


def test_nothing_wiped_shows_the_top_everywhere():
    assert not sponge(LAYERS, STANDS, 0.0).any()


def test_the_layers_come_to_light_in_reverse_of_how_they_went_on():
    """With more wear every place shows the same layer or a lower one, and none is passed over."""
    before = sponge(LAYERS, STANDS, 0.0)
    for worn in np.arange(0.02, 5.5, 0.02):
        after = sponge(LAYERS, STANDS, worn)
        assert (after >= before).all()
        assert (after - before).max() <= 1
        before = after
    assert (before == len(LAYERS)).all()


def test_edges_and_rings_wear_before_the_hollows():
    shown = sponge(LAYERS, STANDS, 0.3)
    assert shown[0].mean() > shown.mean()
    assert shown[-1].mean() > shown.mean()
    assert set(np.unique(shown)) == {0, 1}


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_rim_and_foot_stand_out_most_then_the_rings(seed):
    rows = proud(Form(seed=seed), 300, 200).mean(axis=1)
    rings = rows[60:240]
    assert rings.min() < 0.1 < 0.4 < rings.max() < min(rows[0], rows[-1]) - 0.2


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_hollows_are_wider_than_the_rings_between_them(seed):
    between_edges = proud(Form(rings=20, seed=seed), 900, 300)[100:-100]
    assert (between_edges > 0.3).mean() < 0.5


def test_the_same_form_is_the_same_picture_and_another_seed_another():
    assert np.array_equal(proud(Form(), 80, 40), proud(Form(), 80, 40))
    assert not np.array_equal(proud(Form(), 80, 40), proud(Form(seed=2), 80, 40))
    assert STANDS.min() >= 0
    assert STANDS.max() <= 1


def test_a_harder_hand_takes_more():
    assert list(PRESSURES.values()) == sorted(PRESSURES.values())


def test_without_layers_the_body_shows():
    assert not sponge([], STANDS, 1.0).any()


@pytest.mark.parametrize("rings", [0, 1, 30])
def test_any_number_of_rings(rings):
    assert proud(Form(rings=rings), 50, 20).shape == (50, 20)
