"""Whole answers about bars: their results, doubts, plans, soaks, and what notes suggest."""

from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate, Measured
from claycore.testing import (
    absorption,
    bar_checks,
    bar_lines,
    bar_plan,
    bar_roles,
    drying,
    field_notes,
    forgotten,
    protocols,
    pyroplasticity,
    readings,
    result_checks,
    shrinkage,
    soaking,
)
from claycore.testing.bar_lines import BarLine
from claycore.testing.bars import REMARKS, FiredBar, bar_results
from claycore.testing.field_notes import FieldNotes
from claycore.testing.results import RESULTS, clay_results
from tests.core.testing.making_bars import bar, fired, g, mm, run
from tests.core.worked_pages import page_test

SOAKED_TWICE = FiredBar(
    "6",
    length=mm(88.4),
    mass=g(80.2),
    soaked={"boil_5h": g(82.9), "cold_soak": g(82.2)},
    hung={"boil_5h": g(49.6)},
    thickness=mm(9.6),
    sag=mm(1.4),
    remarks=frozenset({"looked", "warped"}),
)


def bars():
    bent = bar("B3", fired("04", 7.2, 11.4), SOAKED_TWICE, span=mm(92), mass_wet=111.4)
    others = [bar(f"B{n}", fired("04", 7.0 + n / 10, 11 + n / 5)) for n in (1, 2)]
    found = clay_results([*others, bent, *run(("6", 11.8, 3.1))])
    learnt = {("absorption", "boil_soak"): Record(14, 6, 2.4), ("total", ""): Record(9, 4, 1.1)}
    return {
        "a bar through two firings": bar_results(bent),
        "a clay of six": found,
        "by a studio that knows its spread": [
            {"cone": at.cone, "absorption": at.absorption, "total": at.total}
            for at in clay_results([*others, bent], learnt).cones
        ],
        "every result": [(row.code, row.title, row.unit) for row in RESULTS.values()],
    }


def doubts():
    wild = [
        bar("longer dry", length_dry=103),
        bar("inches", length_dry=3.7),
        bar("heavier dry", mass_dry=118),
        bar("no water", mass_dry=111),
        bar("as usual", fired("6", 12, 1.4)),
        bar("like it", fired("6", 12.2, 1.2)),
        bar("also", fired("6", 11.9, 1.3)),
        bar("took up much", fired("6", 12.1, 4.2)),
        bar("shrank little", fired("6", 8.8, 1.3)),
        bar("grew", fired("6", 4, 1.1)),
        bar("soaked lighter", fired("6", 12, -2)),
        bar("more than any", fired("6", 12, 64)),
        bar("kilograms", fired("6", 12, 1.2, mass=0.08)),
        bar("heavier fired", fired("6", 12, 1.2, mass=90)),
        bar("much lost", fired("6", 12, 1.2, mass=60)),
    ]
    return {
        "unlikely readings": [
            f"{odd.bar}: {odd.quantity} {odd.firing} {odd.method}: {odd.message}"
            for odd in bar_checks.unlikely_readings(wild)
        ]
    }


def plans():
    low = FieldNotes(raw_colour="rust", acid="strong")
    bloated = clay_results(run(("04", 8, 9), ("6", 12, 0.5, ["bloated"]))).cones
    dense = clay_results(run(("04", 8, 2.2))).cones
    return {
        "two cones, three bars": bar_plan.plan(["6", "04"], 3, False, False, climbing=False),
        "with bars to soak and to bend": bar_plan.plan(
            ["04", "5", "8"], 2, True, True, climbing=False, bisque="06"
        ),
        "climbing": bar_plan.plan(["04", "5", "8"], 2, True, True, climbing=True),
        "cones for": {
            "nothing known": bar_plan.cones_for(None),
            "rusty and fizzing": bar_plan.cones_for(low),
            "one that bloated": bar_plan.cones_for(None, bloated),
            "one dense at 04": bar_plan.cones_for(low, dense),
            "one sold for 5 to 8": bar_plan.cones_for(None, (), ("5", "8")),
        },
        "passed through": {
            cone: bar_plan.is_passed_through(("04", "5", "8"), cone)
            for cone in ("06", "04", "1", "5", "6", "7", "8", "9")
        },
        "in a saucer": {
            f"{cone} after {before}": bar_plan.needs_saucer(cone, before)
            for cone in ("04", "1", "6")
            for before in ((), ("04",), ("04", "5"))
        },
        "read of each role, unfired and fired": {
            f"{role}, {'fired' if is_fired else 'unfired'}": [
                kind.quantity for kind in bar_roles.read_of_any([role], is_fired)
            ]
            for role, _ in bar_roles.choices()
            for is_fired in (False, True)
        },
    }


