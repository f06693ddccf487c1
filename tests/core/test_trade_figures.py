"""The figures that the trade hands on, as potters quote them: common practice, from memory.

They stand in the core beside their use; here, once more, as what they are to be. Who changes one
changes what a potter is told, and says so in both places.
"""

import pytest

from claycore.colour import difference
from claycore.firing import cones, drafts
from claycore.judging import fit
from claycore.materials import colourants, moisture, slip
from claycore.measure import units
from claycore.mixing import cost, series
from claycore.surface import amounts
from claycore.testing import drying, shrinkage
from claycore.testing.bar_checks import MM_PER_INCH


@pytest.mark.parametrize(
    ("figure", "quoted"),
    [
        (moisture.USUAL_WATER_PCT, (18, 25)),
        (slip.CLAY_SOLID_DENSITY, 2.6),
        (series.USUAL_LOSS_PCT, 5),
        (amounts.USUAL_LOSS_PCT, 10),
        (colourants.TEST_SERIES_PCT, (5, 10, 15)),
        (cost.USUAL_COAT_MM, (0.5, 1)),
        ((fit.COMFORTABLE_PCT, fit.MOST_PCT), (1, 2)),
        (
            (difference.SAME, difference.SAME_UNLESS_TOUCHING, difference.PLAINLY_DIFFERENT),
            (1, 2, 5),
        ),
        (shrinkage.MUCH_TOTAL_PCT, 15),
        (drying.BETWEEN_WEIGHINGS_MIN, 2 * 60),
        (drying.SHORTEST_DRYING, 2 * 24 * 60),
        (cones.CHARTED_RATES, (15, 60, 150)),
        ((drafts.DRYING_C, drafts.SLOW_UNTIL_C, drafts.LAST_STRETCH), (100, 600, 100)),
        ((MM_PER_INCH, units.FAHRENHEIT_IN_A_CELSIUS), (25.4, 1.8)),
    ],
)
def test_a_figure_is_the_one_that_is_quoted(figure, quoted):
    assert figure == quoted


@pytest.mark.parametrize(
    ("kind", "usual"),
    [
        (colourants.STAIN, (2, 10)),
        (colourants.DARK_STAIN, (3, 6)),
        (colourants.IRON, (1, 4)),
        (colourants.MANGANESE, (1, 4)),
        (colourants.RUTILE, (2, 6)),
        (colourants.CHROME, (0.5, 2)),
        (colourants.COPPER, (1, 3)),
        (colourants.COBALT, (0.25, 2)),
    ],
    ids=lambda one: getattr(one, "name", None),
)
def test_as_much_of_a_colourant_is_usual_as_is_quoted(kind, usual):
    assert kind.usual_pct == usual


def test_a_coat_is_taken_to_be_as_thick_as_coats_usually_are():
    least, most = cost.USUAL_COAT_MM
    assert least <= cost.COAT_MM <= most


def test_slips_are_as_heavy_as_is_quoted():
    assert slip.USUAL_GRAVITIES == {
        "joining": (1.5, 1.7),
        "trailing": (1.4, 1.6),
        "brushing": (1.4, 1.5),
        "pouring and dipping, leather-hard": (1.3, 1.45),
        "engobe on bisque": (1.3, 1.45),
        "casting, deflocculated": (1.75, 1.8),
    }
