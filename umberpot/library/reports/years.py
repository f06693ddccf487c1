"""The report of a year: what was concluded, made and used, and what was expected of it."""

from collections.abc import Iterable
from datetime import date, datetime

from django.db.models import Count, Sum

from claycore.measure.formatting import counted, plain
from claycore.mixing.cost import Priced, cost_of
from umberpot.colours.sentences import amount as money_in_words
from umberpot.firings.models import Firing
from umberpot.library.findings.captions import Caption, captions_of
from umberpot.library.models import Finding
from umberpot.library.reports import common
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material, StockMovement
from umberpot.studio.models import Studio
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.reports.blocks import (
    Block,
    Report,
    ReportSection,
    ReportSwatch,
    Swatches,
    TableBlock,
    Text,
)

MOST_ROWS = 200
TAKEN = (
    StockMovement.Reason.WEIGHED,
    StockMovement.Reason.CORRECTED,
    StockMovement.Reason.MISCOUNT,
)
"""What weighing takes from the shelf; counts and leftovers are no use."""

BOUGHT_OR_DUG = (
    *(Material.Kind.CLAY_BODY, Material.Kind.DUG_CLAY, Material.Kind.ADDITION),
    *Material.COLOURANTS,
)
"""Of what is mixed of these, nothing is counted again."""


def report_of_year(studio: Studio, year: int, made_on: date) -> Report:
    """Everything of a calendar year that is worth a line."""
    made = {"made_at__year": year}
    trials = Trial.objects.of(studio).filter(**made).annotate(count=Count("tiles"))
    firings = Firing.objects.of(studio).filter(fired_on__year=year).select_related("kiln")
    findings = Finding.objects.of(studio).filter(**made).select_related("made_by")
    mixes = Mix.objects.of(studio).kept().filter(finished_at__year=year).count()
    tiles = Tile.objects.of(studio).filter(**made).count()
    concluded = captions_of(findings.order_by("made_at")[:MOST_ROWS])
    begun = trials.order_by("made_at").values_list("made_at", "name", "count")[:MOST_ROWS]
    counts = (
        (mixes, "mix weighed out", "mixes weighed out"),
        (tiles, "tile or bar made", "tiles and bars made"),
        (firings.count(), "firing", "firings"),
        (trials.count(), "trial begun", "trials begun"),
        (findings.count(), "finding", "findings"),
    )
    return Report(
        title=f"{studio}, {year}",
        subtitle="A year of the studio" + (", so far" if made_on.year == year else ""),
        studio=str(studio),
        made_on=made_on,
        headline=f"{', '.join(counted(*one) for one in counts)}.",
        sections=[
            ReportSection("Findings", [block for one in concluded for block in _finding(one)]),
            ReportSection("Factor trials", _factors(studio, year)),
            ReportSection("Trials", _trials(begun)),
            ReportSection("Firings", _firings(list(firings.order_by("fired_on")[:MOST_ROWS]))),
            ReportSection("Materials used", _used(studio, year)),
            common.methods(),
        ],
    )


def _finding(caption: Caption) -> list[Block]:
    """What was concluded, and the fired colours of the tiles it speaks of."""
    one = caption.finding
    superseded = " Superseded since." if hasattr(one, "superseded_by") else ""
    said = Text(f"{one.sentence}{superseded} ({one.made_by})", lead=common.day(one.made_at))
    colours = [ReportSwatch(fill, code) for code, fill in caption.fills]
    return [said, *([Swatches(colours)] if colours else [])]


def _used(studio: Studio, year: int) -> list[Block]:
    """What was weighed out of what was bought or dug, and what that costs at today's prices."""
    taken = StockMovement.objects.of(studio).filter(reason__in=TAKEN, made_at__year=year)
    rows = (
        taken.filter(material__kind__in=BOUGHT_OR_DUG)
        .order_by("material__kind", "material__name")
        .values_list("material__name", "material__price_per_kg")
        .annotate(taken=Sum("grams"))
    )
    used = [
        Priced(name, -grams, None if price is None else float(price))
        for name, price, grams in rows
        if grams < 0
    ]
    if not used:
        return []
    told = [[one.name, f"{plain(one.grams, 1)} g", _money(one.cost, studio)] for one in used]
    cost = cost_of(used)
    total = f"{_money(cost.total, studio)} in total, at today’s prices."
    if cost.unpriced:
        total += f" Without a price: {', '.join(cost.unpriced)}."
    return [
        TableBlock(("Material", "Taken from the shelf", "Cost"), told, (0.5, 0.25, 0.25)),
        Text(total),
    ]


def _money(amount: float | None, studio: Studio) -> str:
    return "–" if amount is None else money_in_words(amount, studio.currency)


def _factors(studio: Studio, year: int) -> list[Text]:
    rows = FactorTrial.objects.of(studio).kept().filter(made_at__year=year)
    return [
        Text(one.said_outcome or "no result yet", lead=one.name)
        for one in rows.order_by("made_at")[:MOST_ROWS]
    ]


def _trials(rows: Iterable[tuple[datetime, str, int]]) -> list[TableBlock]:
    told = [[common.day(made_at), name, str(count)] for made_at, name, count in rows]
    return [TableBlock(("Begun", "Trial", "Pieces"), told, (0.25, 0.6, 0.15))] if told else []


def _firings(rows: list[Firing]) -> list[TableBlock]:
    told = [[f"{one.fired_on:%-d %B %Y}", one.heat, str(one.kiln or ""), one.note] for one in rows]
    head = ("Day", "Firing", "Kiln", "Note")
    return [TableBlock(head, told, (0.22, 0.18, 0.2, 0.4))] if told else []
