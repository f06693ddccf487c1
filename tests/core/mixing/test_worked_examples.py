"""Whole plans on paper, as they come out: series, pours, campaigns, doses, mistakes, money."""

from dataclasses import replace

from claycore.materials import moisture, slip
from claycore.materials.batch import coloured
from claycore.materials.clay_in_hand import ClayCondition, ClayState, dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.mixing import (
    campaign,
    combining,
    cost,
    dose_checks,
    mixing_in,
    pour_plan,
    scaling,
    series,
    series_backwards,
    series_on_the_scale,
    sum_checks,
    ways_out,
)
from claycore.mixing.campaign import Bag, WantedCampaign
from claycore.mixing.cost import DarkGround
from claycore.mixing.dose import dose
from claycore.mixing.pour_plan import Axis, PourGrid
from claycore.mixing.scaling import ClayLayer
from claycore.mixing.series import WantedSeries
from claycore.mixing.strength import change
from claycore.mixing.sum_checks import ChangeSum, DoseSum
from tests.core.worked_pages import page_test

PLASTIC = ClayCondition(ClayState.PLASTIC, 0.79)
SLIP = ClayCondition(ClayState.SLIP, 0.46)


def one_series(wanted, clay, tiles_each):
    found = series.plans(wanted)
    best, reason = series.recommend(found)
    return {
        "best": (found[best].strategy, reason),
        "warnings": [notice.message for notice in series.warnings(wanted, found[best])],
        "largest tile, g": series_backwards.largest_tile_g(wanted, tiles_each),
        "of plastic clay": series_backwards.largest_on_the_scale(wanted, tiles_each, PLASTIC),
        "tiles each of 21.3 g": series_backwards.most_tiles_each(wanted, 21.3),
        **{plan.strategy: plan for plan in found},
        **{
            f"{plan.strategy}, on the scale": series_on_the_scale.steps(
                plan, clay, wanted.scale_step_g, tiles_each
            )
            for plan in found
        },
    }


def series_of_strengths():
    pale = WantedSeries((1.5, 4.5, 7.5), 43.0, 11.5, scale_step_g=0.1, smallest_batch_g=55)
    return {
        "1.5, 4.5 and 7.5 %, two tiles, from a bag": one_series(pale, PLASTIC, 2),
        "the same from too little powder": one_series(replace(pale, powder_g=4.0), PLASTIC, 2),
        "one strength in slip": one_series(WantedSeries((6.5,), 34, 30.0), SLIP, 1),
        "four, each started from round weights": one_series(
            WantedSeries((2, 4, 8, 11), 21.3, 40.0, 7.0, 0.0, 0.01, 10.0), PLASTIC, 1
        ),
    }


def one_grid(grid, step_g=0.1):
    found = pour_plan.plan(grid)
    return {
        "plan": found,
        "warnings": [notice.message for notice in pour_plan.warnings(grid, found, step_g)],
        "each on its own": pour_plan.on_their_own(grid, slip.slip_by_mass(grid.cell_g, 61)),
    }


def pours():
    copper = Axis("copper carbonate", (0.0, 0.8, 1.6, 2.4))
    titania = Axis("titanium dioxide", (0.0, 1.5, 3.0))
    grid = PourGrid(copper, titania, 85, 61, moulds=5, residue_g=12)
    return {
        "four by three, five moulds": one_grid(grid),
        "those that are there already": one_grid(
            replace(grid, have=frozenset({(0.0, 0.0), (0.8, 0.0), (1.6, 3.0)}))
        ),
        "one addition, small pours on a coarse scale": one_grid(
            PourGrid(copper, None, 22, 61), step_g=1.0
        ),
    }


def campaigns():
    wanted = WantedCampaign(
        (Bag("Lamp Yellow", 11.0), Bag("Rope Green"), Bag("Dawn Rose", 4.0), Bag("Buoy Red", 1.1)),
        (7.0, 3.5, 12.0),
        tile_dry_g=20.54,
        tiles_each=2,
        scale_step_g=0.1,
    )
    found = campaign.plan(wanted)
    return {
        "four bags at three strengths": found,
        "its warnings": [notice.message for notice in campaign.warnings(wanted, found)],
        "largest tile, g": campaign.largest_tile_g(wanted, PLASTIC),
    }


def one_dose(clay, pcts, convention=Convention.ON_DRY_CLAY, step_g=0.1):
    additions = [Addition(f"addition {place}", pct) for place, pct in enumerate(pcts, start=1)]
    made = dose(clay, additions, convention)
    told = dose_checks.dose_warnings(made, step_g, convention=convention)
    return {"dose": made, "warnings": [notice.message for notice in told]}


