"""What is in an amount of a mix: masses add up, and percentages are of its dry clay."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.batch import coloured, join
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import Addition

ADDITIONS = st.dictionaries(st.sampled_from(["Kelp", "Rust", "Slab"]), st.floats(0, 40))


def mix(dry_g, water_g, pcts):
    lies = ClayInHand(ClayState.PLASTIC, dry_g, water_g)
    return coloured(lies, [Addition(name, pct) for name, pct in pcts.items()])


def test_by_hand():
    """212 g dry at 4 and 2 %: 200 g of clay, 8 g and 4 g; its 53 g of water are its water."""
    found = mix(212, 53, {"Kelp": 4, "Rust": 2})
    assert found.clay_g == pytest.approx(200)
    assert found.colourants_g == {"Kelp": pytest.approx(8), "Rust": pytest.approx(4)}
    assert found.water_g == 53


@given(st.floats(1, 1e5), st.floats(0, 1e5), ADDITIONS)
def test_all_of_it_is_in_its_parts(dry_g, water_g, pcts):
    found = mix(dry_g, water_g, pcts)
    assert found.clay_g + math.fsum(found.colourants_g.values()) == pytest.approx(dry_g)
    assert found.pcts == pytest.approx(pcts)


@given(st.lists(st.tuples(st.floats(1, 1e4), st.floats(0, 1e4), ADDITIONS), min_size=1, max_size=4))
def test_nothing_is_lost_where_mixes_are_joined(rows):
    mixes = [mix(*row) for row in rows]
    assert join(mixes).mass_g == pytest.approx(math.fsum(one.mass_g for one in mixes))
