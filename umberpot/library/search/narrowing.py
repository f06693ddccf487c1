"""Filters of a search: what may be asked, and the part of it that no lookup can answer."""

import math
from collections.abc import Callable, Sequence
from typing import Any

from django import forms
from django.db.models import OuterRef, Subquery

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.judging.verdict import OVERALL
from claycore.measure import bounds
from claycore.testing.absorption import AgainstLimit
from umberpot.clays.figures import spread_records
from umberpot.clays.limits.services import limits_of
from umberpot.clays.verdicts.judging import judged_as_usual
from umberpot.colours.fields import ColourField
from umberpot.library.search.typed import LONGEST_TEXT
from umberpot.mixing.models import Mix
from umberpot.results.trials.results import tile_result
from umberpot.shelf.models import Material
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.models import ColourReading, Loading, Tile
from umberpot.tiles.progress import progress_of
from umberpot.ui.fields.measures import Choice, MeasureField

Asked = dict[str, Any]
"""What was asked, by the names of the kinds' filters."""

NEAR_DELTA_E = 6.0
"""Colours within this CIEDE2000 difference count as near: another shade, yet kin (about 1 is just
seen; common practice). Someone who looks for "that green" means more than its twins."""

MOST_JUDGED = 300
"""A verdict takes all the readings of a tile or a clay: of the newest so many it is worked out."""

SURFACES = [("", "any"), ("bare", "unglazed"), ("glazed", "glazed")]
WHAT_IS_READ = [("", "anything"), *((w, w) for w in ("shrinkage", "absorption", "colour"))]
VERDICTS = [
    ("", "any"),
    (AgainstLimit.WITHIN, "within its limit"),
    (AgainstLimit.OVER, "over its limit"),
    (AgainstLimit.NOT_DECIDED, "inconclusive"),
]
SUITS = [("", "any"), *((overall, word.lower()) for overall, word in OVERALL.items())]
CONES = [("", "any"), *((cone, cone) for cone in cones.CONES)]


def _day(label: str) -> forms.DateField:
    return forms.DateField(
        required=False, label=label, widget=forms.DateInput(attrs={"type": "date"})
    )


class SearchForm(forms.Form):
    """Words and filters; everything may be left open."""

    q = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Search for")
    material = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Material")
    pct_from = MeasureField(bounds.PERCENTAGE, required=False, label="Percentage from")
    pct_to = MeasureField(bounds.PERCENTAGE, required=False, label="Percentage to")
    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    cone = Choice(choices=CONES, required=False, label="Cone")
    surface = Choice(choices=SURFACES, required=False, label="Surface")
    read = Choice(choices=WHAT_IS_READ, required=False, label="Read")
    verdict = Choice(choices=VERDICTS, required=False, label="Absorption")
    suits = Choice(choices=SUITS, required=False, label="Clay verdict")
    near = ColourField("Colour close to", required=False)
    since = _day("Since")
    until = _day("Until")
    who = forms.CharField(max_length=150, required=False, label="By")

    @property
    def filters(self) -> list[forms.BoundField]:
        """The fields beside the words."""
        return [field for field in self if field.name != "q"]

    def asked(self) -> Asked:
        """What was asked that makes sense; what does not is said at its field."""
        self.full_clean()
        told = {k: v for k, v in getattr(self, "cleaned_data", {}).items() if v not in (None, "")}
        told.pop("q", None)
        low, high = told.pop("pct_from", None), told.pop("pct_to", None)
        if low is not None or high is not None:
            told["pct"] = (low or 0.0, math.inf if high is None else high)
        return told


def narrowed(rows: Sequence[Any], asked: Asked) -> list[Any]:
    """Those of the rows that meet what no lookup answers; nearest first, if a colour is asked."""
    kept = list(rows)
    for name, narrow in NARROWING.items():
        if kept and name in asked:
            kept = narrow(kept, asked)
    return kept


def _of_pct(rows: list[Any], asked: Asked) -> list[Any]:
    return [row for row in rows if _has_pct(row, asked["pct"], asked.get("material", ""))]


def _of_verdict(tiles: list[Tile], asked: Asked) -> list[Tile]:
    found = _verdicts(tiles[:MOST_JUDGED])
    return [tile for tile in tiles if found.get(tile.pk) == asked["verdict"]]


def _suiting(clays: list[Material], asked: Asked) -> list[Material]:
    judged = judged_as_usual(clays[0].studio, [clay.pk for clay in clays[:MOST_JUDGED]])
    suiting = {key for key, one in judged.items() if one.verdict.overall == asked["suits"]}
    return [clay for clay in clays if clay.pk in suiting]


def _near(tiles: list[Tile], asked: Asked) -> list[Tile]:
    far = _differences(tiles, asked["near"])
    near = [tile for tile in tiles if far.get(tile.pk, math.inf) <= NEAR_DELTA_E]
    return sorted(near, key=lambda tile: far[tile.pk])


def _has_pct(row: Tile | Mix, within: tuple[float, float], material: str) -> bool:
    """Whether a colourant, or the one that is named, is in it within these percentages."""
    mix = row.mix if isinstance(row, Tile) else row
    pcts = mix.said_pcts if mix and mix.made_of else {}
    named = {k: v for k, v in pcts.items() if material and material.casefold() in k.casefold()}
    low, high = within
    return any(low <= pct <= high for pct in (named or pcts).values())


def _verdicts(tiles: Sequence[Tile]) -> dict[int, AgainstLimit]:
    """How the absorption of each stands to the limit its trial is judged by, by key."""
    studio = tiles[0].studio
    records, limits = spread_records(studio), {}
    found: dict[int, AgainstLimit] = {}
    rows = tiles_with_history(keys=[tile.pk for tile in tiles])
    for tile in rows:
        judged_as = (tile.trial.ware, tile.trial.school)
        if judged_as not in limits:
            limits[judged_as] = limits_of(studio, *judged_as)
        result = tile_result(progress_of(tile), limits[judged_as], records)
        if result.verdict:
            found[tile.pk] = result.verdict.outcome
    return found


def _differences(tiles: Sequence[Tile], wanted: Lab) -> dict[int, float]:
    """How far the fired colour of each tile is from the wanted one, by key: its nearest half.

    A tile that was fired again has the colour it came out with last.
    """
    last = Loading.objects.filter(tile=OuterRef("tile")).order_by("-firing__fired_on", "-pk")
    standing = ColourReading.objects.filter(
        superseded_at=None,
        tile__in=[tile.pk for tile in tiles],
        firing=Subquery(last.values("firing")[:1]),
    )
    found: dict[int, float] = {}
    for reading in standing:
        far = ciede2000(wanted, reading.lab)
        found[reading.tile_id] = min(far, found.get(reading.tile_id, math.inf))
    return found


NARROWING: dict[str, Callable[[list[Any], Asked], list[Any]]] = {
    "pct": _of_pct,
    "verdict": _of_verdict,
    "suits": _suiting,
    "near": _near,
}
"""The filters that look at rows, by name, in the order they are asked: what sorts is last."""
