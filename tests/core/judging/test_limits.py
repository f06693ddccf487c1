"""What absorption each ware may have: the two columns that potters quote, common practice."""

import pytest

from claycore.judging.limits import ABSORPTION_LIMITS, limit
from claycore.measure.errors import UnknownChoice

QUOTED = {
    ("porcelain", "strict"): "at most 0.5 %",
    ("stoneware", "strict"): "at most 1.5 %",
    ("earthenware", "strict"): "3–5 %",
    ("tableware", "strict"): "at most 2 %",
    ("porcelain", "loose"): "0.5–3 %",
    ("stoneware", "loose"): "2–6 %",
    ("earthenware", "loose"): "5–14 %",
    ("tableware", "loose"): "5–6 %",
}


def test_every_limit_is_the_one_that_is_quoted():
    assert {key: one.text for key, one in ABSORPTION_LIMITS.items()} == QUOTED


def test_the_loose_column_never_asks_for_more_than_the_strict_one():
    for ware in ("porcelain", "stoneware", "earthenware", "tableware"):
        assert limit(ware, "loose").high_pct > limit(ware, "strict").high_pct


@pytest.mark.parametrize(
    ("ware", "school", "field"), [("glass", "strict", "ware"), ("porcelain", "lax", "school")]
)
def test_what_nobody_quotes_is_named(ware, school, field):
    with pytest.raises(UnknownChoice) as raised:
        limit(ware, school)
    assert raised.value.field == field
