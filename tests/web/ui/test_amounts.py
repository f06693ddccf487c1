"""Weights and lengths as people write them: pounds and ounces, fractions of inches."""

import pytest
from django import forms

from claycore.measure import bounds
from claycore.mixing.series import NONE_OR_MORE
from umberpot.ui.fields.measures import MeasureField

JSON = {"accept": "application/json"}


@pytest.mark.parametrize(
    ("bound", "typed", "value"),
    [
        (bounds.LENGTH, "4 3/4 in", 120.65),
        (bounds.LENGTH, "4¾ in", 120.65),
        (bounds.LENGTH, '4 3/4"', 120.65),
        (bounds.LENGTH, "4-3/4 in", 120.65),
        (bounds.LENGTH, "3/8 in", 9.525),
        (bounds.LENGTH, "⅝ in", 15.875),
        (bounds.LENGTH, "9.4 cm", 94),
        (bounds.LENGTH, "94 1/2", 94.5),
        (bounds.MASS, "1 lb 4 oz", 566.9905),
        (bounds.MASS, "1lb 4oz", 566.9905),
        (bounds.MASS, "0,5 kg", 500),
        (bounds.MASS, "2 1/2 oz", 70.8738),
        (bounds.MASS, "12.5", 12.5),
        (NONE_OR_MORE, "0.4 oz", 11.3398),
        (bounds.VOLUME, "1.8 l", 1800),
    ],
)
def test_an_amount_is_read_as_it_is_written(bound, typed, value):
    assert MeasureField(bound).clean(typed) == pytest.approx(value, abs=1e-3)


@pytest.mark.parametrize(
    ("bound", "typed"),
    [
        (bounds.LENGTH, "4 3/0 in"),
        (bounds.LENGTH, "4 oz"),
        (bounds.MASS, "4 in"),
        (bounds.MASS, "1 lb 4"),
        (bounds.MASS, "lb"),
        (bounds.MASS, "4 stones"),
        (bounds.PERCENTAGE, "3/4"),
        (bounds.WATER, "21 g"),
    ],
)
def test_what_is_no_such_amount_is_refused(bound, typed):
    with pytest.raises(forms.ValidationError):
        MeasureField(bound).clean(typed)


@pytest.mark.parametrize(
    ("mass", "unit", "dry_g"),
    [
        ("10 oz", "g", 283.495),
        ("10 oz", "kg", 283.495),
        ("1 lb 4 oz", "lb", 566.9905),
        ("500 g", "oz", 500),
        ("10", "oz", 283.495),
    ],
)
def test_a_unit_that_is_typed_counts_and_the_one_beside_it_does_not(client, mass, unit, dry_g):
    query = {"mass": mass, "unit": unit, "state": "dry", "add": "Blue:4"}
    found = client.get("/mix/dose/", query, headers=JSON).json()
    assert found["dry_clay_g"] == pytest.approx(dry_g, abs=1e-3)


def test_each_of_some_lengths_may_have_its_own_unit(client):
    query = {"wet": "5 in", "dry": "119.4", "fired": "11.4 cm", "unit": "mm"}
    found = client.get("/results/shrinkage/", query, headers=JSON).json()
    assert found["drying_pct"] == pytest.approx(100 * (127 - 119.4) / 127)
    assert found["total_pct"] == pytest.approx(100 * (127 - 114) / 127)


def test_a_tile_in_ounces_and_a_bag_in_ounces(client):
    query = {"pcts": "3,6", "tile_g": "1 oz", "powder_g": "0.5 oz"}
    found = client.get("/mix/series/", query, headers=JSON).json()
    assert found["tile_dry_g"] == pytest.approx(28.3495, abs=1e-3)


def test_a_volume_beside_a_weights_unit_is_asked_about(client):
    query = {"what": "bucket", "specific_gravity": "1.4", "amount": "1.8 l", "amount_unit": "kg"}
    refused = client.get("/mix/slip/", query, headers=JSON)
    assert refused.status_code == 400
    assert [error["field"] for error in refused.json()["errors"]] == ["amount"]
