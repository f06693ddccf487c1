"""From tests to real work: kilos, layers, ways of mixing, money. Arithmetic and common practice."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials import moisture, slip
from claycore.materials.clay_in_hand import ClayInHand, ClayState, dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.measure.errors import ClayError
from claycore.mixing import cost, mixing_in, scaling
from claycore.mixing.cost import DarkGround, Priced
from claycore.mixing.scaling import ClayLayer


@given(st.floats(10, 1e6), st.floats(5, 40), st.lists(st.floats(0, 30), min_size=1, max_size=4))
def test_kilos_of_plastic_clay_come_out_at_what_was_asked(total, water, pcts):
    additions = [Addition(str(index), pct) for index, pct in enumerate(pcts)]
    made = scaling.for_plastic_total(total, water, additions, Convention.ON_DRY_CLAY).dose
    all_g = made.clay.mass_g + made.powder_g + made.water_to_add_g
    assert all_g == pytest.approx(total)
    assert made.dry_total_g == pytest.approx(total * (1 - water / 100))
    for addition, pct in zip(made.additions, pcts, strict=True):
        assert 100 * addition.mass_g / made.clay.dry_g == pytest.approx(pct)


def test_six_kilos_at_ten_percent():
    made = scaling.for_plastic_total(6000, 20, [Addition("blue", 10)], Convention.ON_DRY_CLAY).dose
    assert made.dry_total_g == pytest.approx(4800)
    assert made.additions[0].mass_g == pytest.approx(4800 / 11)


def test_layers_of_a_marbled_piece():
    layers = scaling.stretched(12, 400, [ClayLayer("blue", 20), ClayLayer("black", 5)])
    assert [(row.name, row.each_g, row.all_g) for row in layers] == [
        ("blue", 80, 960),
        ("black", 20, 240),
        ("plain clay", 300, 3600),
    ]
    assert len(scaling.stretched(1, 100, [ClayLayer("blue", 100)])) == 1


@pytest.mark.parametrize(
    ("pieces", "piece", "shares", "field"),
    [
        (0, 400, [20], "pieces"),
        (1, 0, [20], "piece"),
        (1, 1, [], "layer"),
        (1, 1, [60, 50], "layer"),
        (1, 1, [-1], "layer"),
    ],
)
def test_layers_that_cannot_be(pieces, piece, shares, field):
    with pytest.raises(ClayError) as raised:
        scaling.stretched(pieces, piece, [ClayLayer("x", share) for share in shares])
    assert raised.value.field == field


@pytest.mark.parametrize(
    ("clay", "powder_g", "method"),
    [
        (moisture.plastic_clay(850, 22), 40, "wedge"),
        (moisture.plastic_clay(3600, 22), 20, "blend"),  # hard on the wrists
        (moisture.plastic_clay(1150, 22), 58, "blend"),  # an hour for so much powder
        (moisture.plastic_clay(850, 22), 3, "blend"),  # 0.45 % streaks
        (moisture.plastic_clay(850, 22), 120, "blend"),  # 18 % stiffens it too far
        (ClayInHand(ClayState.PLASTIC, 800, 200), 8, "wedge"),  # from 1 % on it no longer streaks
        (ClayInHand(ClayState.DRY, 85, 0), 6, "blend"),
        (ClayInHand(ClayState.SLIP, 700, 300), 40, "blend"),
    ],
)
def test_which_way_is_advised(clay, powder_g, method):
    """Common practice; each line is drawn where its constant says."""
    advised = mixing_in.advice(clay, powder_g)
    assert advised.choose.method == method
    assert {advised.choose.method, advised.other.method} == {"wedge", "blend"}
    assert advised.because.endswith(".")


@pytest.mark.parametrize(
    ("wedging", "method"),
    [
        (mixing_in.USUAL_WEDGING, "blend"),
        (mixing_in.Wedging(clay_g=2000), "blend"),
        (mixing_in.Wedging(clay_g=2000, powder_g=100), "wedge"),
        (mixing_in.Wedging(clay_g=1499, powder_g=100), "blend"),
    ],
)
def test_how_far_one_wedges_is_for_the_studio_to_say(wedging, method):
    """1.5 kg of plastic clay with 70 g of black is too much for most in both."""
    advised = mixing_in.advice(moisture.plastic_clay(1500, 22), 70, wedging)
    assert advised.choose.method == method


def test_the_reason_names_the_line_that_is_drawn():
    clay = moisture.plastic_clay(1500, 22)
    assert "over 1.2 kg" in mixing_in.advice(clay, 20).because
    assert "over 30 g" in mixing_in.advice(clay, 40, mixing_in.Wedging(2000, 30)).because


def test_slip_dries_to_each_stiffness_it_is_said_to():
    """Mass balance: what is left holds as much water as the stiffness says."""
    way = mixing_in.blended(ClayInHand(ClayState.SLIP, 700, 300), 42)
    in_it_g = 300 + way.water_to_add_g
    for to in way.dries_to:
        left_g = in_it_g - to.water_g
        assert 100 * left_g / (742 + left_g) == pytest.approx(to.stiffness.water_pct)
    plastic, leather_hard = way.dries_to
    assert leather_hard.water_g > plastic.water_g > 0


@pytest.mark.parametrize(
    "clay", [dry_clay(1000), moisture.plastic_clay(1000, 22), slip.slip_by_mass(1000, 70)]
)
def test_both_ways_end_as_plastic_clay(clay):
    """What goes in and what leaves must leave plastic clay behind. Mass balance."""
    powder = clay.dry_g * 0.08
    for way in mixing_in.ways(clay, powder):
        water = clay.water_g + way.water_to_add_g - way.water_to_dry_off_g
        left_pct = 100 * water / (clay.dry_g + powder + water)
        assert left_pct == pytest.approx(mixing_in.PLASTIC_WATER_PCT, abs=1e-6)
        assert way.steps
        assert way.dust


def test_slip_is_not_thinned_to_be_coloured():
    """It is as thick as somebody made it; what is added is the water the powder is stirred into."""
    way = mixing_in.blended(slip.slip_by_mass(820, 61), 30)
    assert way.water_to_add_g == pytest.approx(30)
    assert any("into 30 g of water" in step for step in way.steps)


@pytest.mark.parametrize(
    ("water_pct", "dries_to_pct"), [(24.5, 24.5), (17.5, 17.5), (15.0, 22.0), (31.0, 22.0)]
)
def test_plastic_clay_becomes_as_plastic_as_it_was(water_pct, dries_to_pct):
    """Unless it was leather-hard or sludge: then as plastic as clay usually is."""
    way = mixing_in.blended(moisture.plastic_clay(1300, water_pct), 60)
    assert way.dries_to[0].stiffness.water_pct == pytest.approx(dries_to_pct)


@pytest.mark.parametrize(
    ("clay", "plaster"),
    [
        # 520 g dry is 200 mL, and slip of 45 % has 635.6 g of water; 26 g of powder is 10 mL and
        # goes in with 26 g: 871.6 mL, a finger thick over 581 cm².
        (dry_clay(520), "a finger thick (about 25 × 25 cm of plaster)"),
        # 36.67 + 14.10 + 0.69 + 1.8 mL are 53.3, over 35.5 cm².
        (dry_clay(30), "a finger thick (about 6 × 6 cm of plaster)"),
        # 26 times the first: 15 108 cm².
        (dry_clay(13520), "a finger thick (about 125 × 125 cm of plaster, or in several goes)"),
    ],
)
def test_the_plaster_that_a_layer_takes(clay, plaster):
    steps = mixing_in.blended(clay, 0.05 * clay.dry_g).steps
    assert any(plaster in step for step in steps)


@pytest.mark.parametrize(("grams", "mesh"), [(99, False), (100, True)])
def test_so_little_is_ground_instead_of_sieved(grams, mesh):
    steps = mixing_in.blended(dry_clay(grams), 5).steps
    assert any("60–80 mesh" in step for step in steps) == mesh
    assert any("in a mortar" in step for step in steps) != mesh


def test_cost_is_mass_times_price_and_says_what_has_none():
    found = cost.cost_of([Priced("clay", 2800, 1.2), Priced("moss", 154, 35), Priced("x", 5, None)])
    assert found.total == pytest.approx(3.36 + 5.39)
    assert found.unpriced == ("x",)
    assert found.per_kg(3500) == pytest.approx(2.5)
    assert found.per(25) == pytest.approx(0.35)


def test_a_coat_of_slip():
    assert cost.coat_g(100, 1, 1.75) == pytest.approx(17.5)
    with pytest.raises(ClayError):
        cost.coat_g(100, 0, 1.75)


def test_dark_grounds_cheapest_first():
    asked = DarkGround(500, 22, 6, 300, 0.75, 1.75, 6.0, 1.0, 27.0)
    found = cost.dark_grounds(asked)
    prices = {ground.code: ground.per_piece for ground in found}
    assert prices["bought"] == pytest.approx(3.0)
    stain_g = 390 * 6 / 106
    assert prices["stained"] == pytest.approx(stain_g * 0.027 + (500 - 500 * 6 / 106) * 0.001)
    assert [g.per_piece for g in found] == sorted(g.per_piece for g in found)
    assert found[0].code == "slipped"


def test_a_black_slip_of_the_plain_body():
    """By hand: 300 cm² × 0.75 mm × 1.75 are 39.375 g; at 69.64 % solids 27.42 g dry, of which
    6/106 is stain: 1.552 g, and 25.87 g clay, 33.17 g as plastic clay at 22 %."""
    grounds = cost.dark_grounds(DarkGround(500, 22, 6, 300, 0.75, 1.75, 6.0, 1.0, 27.0))
    slipped = next(ground for ground in grounds if ground.code == "slipped")
    assert [part.grams for part in slipped.parts] == pytest.approx([500, 33.17, 1.552], abs=0.005)


def test_plastic_clay_is_dried_or_blunged_and_never_only_slaked():
    """1 kg at 20 % has 800 g dry: slip of 45 % solids holds 978 g of water, 778 g more."""
    way = mixing_in.blended(moisture.plastic_clay(1000, 20), 40)
    assert way.steps[0].startswith("Plastic clay does not slake by itself.")
    assert "slake it in 978" in way.steps[0].replace(".00", "").replace("977.78", "978")
    assert way.water_to_add_g == pytest.approx(777.8 + 40, abs=0.1)


def test_even_and_speckled_are_two_routes():
    steps = mixing_in.blended(dry_clay(300), 12).steps
    (route,) = [step for step in steps if "mesh" in step]
    assert "60–80 mesh sieve, twice" in route
    assert "For specks: leave that out" in route
    assert all("unsieved" not in step for step in steps)
