"""``/surface/plan/``: steps, rules and amounts without an account, as a kept plan has them."""

import pytest
from django.test import Client

from claycore.surface.coats import Technique
from tests.core.surface.cases import CASES
from tests.pages import words_of

PLATE = {
    "technique": "joggled",
    "area": "900",
    "coat": ["Cream:pour:1:0.8:85", "Rust:trail:1:0.8:40", "Slate:trail:1:0.8:38"],
    "covers": ["Rust:35", "Slate:20"],
}


def ask(status=200, **asked):
    answer = Client().get("/surface/plan/", asked, headers={"Accept": "application/json"})
    assert answer.status_code == status, answer.content
    return answer.json()


def codes(answer):
    return " ".join(step["code"] for step in answer["steps"])


def test_s3_a_joggled_plate():
    answer = ask(**PLATE)
    assert codes(answer) == ("slab coat coat coat tilt leather_hard cut former dry_slowly bisque")
    assert [step["coat"] for step in answer["steps"][:5]] == [None, "Cream", "Rust", "Slate", None]
    assert [one["slip_ml"] for one in answer["amounts"]] == pytest.approx([80, 28, 16])
    assert [one["covers_pct"] for one in answer["amounts"]] == [100, 35, 20]
    assert {one["keeps"] for one in answer["advice"]} == {True}
    hard = next(step for step in answer["steps"] if step["code"] == "leather_hard")
    assert (hard["least_min"], hard["most_min"]) == (240, 2880)


def test_what_holds_for_every_coat_is_said_once_and_what_does_not_names_its_coats():
    slips = {"technique": "coats", "area": "300", "body": "60"}
    coats = ["Flint:brush:2:0.3:80", "Heather:brush:1:0.3:45", "Peat:brush:1:0.3:20"]
    page = words_of(Client().get("/surface/plan/", {**slips, "coat": coats}))
    assert page.count("Applied to leather-hard clay.") == 1
    assert "Heather and Peat" not in page
    onto_bisque = [coats[0], *(f"{coat}:bisque" for coat in coats[1:])]
    page = words_of(Client().get("/surface/plan/", {**slips, "coat": onto_bisque}))
    assert page.count("Flint Applied to leather-hard clay.") == 1
    assert page.count("Heather and Peat Raw") == 1


def query_of(case):
    """A case as a query string has it."""
    coats = []
    for name, application, count, lightness, *more in case.coats:
        onto, kind, thick = (*more, None, None, None)[:3]
        parts = [name, application, count, thick or "", lightness, onto or "", kind or ""]
        coats.append(":".join(map(str, parts)))
    stack = case.stack
    query = {"technique": case.technique, "coat": coats}
    query["clear"] = stack.get("clear", "none")
    query["once_fired"] = "yes" if stack.get("once_fired") else "no"
    query["slip_shrinkage"] = [f"{name}:{pct}" for name, pct in stack.get("shrinkages", {}).items()]
    for key, name in (("body", "body_lightness"), ("body_shrinkage_pct",) * 2):
        if name in stack:
            query[key] = stack[name]
    return query


WITHOUT_A_SHELF = [case for case in CASES if "glaze_look" not in case.stack]
"""A glaze is looked up on the shelf of a studio, and who asks here has none."""


@pytest.mark.parametrize("case", WITHOUT_A_SHELF, ids=lambda case: case.code)
def test_the_cases_judged_by_hand_can_be_asked_of_the_application(case):
    answer = ask(**query_of(case))
    assert codes(answer) == case.steps
    by = {
        keeps: {a["rule"] for a in answer["advice"] if a["keeps"] is keeps}
        for keeps in (False, None)
    }
    assert by == {False: set(case.fails), None: set(case.notes)}, case.why
    assert answer["amounts"] == []


@pytest.mark.parametrize("technique", Technique)
def test_every_technique_answers_people_and_programs(technique):
    asked = {"technique": technique, "coat": ["Rust:brush:2::45"], "area": "250"}
    assert ask(**asked)["steps"]
    page = words_of(Client().get("/surface/plan/", asked))
    assert "What speaks for and against" in page or technique == "agate"
    assert ("Slip to make" in page) is (technique != "agate")


def test_the_usual_stands_in_for_what_is_left_out():
    answer = ask(coat="Rust:brush:2::", area="100")
    assert codes(answer) == "leather_hard coat shine coat dry bisque"
    (one,) = answer["amounts"]
    assert one["slip_ml"] == pytest.approx(100 * 0.03 * 2 / 0.9)
    on_bisque = ask(coat="Rust:brush:1::", onto="bisque")
    assert codes(on_bisque) == "dry bisque coat glaze_firing"


def test_a_body_may_be_given_as_a_colour():
    dark = ask(coat="Rust:brush:1::60", body="30, 4, 8")
    assert [one["rule"] for one in dark["advice"] if one["keeps"] is None] == ["light_under_colour"]


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"coat": []}, "coat"),
        ({"coat": ["Rust"]}, "coat"),
        ({"coat": ["Rust:rolled:1:0.8:40"]}, "coat"),
        ({"coat": ["Rust:brush:0:0.8:40"]}, "coat"),
        ({"coat": ["Rust:brush:1.5:0.8:40"]}, "coat"),
        ({"coat": ["Rust:brush:1:-2:40"]}, "coat"),
        ({"coat": ["Rust:brush:1:0.8:140"]}, "coat"),
        ({"coat": ["Rust:brush:1:0.8:40:moon"]}, "coat"),
        ({"coat": [":brush:1:0.8:40"]}, "coat"),
        ({"coat": ["Rust:brush:1:0.3:40"] * 31}, "coat"),
        ({"technique": "decal"}, "technique"),
        ({"area": "0"}, "area"),
        ({"covers": ["Rust:0"]}, "covers"),
        ({"covers": ["Rust:101"]}, "covers"),
        ({"covers": ["Rust"]}, "covers"),
        ({"body": "dark"}, "body"),
        ({"body": "400"}, "body"),
        ({"body_shrinkage_pct": "60"}, "body_shrinkage_pct"),
        ({"slip_shrinkage": ["Rust:-1"]}, "slip_shrinkage"),
        ({"clear": "matt"}, "clear"),
        ({"once_fired": "perhaps"}, "once_fired"),
    ],
)
def test_what_cannot_be_names_its_field(changed, field):
    answer = ask(400, **{**PLATE, **changed})
    assert {one["field"] for one in answer["errors"]} == {field}
    assert Client().get("/surface/plan/", {**PLATE, **changed}).status_code == 400


def test_a_stack_of_thirty_is_answered():
    answer = ask(coat=[f"Slip {n}:brush:1:0.3:{n}" for n in range(30)], technique="sponged_back")
    assert codes(answer).count("coat") == 30
