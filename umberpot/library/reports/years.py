"""The report of a year: what was made, what was concluded, and how often it was expected."""

from collections.abc import Iterable
from datetime import date, datetime

from django.db.models import Count

from umberpot.kiln.models import Firing
from umberpot.library.models import Finding
from umberpot.library.reports import common
from umberpot.mixing.models import Mix
from umberpot.studio.models import Studio
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.reports.blocks import Grid, Report, Section, Text

MOST_ROWS = 200


def report_of_year(studio: Studio, year: int, made_on: date) -> Report:
    """Everything of a calendar year that is worth a line."""
    made = {"made_at__year": year}
    trials = Trial.objects.of(studio).filter(**made).annotate(count=Count("tiles"))
    firings = Firing.objects.of(studio).filter(fired_on__year=year).select_related("kiln")
    findings = Finding.objects.of(studio).filter(**made).select_related("made_by")
    mixes = Mix.objects.of(studio).kept().filter(finished_at__year=year).count()
    tiles = Tile.objects.of(studio).filter(**made).count()
    concluded = [_finding(one) for one in findings.order_by("made_at")[:MOST_ROWS]]
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
        headline=f"{', '.join(common.counted(*one) for one in counts)}.",
        sections=[
            Section("Findings", concluded),
            Section("Trials of factors", _factors(studio, year)),
            Section("Trials", _trials(begun)),
            Section("Firings", _firings(list(firings.order_by("fired_on")[:MOST_ROWS]))),
            common.methods(),
        ],
    )


def _finding(one: Finding) -> Text:
    superseded = " Superseded since." if hasattr(one, "superseded_by") else ""
    return Text(f"{one.sentence}{superseded} ({one.made_by})", lead=common.day(one.made_at))


def _factors(studio: Studio, year: int) -> list[Text]:
    rows = FactorTrial.objects.of(studio).kept().filter(made_at__year=year)
    return [
        Text(f"came {one.said_outcome}" if one.said_outcome else "open", lead=one.name)
        for one in rows.order_by("made_at")[:MOST_ROWS]
    ]


def _trials(rows: Iterable[tuple[datetime, str, int]]) -> list[Grid]:
    told = [[common.day(made_at), name, str(count)] for made_at, name, count in rows]
    return [Grid(("Begun", "Trial", "Pieces"), told, (0.25, 0.6, 0.15))] if told else []


def _firings(rows: list[Firing]) -> list[Grid]:
    told = [
        [f"{one.fired_on:%-d %B %Y}", f"cone {one.heat}", str(one.kiln or ""), one.note]
        for one in rows
    ]
    head = ("Day", "Fired to", "Kiln", "Note")
    return [Grid(head, told, (0.22, 0.18, 0.2, 0.4))] if told else []
