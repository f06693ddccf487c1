"""The fired colours that mixes, stains and clays have by now, for wherever they are listed."""

from collections.abc import Iterable
from dataclasses import dataclass

from django.db.models import F, Q, QuerySet, Window
from django.db.models.functions import RowNumber

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.measure.formatting import percentage
from umberpot.firings.models.atmospheres import heat_in_words
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.tiles.models import NOT_NAMED, UNGLAZED, ColourReading

MOST_OF_A_STAIN = 4
_LOOKED_AT = 24
"""The latest readings of a stain that its strengths are picked from."""


@dataclass(frozen=True)
class FiredLook:
    """A fired colour, and what it is the colour of: never that of the raw powder.

    ``pct`` is its strength where it is one of several of a stain; ``cone``, with its air, where it
    is one of several of a clay.
    """

    lab: Lab
    code: str
    where: str
    pct: float = 0.0
    cone: str = ""

    @property
    def words(self) -> str:
        """Its percentage where it is one of several, its clay and firing, and its tile."""
        strength = f"{percentage(self.pct)} % in " if self.pct else ""
        return f"{strength}{self.where} ({self.code})"

    @property
    def fill(self) -> str:
        return self.lab.hex


def surface_of(reading: ColourReading) -> str:
    """What is on the half that was read: 'unglazed', its glaze, 'glaze not named'."""
    if not reading.tile.glazed or reading.of_bare_half:
        return UNGLAZED
    return reading.tile.glaze_name or NOT_NAMED


def look_of(reading: ColourReading, mix: Mix, pct: float = 0.0) -> FiredLook:
    """A colour that was read of a tile of a mix; ``pct`` where it is one strength of several."""
    heat = reading.firing.heat if reading.firing else ""
    where = f"{mix.clay_name}, {heat}, {surface_of(reading)}"
    return FiredLook(reading.lab, reading.tile.code, where, pct)


def current_looks() -> QuerySet[ColourReading]:
    """Colours that stand; not those of a fire without a cone, where no two pieces are alike."""
    stand = ColourReading.objects.filter(superseded_at=None, tile__set_aside_at=None)
    found: QuerySet[ColourReading] = stand.exclude(firing__cone="")
    return found.select_related("tile__mix", "tile__glaze", "firing")


def note_mixes(mixes: Iterable[Mix]) -> None:
    """Gives each mix its ``fired``: the colour of the tile of it that was fired last, or None."""
    by_key = {mix.pk: mix for mix in mixes}
    for mix in by_key.values():
        mix.fired = None
    newest = [F("firing__fired_on").desc(), F("of_bare_half").asc(), F("pk").asc()]
    latest = Window(RowNumber(), partition_by=F("tile__mix"), order_by=newest)
    rows = current_looks().filter(tile__mix__in=by_key).annotate(place=latest).filter(place=1)
    for reading in rows:
        mix = by_key[reading.tile.mix_id or 0]
        mix.fired = look_of(reading, mix)


def note_plans(plans: Iterable[Plan]) -> None:
    """Gives each plan its ``fired``: the colours of its tiles in the order of its mixes."""
    shown = list(plans)
    found: dict[int, list[Lab]] = {plan.pk: [] for plan in shown}
    rows = current_looks().filter(tile__mix__plan__in=shown, of_bare_half=False)
    for reading in rows.order_by("tile__mix__plan_position", "tile", "pk"):
        if reading.tile.mix and reading.tile.mix.plan_id:
            found[reading.tile.mix.plan_id].append(reading.lab)
    for plan in shown:
        plan.fired = found[plan.pk]


def note_stains(materials: Iterable[Material]) -> None:
    """Gives each material its ``fired``: colours of tiles that it alone colours, palest first.

    All are of one clay and firing: that of the tile that was fired last.
    """
    by_key = {material.pk: material for material in materials}
    found: dict[int, dict[float, FiredLook]] = {key: {} for key in by_key}
    stain = F("tile__mix__parts__material")
    latest = Window(
        RowNumber(), partition_by=stain, order_by=[F("firing__fired_on").desc(), F("pk").desc()]
    )
    rows = current_looks().filter(tile__mix__parts__material__in=by_key).annotate(stain=stain)
    for reading in rows.annotate(place=latest).filter(place__lte=_LOOKED_AT).order_by("place"):
        mix = reading.tile.mix
        pcts = mix.said_pcts if mix else {}
        if mix and list(pcts) == [by_key[reading.stain].name]:
            (pct,) = pcts.values()
            look, there = look_of(reading, mix, pct), found[reading.stain]
            if all(other.where == look.where for other in there.values()):
                there.setdefault(pct, look)
    for key, material in by_key.items():
        looks = sorted(found[key].values(), key=lambda look: look.pct)
        material.fired = looks[:MOST_OF_A_STAIN]


def note_clays(materials: Iterable[Material]) -> None:
    """Gives each clay its ``fired``: its latest bare colour at each cone, coolest first.

    All are of one atmosphere: that of the piece that was fired last.
    """
    by_key = {material.pk: material for material in materials}
    found: dict[int, dict[str, FiredLook]] = {key: {} for key in by_key}
    air: dict[int, str] = {}
    newest = [F("firing__fired_on").desc(), F("pk").desc()]
    at_a_cone = [F("tile__clay"), F("firing__cone"), F("firing__atmosphere")]
    latest = Window(RowNumber(), partition_by=at_a_cone, order_by=newest)
    bare = current_looks().filter(Q(tile__glazed=False) | Q(of_bare_half=True))
    rows = bare.filter(tile__clay__in=by_key).annotate(place=latest).filter(place=1)
    for reading in rows.order_by(*newest):
        clay, firing = reading.tile.clay_id, reading.firing
        if clay and firing and air.setdefault(clay, firing.atmosphere) == firing.atmosphere:
            heat = heat_in_words(firing.cone, firing.atmosphere)
            where = f"{firing.heat}, {UNGLAZED}"
            look = FiredLook(reading.lab, reading.tile.code, where, cone=heat)
            found[clay][firing.cone] = look
    for key, material in by_key.items():
        material.fired = [found[key][cone] for cone in sorted(found[key], key=cones.order)]
