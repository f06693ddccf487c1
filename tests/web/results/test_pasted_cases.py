"""The clays judged by hand, asked of the running application: the same verdict as of a page."""

import pytest
from django.test import Client

from tests.core.judging.test_clay_cases import CASES, DENSE_SHRINKS, OPEN_FROM_PCT, OPEN_SHRINKS

# What the query has no words for: a cold soak beside the boil, a piece hung in water, no firing.
ASKABLE = [
    case
    for case in CASES
    if case["fired"] and not any("cold" in one or "density" in one for one in case["fired"])
]


def query_of(case):
    bars, sags = [], []
    drying = case.get("drying", 6)
    for one in case["fired"]:
        absorbs, cone = one.get("absorbs"), one["cone"]
        usual = OPEN_SHRINKS if absorbs and absorbs > OPEN_FROM_PCT else DENSE_SHRINKS
        fired = 100 - one.get("total", usual)
        soaked = "" if absorbs is None else f"{80 * (1 + absorbs / 100):.3f}"
        seen = "+".join(one.get("seen", ["looked"]))
        for number in range(one.get("bars", 3)):
            code = f"{cone}-{number}"
            dried = "+".join(case.get("dry_seen", ["looked"]))
            bars += [
                f"{code}::100:{100 - drying}::::{dried}",
                f"{code}:{cone}:100:{100 - drying}:{fired}:80:{soaked}:{seen}",
            ]
            if "sag" in one:
                sags.append(
                    f"{code}:{cone}:{one['sag']}:{one.get('span', 90)}:{one.get('thick', 10)}"
                )
    query = {
        "bar": bars,
        "sag": sags,
        "kind": "dug" if case.get("dug", True) else "bought",
        "acid": case.get("acid", ""),
        "cone": case.get("judged_at", ""),
        "glazed": "yes" if case.get("glazed") else "no",
        "purpose": case.get("purpose", "tableware"),
        "ware": case.get("ware", "stoneware"),
        "method": case.get("method", "boil_soak"),
        "ruler_step": "0.5",
        "scale_step": "0.1",
    }
    if case.get("dug", True):
        query["smooth_pct"] = str(case.get("smooth", 80))
    if told := case.get("label"):
        query |= {"claim_cones": "-".join(told["cones"]), "claim_absorption_pct": told["absorbs"]}
        query["claim_absorption_cone"] = told.get("at") or ""
    return {key: value for key, value in query.items() if value not in ("", [])}


@pytest.mark.parametrize("case", ASKABLE, ids=lambda case: case["name"])
def test_a_case_is_judged_alike_over_the_wire(case):
    got = Client().get("/results/clay/", query_of(case), headers={"accept": "application/json"})
    assert got.status_code == 200, got.content
    body = got.json()
    assert body["verdict"] == case["verdict"], case["why"]
    assert set(body["fails"]) >= set(case.get("fails", []))
    assert bool(body["fails"]) == bool(case.get("fails"))
    assert set(body["open"]) >= set(case.get("open", []))
    codes = [one["code"] for one in body["advice"]]
    first = case.get("advice", [])
    assert codes[: len(first)] == first
    assert not set(case.get("never", [])) & set(codes)
    assert body["headline"] == case.get("headline", body["headline"])


def test_most_cases_can_be_asked():
    assert len(ASKABLE) > 0.8 * len(CASES)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"sag": "B1:6:4"}, "sag"),
        ({"kind": "found"}, "kind"),
        ({"smooth_pct": "130"}, "smooth_pct"),
        ({"acid": "some"}, "acid"),
        ({"cone": "66"}, "cone"),
        ({"claim_cones": "8-5"}, "claim_cones"),
        ({"claim_cones": "five"}, "claim_cones"),
        ({"claim_absorption_pct": "-1"}, "claim_absorption_pct"),
        ({"bar": "B1:6:100:94:88:80:80.8:danced"}, "bar"),
        ({"glazed": "perhaps"}, "glazed"),
    ],
)
def test_what_cannot_be_is_said_at_its_field(change, field):
    query = {"bar": "B1:6:100:94:88:80:80.8:looked", **change}
    got = Client().get("/results/clay/", query, headers={"accept": "application/json"})
    assert got.status_code == 400
    assert field in [error["field"] for error in got.json()["errors"]]
    page = Client().get("/results/clay/", query)
    assert page.status_code == 400
