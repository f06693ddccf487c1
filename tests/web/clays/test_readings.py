"""Every reading of the studio as one file, as precise as it was measured."""

import csv
import io
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import pytest
from django.utils import timezone

from claycore.measure.formatting import to_two_digits
from umberpot.clays.readings import rows
from umberpot.firings.models import Firing
from umberpot.tiles.models import Reading, Tile


def rows_of(response):
    text = b"".join(response.streaming_content).decode("utf-8-sig")
    return list(csv.DictReader(io.StringIO(text)))


@pytest.fixture
def read(signed_in, world):
    """A tile with readings before and after a firing."""
    tile = Tile.objects.get(code=world["tiles:record"])
    signed_in.post(f"/tiles/{tile.code}/", {"stage": "dry", "length_dry": "94", "mass_dry": "81.1"})
    signed_in.post(f"/kiln/tiles/{tile.code}/", {"firing": Firing.objects.first().pk})
    seen = {"stage": "fired", "length_fired": "88.5", "colour": "#336699"}
    signed_in.post(f"/tiles/{tile.code}/", seen)
    return tile


def test_values_stand_to_the_step_of_their_instrument(signed_in, read):
    mine = {
        row["reading"]: row
        for row in rows_of(signed_in.get("/results/readings.csv"))
        if row["bar"] == read.code
    }
    assert mine["length_dry"]["value"] == "94.0"
    assert (mine["mass_dry"]["value"], mine["mass_dry"]["step"]) == ("81.1", "0.1")
    assert mine["length_fired"]["cone"] == "cone 6"
    assert mine["colour"]["note"] == "#336699"
    lab = tuple(float(mine["colour"][axis]) for axis in ("L", "a", "b"))
    assert lab == pytest.approx((42.01, -0.15, -32.85), abs=0.05)  # by colour-science
    assert mine["length_dry"]["made_of"] == "10 % Quay Blue in Ferry white"
    assert mine["length_dry"]["trial"] == "Secret"


@pytest.mark.parametrize("at_once", [1, 2, 400])
def test_every_piece_is_in_it_once_however_it_is_cut(signed_in, read, monkeypatch, at_once):
    monkeypatch.setattr(rows, "TILES_AT_ONCE", at_once)
    marked = [
        r["bar"]
        for r in rows_of(signed_in.get("/results/readings.csv"))
        if r["reading"] == "line_marked"
    ]
    assert marked == list(Tile.objects.order_by("pk").values_list("code", flat=True))


def test_a_stranger_gets_only_the_headings(stranger, read):
    assert rows_of(stranger.get("/results/readings.csv")) == []


@pytest.mark.parametrize(
    ("value", "u95", "shown"),
    [
        (3.1372, 0.3561, ("3.14", "0.36")),
        (11.93684, 0.4983, ("11.94", "0.50")),
        (11.93684, 4.983, ("11.9", "5.0")),
        (2.5, 0.0, ("2.5", "0")),
    ],
)
def test_results_stand_to_two_digits_of_their_uncertainty(value, u95, shown):
    """JCGM 100:2008, 7.2.6: at most two significant digits of an uncertainty."""
    assert to_two_digits(value, u95) == shown


def test_times_stand_by_the_studios_clock_and_by_utc(signed_in, read):
    at = datetime(2026, 11, 30, 20, 15, 7, 123456, tzinfo=UTC)
    Reading.objects.filter(tile=read, quantity="length_dry").update(made_at=at)
    with timezone.override(ZoneInfo("Asia/Kolkata")):
        rows = rows_of(signed_in.get("/results/readings.csv"))
    (row,) = [one for one in rows if one["bar"] == read.code and one["reading"] == "length_dry"]
    assert row["taken_at"] == "2026-12-01 01:45:07"
    assert row["taken_at_utc"] == "2026-11-30T20:15:07Z"
