"""Check values: common practice and arithmetic."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.clay_in_hand import dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.materials.moisture import plastic_clay
from claycore.materials.slip import slip_by_mass
from claycore.mixing.dose import dose
from claycore.mixing.dose_checks import dose_warnings


@pytest.mark.parametrize(
    ("clay_g", "pct", "grams"), [(80, 10, 8), (60, 15, 9), (2400, 8, 192), (2200, 8, 176)]
)
def test_grams_on_dry_clay(clay_g, pct, grams):
    made = dose(dry_clay(clay_g), [Addition("blue", pct)], Convention.ON_DRY_CLAY)
    assert made.additions[0].mass_g == pytest.approx(grams)
    assert made.dry_total_g == pytest.approx(clay_g + grams)


@given(
    st.floats(1, 1e5),
    st.floats(1, 60),
    st.lists(st.floats(0.01, 7), min_size=1, max_size=12),
    st.sampled_from([Convention.ON_DRY_CLAY, Convention.SHARE_OF_TOTAL]),
)
def test_mass_is_conserved_and_softness_kept(mass, water, pcts, convention):
    clay = plastic_clay(mass, water)
    made = dose(clay, [Addition(f"c{i}", p) for i, p in enumerate(pcts)], convention)
    parts = clay.dry_g + sum(a.mass_g for a in made.additions)
    assert parts == pytest.approx(made.dry_total_g)
    wet = clay.water_g + made.water_to_add_g
    assert 100 * wet / (wet + made.dry_total_g) == pytest.approx(water)
    for given_pct, addition in zip(pcts, made.additions, strict=True):
        kept = (
            addition.pct_on_dry_clay
            if convention == Convention.ON_DRY_CLAY
            else addition.share_of_total_pct
        )
        assert kept == pytest.approx(given_pct)
        assert addition.mass_g / clay.dry_g * 100 == pytest.approx(addition.pct_on_dry_clay)


def test_slip_is_dosed_on_its_dry_content_and_takes_no_water():
    made = dose(slip_by_mass(300, 70), [Addition("iron", 2)], Convention.ON_DRY_CLAY)
    assert made.additions[0].mass_g == pytest.approx(4.2)  # common practice
    assert made.water_to_add_g == 0


def codes(made, step=0.1):
    return [warning.code for warning in dose_warnings(made, step)]


def test_percent_of_wet_clay_is_told_for_what_it_really_is():
    made = dose(plastic_clay(1000, 22), [Addition("blue", 8)], Convention.ON_DRY_CLAY)
    (warning,) = dose_warnings(made, 0.1, water_measured=True)
    assert warning.code == "wet_basis"
    assert "10.26 %" in warning.message


@pytest.mark.parametrize(
    ("water", "told"),
    [
        (13, None),
        (21, None),
        (30, None),
        (40, "If your figure is on dry clay, enter 28.6 %."),
        (50, "enter it as slip"),
        (12, "leather-hard or drier"),
    ],
)
def test_water_that_is_hardly_plastic_clays(water, told):
    """40 % of the dry clay is 28.6 % of the wet weight; 12 % is too little on either basis."""
    made = dose(plastic_clay(1000, water), [Addition("blue", 8)], Convention.ON_DRY_CLAY)
    found = [one.message for one in dose_warnings(made, 0.1) if one.code == "unusual_water"]
    assert (told is None) == (found == [])
    assert told is None or told in found[0]


def test_a_weighing_too_small_for_the_scale():
    made = dose(dry_clay(60), [Addition("red iron oxide", 1)], Convention.ON_DRY_CLAY)
    (warning,) = dose_warnings(made, 0.1)
    assert warning.code == "weighing_too_small"
    assert "±\u00a08 %" in warning.message  # common practice: 0.6 g on a 0.1 g scale
    assert codes(made, step=0.01) == []


@pytest.mark.parametrize(
    ("name", "pct", "unusual"),
    [
        ("MnO2", 3, False),
        ("MnO2", 7, True),
        ("Fe2O3", 1.2, False),
        ("titanium dioxide", 1.5, False),
        ("nickel oxide", 6, True),
        ("Cobalt carbonate", 5, True),
        ("Cobalt carbonate", 1, False),
        ("Quay Blue", 8, False),
        ("Quay Blue", 15, False),
        ("Quay Blue", 22, True),
        ("Soot Black", 12, True),
        ("chrome green stain", 8, False),
        ("Quay Blue", 0, False),
    ],
)
def test_percentages_unusual_for_that_kind_of_material(name, pct, unusual):
    made = dose(dry_clay(5000), [Addition(name, pct)], Convention.ON_DRY_CLAY)
    assert ("unusual_percentage" in codes(made)) is unusual


def test_many_colourants_that_are_too_much_together_are_asked_about():
    """Twelve of 6.5 % are 78 % in all, though none of them is unusual."""
    twelve = [Addition(f"c{n}", 6.5) for n in range(12)]
    made = dose(dry_clay(500), twelve, Convention.ON_DRY_CLAY)
    said = [notice.message for notice in dose_warnings(made, 0.1)]
    assert any("Together that is 78 % on dry clay" in message for message in said)
    few = dose(dry_clay(500), twelve[:4], Convention.ON_DRY_CLAY)
    assert not any("Together" in notice.message for notice in dose_warnings(few, 0.1))
