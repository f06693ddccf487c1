"""The report of a firing: its curve, its cones, and what was in it."""

from datetime import date

from django.db.models import Q
from django.template.defaultfilters import capfirst

from claycore.measure.errors import ClayError
from claycore.measure.formatting import counted, percentage
from umberpot.firings.models import Firing
from umberpot.kiln.logs.page import LogPage
from umberpot.kiln.outcomes.fires import fire_of
from umberpot.kiln.outcomes.sentences import shelf_said
from umberpot.kiln.outcomes.services import heats
from umberpot.library.models import Finding
from umberpot.library.reports import common, remembered
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import TileProgress, progress_of
from umberpot.ui.reports.blocks import (
    Block,
    DrawingBlock,
    Report,
    ReportSection,
    Swatches,
    TableBlock,
    Text,
)

MOST_TILES = 400
WIDTHS = (0.12, 0.68, 0.20)


def report_of_firing(studio: Studio, firing: Firing, made_on: date) -> Report:
    """A firing as it went, as far as anybody noted it."""
    where = Tile.objects.of(studio).filter(loadings__firing=firing)
    tiles = [progress_of(tile) for tile in where.with_history()[:MOST_TILES]]
    count = firing.loadings.count()
    pieces = counted(count, "piece")
    kiln = f", {firing.kiln}" if firing.kiln else ""
    of_firing = Finding.objects.of(studio).filter(firing=firing).select_related("made_by")
    return Report(
        title=f"Firing to {firing.heat}" if firing.cone else capfirst(firing.heat),
        subtitle=f"{firing.fired_on:%-d %B %Y}{kiln}, {pieces}",
        studio=str(studio),
        made_on=made_on,
        headline=_headline(firing),
        blocks=[Text(firing.note)] if firing.note else [],
        sections=[
            ReportSection("The fire", _fire(studio, firing)),
            ReportSection("Curve", _curves(firing)),
            ReportSection("Witness cones", [Text(said) for said in _shelves(firing)]),
            ReportSection("What was in it", _pieces(tiles, count)),
            ReportSection("Corrected since", [Text(one.summary) for one in firing.changes.all()]),
            common.findings(of_firing),
            remembered.of_thing(studio, Q(firing=firing)),
            common.methods(),
        ],
    )


def _fire(studio: Studio, firing: Firing) -> list[Block]:
    """What was noted of a fire without a cone, and what its pieces came to."""
    tiles = Tile.objects.of(studio).filter(loadings__firing=firing)
    fire = fire_of(studio, firing, tiles.with_readings()[:MOST_TILES])
    if fire is None:
        return []
    told = [Text(f"{said}.", lead=what) for what, said in fire.facts]
    came_to = [Text(f"{one.measured}.", lead=one.made_of) for one in fire.pieces if one.measured]
    return [*told, *([Text(fire.unusual)] if fire.unusual else []), *came_to, Text(fire.open_body)]


def _shelves(firing: Firing) -> list[str]:
    try:
        by_shelf = heats(firing)
    except ClayError as error:
        return [str(error)]
    return [f"Shelf {shelf + 1}: {shelf_said(heat)}." for shelf, heat in sorted(by_shelf.items())]


def _headline(firing: Firing) -> str:
    """What its latest log says of the cone that was recorded; nothing where there is no log."""
    log = firing.logs.order_by("pk").last()
    said = LogPage(log).against_recorded if log else ""
    return said or f"Recorded as {firing.heat}."


def _curves(firing: Firing) -> list[Block]:
    blocks: list[Block] = []
    for log in firing.logs.order_by("pk"):
        page = LogPage(log)
        if page.wide:
            blocks += [DrawingBlock(page.wide), Text(f"{page.lasted}, at most {page.peak} °C.")]
    return blocks


def _strength(tile: Tile) -> str:
    pcts = tile.mix.said_pcts.values() if tile.mix else []
    return " + ".join(f"{percentage(pct)} %" for pct in pcts) or "plain"


def _pieces(tiles: list[TileProgress], count: int) -> list[Block]:
    fired = [one for one in tiles if one.colour]
    swatches = [
        common.swatch_of(one.tile, one.colour.lab.hex, _strength(one.tile))
        for one in fired
        if one.colour
    ]
    rows = [[one.tile.code, one.tile.made_of, one.tile.trial.name] for one in tiles]
    blocks: list[Block] = [Swatches(swatches)] if swatches else []
    if rows:
        blocks.append(TableBlock(("Piece", "Of", "Trial"), rows, WIDTHS))
    if count > len(rows):
        blocks.append(Text(f"and {count - len(rows)} more", small=True))
    return blocks
