"""``/openapi.json`` describes every calculator as it answers."""

import pytest
from django.test import Client

from tests.web.results.test_calculators import URLS, answer
from umberpot.bench.openapi.document import calculators

CONTRACT = {
    *("/mix/dose/", "/mix/adjust/", "/mix/series/", "/mix/grid/", "/mix/check-sum/"),
    *("/results/shrinkage/", "/results/absorption/", "/results/clay/", "/results/ware/"),
    *(
        "/kiln/cone/",
        "/kiln/schedule/",
        "/kiln/load/",
        "/kiln/outcome/",
        "/surface/amount/",
        "/surface/plan/",
    ),
    *("/results/colour-difference/", "/results/colour-series/", "/results/colour-match/"),
    "/results/colour-next/",
}
KINDS = {
    "string": str,
    "number": (int, float),
    "integer": int,
    "boolean": bool,
    "array": list,
    "object": dict,
    "null": type(None),
}


@pytest.fixture(scope="module")
def described():
    return Client().get("/openapi.json").json()


def fits(value, schema, where="answer"):
    """A value against a schema of those that the description is made of; says where it does not."""
    if "anyOf" in schema:
        assert any(_fits(value, one) for one in schema["anyOf"]), (where, value)
        return
    if not schema:
        return
    kind = KINDS[schema["type"]]
    assert isinstance(value, kind), (where, value, schema)
    assert "enum" not in schema or value in schema["enum"], (where, value)
    for name in schema.get("required", ()):
        assert name in value, (where, name)
    for name, inner in schema.get("properties", {}).items():
        fits(value[name], inner, f"{where}.{name}")
    if schema["type"] == "array":
        each = schema.get("prefixItems") or [schema["items"]] * len(value)
        for one, inner in zip(value, each, strict=True):
            fits(one, inner, f"{where}[]")
    if isinstance(schema.get("additionalProperties"), dict):
        for one in value.values():
            fits(one, schema["additionalProperties"], f"{where}[key]")


def _fits(value, schema):
    try:
        fits(value, schema)
    except AssertionError:
        return False
    return True


def test_it_needs_no_account_and_has_every_calculator(described):
    assert described["openapi"].startswith("3.1")
    assert set(described["paths"]) == set(calculators())
    assert set(described["paths"]) >= CONTRACT


def test_every_key_of_a_query_is_described_and_repeated_ones_are_lists(described):
    for address, view in calculators().items():
        told = {one["name"]: one for one in described["paths"][address]["get"]["parameters"]}
        assert list(told) == list(view.form_class().fields)
        assert all(one["description"] for one in told.values())
    dose = {one["name"]: one for one in described["paths"]["/mix/dose/"]["get"]["parameters"]}
    assert dose["add"]["schema"]["type"] == "array"
    assert dose["state"]["schema"]["enum"] == ["dry", "plastic", "slip"]
    clay = {one["name"]: one for one in described["paths"]["/results/clay/"]["get"]["parameters"]}
    assert (clay["bar"]["required"], clay["glazed"]["required"]) == (True, False)
    assert clay["glazed"]["schema"]["default"] == "no"


@pytest.mark.parametrize("name", URLS)
def test_what_a_calculator_answers_fits_its_description(described, name):
    address, query = URLS[name]
    told = described["paths"][address]["get"]["responses"]["200"]["content"]["application/json"]
    body = answer(address, query)
    assert set(body) == set(told["schema"]["properties"])
    fits(body, told["schema"])


def test_what_does_not_fit_is_noticed():
    assert not _fits({"a": "x"}, {"type": "object", "properties": {"a": {"type": "number"}}})
    assert not _fits("down", {"type": "string", "enum": ["half"]})
    assert not _fits(["1"], {"type": "array", "items": {"type": "integer"}})