def doses():
    plastic = moisture.plastic_clay(3600, 21.5)
    return {
        "plastic": one_dose(plastic, [6.5]),
        "plastic, on the clay as weighed": one_dose(plastic, [6.5], Convention.ON_WET_CLAY),
        "of the total, in slip": one_dose(
            slip.slip_by_volume(1800, 1.44), [18.0, 2.0], Convention.SHARE_OF_TOTAL
        ),
        "very wet, a trace, on a kitchen scale": one_dose(
            moisture.plastic_clay(180, 34), [0.3, 42.0], step_g=1.0
        ),
        "too dry to be plastic": one_dose(moisture.plastic_clay(180, 4), [5]),
        "dry": one_dose(dry_clay(88), [7.5, 2.5]),
        "water that nobody measured": [
            notice.message
            for water_pct in (18, 30)
            for notice in dose_checks.water_warnings(
                ClayCondition(ClayState.PLASTIC, 1 - water_pct / 100), measured=False
            )
        ],
    }


def sums():
    wet = DoseSum(moisture.plastic_clay(1900, 21), 7.0, Convention.ON_DRY_CLAY, 1900, "g")
    poured = DoseSum(slip.slip_by_volume(650, 1.4), 4.5, Convention.SHARE_OF_TOTAL, 650, "ml", 650)
    lower = ChangeSum(dry_clay(47), 11.0, 7.0)
    raised = ChangeSum(moisture.plastic_clay(52, 20), 3.5, 9.0)
    return {
        "mistakes of 7 % in plastic clay": sum_checks.known_mistakes_of_dose(wet),
        "133 g of it": sum_checks.check_dose(wet, 133, 1),
        "105 g of it": sum_checks.check_dose(wet, 105, 1),
        "106.2 g of it": sum_checks.check_dose(wet, 106.2, 0.1),
        "mistakes of 4.5 % of the total in slip": sum_checks.known_mistakes_of_dose(poured),
        "mistakes of 47 g from 11 to 7 %": sum_checks.known_mistakes_of_change(lower),
        "73.9 g of it": sum_checks.check_change(lower, 73.9, 0.1),
        "mistakes of 52 g from 3.5 to 9 %": sum_checks.known_mistakes_of_change(raised),
        "54.9 g of it": sum_checks.check_change(raised, 54.9, 0.1),
        "57 g of it": sum_checks.check_change(raised, 57, 1),
    }


def changes():
    before = coloured(moisture.plastic_clay(145, 21), [Addition("Kelp", 4), Addition("Foam", 2)])
    wanted = [Addition("Kelp", 7), Addition("Foam", 2)]
    stronger = change(before, wanted, ClayState.PLASTIC)
    told = dose_checks.change_warnings(wanted, stronger, 0.1, ClayState.PLASTIC)
    parts = [before, coloured(slip.slip_by_mass(900, 48), [Addition("Kelp", 9)])]
    return {
        "a leftover made stronger": stronger,
        "its warnings": [notice.message for notice in told],
        "combined with slip": [notice.message for notice in combining.combining_notices(parts)],
        "ways out, too strong": ways_out.ways_out(820, 70, 6.5, PLASTIC),
        "ways out, too weak": ways_out.ways_out(820, 31, 6.5, PLASTIC),
    }


def ways_of_mixing():
    return {
        title: mixing_in.advice(clay, powder_g)
        for title, clay, powder_g in [
            ("a handful", moisture.plastic_clay(620, 22), 24),
            ("a bag", moisture.plastic_clay(5200, 20), 190),
            ("a wet lump", moisture.plastic_clay(700, 28), 14),
            ("dry", dry_clay(310), 21),
            ("thin slip", slip.slip_by_mass(900, 38), 16),
        ]
    }


def money():
    layers = [ClayLayer("blue", 22), ClayLayer("black", 7)]
    return {
        "a dark ground": cost.dark_grounds(DarkGround(480, 21, 6.5, 350, 0.9, 1.45, 2.9, 1.1, 38)),
        "layers": scaling.stretched(14, 410, layers),
        "their cost": scaling.layer_costs(410, layers, 7.2, 1.1),
        "5.5 kg plastic from dry clay": scaling.for_plastic_total(
            5500,
            21,
            [Addition("blue", 6.5), Addition("black", 1.5)],
            Convention.ON_DRY_CLAY,
            ClayCondition(ClayState.DRY, 1.0),
        ),
        "5.5 kg plastic from slip": scaling.for_plastic_total(
            5500, 21, [Addition("blue", 6.5)], Convention.SHARE_OF_TOTAL, SLIP
        ),
    }


PAGES = {
    "series": series_of_strengths,
    "pours": pours,
    "campaigns": campaigns,
    "doses": doses,
    "sums": sums,
    "changes": changes,
    "ways_of_mixing": ways_of_mixing,
    "money": money,
}

test_page = page_test(__file__, PAGES)
