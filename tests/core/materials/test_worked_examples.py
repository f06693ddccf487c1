"""Clay in hand in each state, what is mixed of it, water and slip: whole answers."""

from claycore.materials import (
    additions,
    colourants,
    composition,
    moisture,
    names,
    slip,
)
from claycore.materials.batch import coloured, join
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState, dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.measure.uncertainty import Measured
from tests.core.worked_pages import page_test


def clay():
    plastic = moisture.plastic_clay(1900, 21)
    parts = [
        coloured(plastic, [Addition("Kelp", 4)]),
        coloured(slip.slip_by_mass(650, 52), [Addition("Kelp", 9), Addition("Foam", 1.5)]),
        coloured(dry_clay(90), []),
    ]
    return {
        "plastic": plastic,
        "by an amount": [
            ClayAmount(ClayState.PLASTIC, mass=1.9, unit="kg", water_pct=21).in_hand(),
            ClayAmount(
                ClayState.SLIP, volume=0.65, volume_unit="l", specific_gravity=1.42
            ).in_hand(),
            ClayAmount(ClayState.DRY, mass=11, unit="oz").in_hand(),
        ],
        "coloured": parts,
        "joined": join(parts),
        "shares": composition.share_of_total([6.5, 2, 0.5]),
        "of the shares": composition.on_dry_clay([18, 4]),
        "as on dry clay": {
            convention: composition.as_on_dry_clay(
                [Addition("Kelp", 6), Addition("Foam", 2)], convention, 0.79
            )
            for convention in Convention
        },
    }


def water():
    found = moisture.measured(5.2, 4.1, 0.1)
    fine = moisture.measured(86.4, 67.9, 0.01)
    return {
        "a pinch": found,
        "its warnings": [one.message for one in moisture.measurement_warnings(found)],
        "a sample": fine,
        "no warnings": [one.message for one in moisture.measurement_warnings(fine)],
        "on the dry basis": moisture.on_dry_basis_pct(86.4, 67.9),
        "of plasticity": moisture.water_of_plasticity(Measured(112, 0.1), Measured(88, 0.1)),
        "really made": moisture.really_made(6.5, 21, 24.5),
        "to add": moisture.water_to_add(36.5, moisture.plastic_clay(850, 22)),
    }


def slips():
    bucket = slip.slip_by_volume(1800, 1.44)
    return {
        "a bucket": bucket,
        "dry in a millilitre": [slip.dry_grams_per_ml(g) for g in (1.2, 1.44, 1.75)],
        "solids": [slip.solids_pct(gravity) for gravity in (1.2, 1.44, 1.75)],
        "and back": [slip.specific_gravity(solids) for solids in (26, 48, 69)],
        "weighed": slip.gravity_of(712, 500),
        "of its solids": slip.density_of_solids([(90, 2.6), (10, 5.2)]),
        "thinned": slip.bring_to(bucket, 1.36),
        "thickened, with powder": slip.bring_to(bucket, 1.52, 2.7, 9),
    }


def powders():
    said = ("Quay Blue stain", "copper carbonate", "red iron oxide", "Ochre", "MnO2", "Cadmium red")
    return {
        "kinds": {name: colourants.kind_of(name) for name in said},
        "unusual": {
            f"{name}, {pct} %": (
                colourants.is_unusual(colourants.kind_of(name), pct),
                colourants.is_unusual(colourants.kind_of(name), pct, in_slip=True),
            )
            for name in said
            for pct in (0.2, 3, 11, 28)
        },
        "in a sentence": [names.in_a_sentence(name) for name in (*said, "Grog", "IMPORTED")],
        "additions": list(additions.ADDITIONS.values()),
        "usual": [*colourants.OXIDES, colourants.DARK_STAIN, colourants.STAIN],
    }


PAGES = {"clay": clay, "water": water, "slips": slips, "powders": powders}

test_page = page_test(__file__, PAGES)