def soaks():
    return {
        "methods": soaking.surest_first(),
        "for saturation": [one.code for one in soaking.for_saturation()],
        "protocols": list(protocols.protocols().values()),
        "what is read": readings.choices(),
        "remarks": dict(REMARKS),
        "forgotten": {name: getattr(forgotten, name) for name in dir(forgotten) if name.isupper()},
    }


def one_piece(dry, wet, suspended=None, step=0.1):
    measured = [Measured(one, step) if one is not None else None for one in (dry, wet, suspended)]
    return absorption.absorption(*measured)


def measured():
    cup = one_piece(231, 233.6, step=1.0)
    by_notes = {
        "much shrinkage": shrinkage.shrinkage(100, 89, 81, 0.5),
        "grew": shrinkage.shrinkage(100, 102, 104, 0.5),
        "a long bar": shrinkage.shrinkage(127, 119, 111.5, 0.5),
    }
    return {
        "a cup on a kitchen scale": cup,
        "against 1.5 %": absorption.against_limit(cup.absorption, 1.5),
        "what would decide": absorption.mass_that_would_decide(1.13, 1.5, 1.0),
        "a bar in water": one_piece(114.6, 118.3, 66.2),
        "its warnings": [
            notice.message
            for method in soaking.surest_first()
            for notice in result_checks.absorption_warnings(
                Estimate(1.1, 0.2), absorption.AgainstLimit.WITHIN, method
            )
        ],
        "one piece": [
            one.message for one in result_checks.one_piece_warnings(Estimate(1.2, 0.2), 1.5)
        ],
        "saturation": absorption.saturation_coefficient(
            Measured(1840, 1), Measured(1967, 1), Measured(2012, 1)
        ),
        "lengths": by_notes,
        "of lengths": {
            name: [notice.message for notice in result_checks.shrinkage_warnings(one)]
            for name, one in by_notes.items()
        },
        "to make": shrinkage.size_to_make(86, Estimate(11.7, 0.3)),
        "drying read": {
            str(pct): shrinkage.reading_of_drying(pct) for pct in (2.9, 4, 5.9, 6, 6.9, 7, 9.4)
        },
        "bend": pyroplasticity.index(Measured(9.6, 0.1), Measured(2.8, 0.5), Measured(92, 0.5)),
        "a floor": pyroplasticity.floor_sag(2.1e-6, 7, 118),
        "dry": {
            ", ".join(f"{grams} g after {hours} h" for hours, grams in steps): (
                drying.constant_weight(
                    [(60 * hours, Measured(grams, 0.1)) for hours, grams in steps]
                ).sentence
            )
            for steps in (
                [(0, 118.4)],
                [(0, 118.4), (1, 118.4)],
                [(0, 118.4), (3, 116.9), (6, 116.9)],
                [(0, 118.4), (3, 116.9), (6, 116.4)],
                [(0, 118.4), (3, 116.9), (6, 117.4)],
            )
        },
    }


def notes():
    bank = FieldNotes(
        smooth_pct=58,
        coil="cracks_at_once",
        acid="strong",
        throws="unpleasant",
        raw_colour="rust",
        sand_mm=14,
        silt_mm=21,
        clay_mm=52,
        twist="bends",
    )
    smooth = FieldNotes(smooth_pct=88, coil="bends", acid="none", throws="pleasant", twist="bends")
    return {
        "a sandy bank": [notice.message for notice in field_notes.readings(bank)],
        "its layers": field_notes.layer_shares(bank),
        "low firing": field_notes.looks_low_firing(bank),
        "a smooth one": [notice.message for notice in field_notes.readings(smooth)],
        "not low firing": field_notes.looks_low_firing(smooth),
        "yield": field_notes.yield_of(7600, 4850, 6.2),
    }


def lines():
    typed = [
        BarLine("B1", "6", 100, 94.2, 88.1, 80, 81.3),
        BarLine("B1", "04", 100, 94.2, 92.4, 81.2, 88.6, frozenset({"looked"})),
        BarLine("B2", None, 100, 94.0, mass_g=88.2),
    ]
    return {"two bars": bar_lines.bars_of(typed, "boil_2h", 0.5, 0.1)}


PAGES = {
    "bars": bars,
    "doubts": doubts,
    "plans": plans,
    "soaks": soaks,
    "measured": measured,
    "notes": notes,
    "lines": lines,
}

test_page = page_test(__file__, PAGES)
