"""One clay's results to hand on: chart, swatches, verdict, figures, methods, uncertainties."""

from collections.abc import Iterable
from datetime import date

from django.utils.text import capfirst

from claycore.firing import cones
from claycore.judging.limits import SCHOOL_WORDS, WARES
from claycore.judging.purposes import PURPOSES
from claycore.measure.formatting import counted, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.soaking import METHODS
from umberpot.clays.verdicts.chart import ChartSeries, chart
from umberpot.clays.verdicts.judging import JudgedClay
from umberpot.clays.verdicts.sentences import range_sentences, spread_words
from umberpot.clays.verdicts.tables import figure_rows, seen_at
from umberpot.tiles.models import Tile
from umberpot.ui.reports.blocks import (
    DrawingBlock,
    Report,
    ReportSection,
    ReportSwatch,
    Swatches,
    TableBlock,
    Text,
)

_MOST_SWATCHES = 10


def clay_report(judged: JudgedClay, bars: Iterable[Tile], made_on: date) -> Report:
    """What is known of a clay, judged as its page is."""
    found, limit_pct = judged.record.results, judged.limits.dense.high_pct
    clay = judged.record.clay
    as_what = judged.as_what
    judged_as = f"For {PURPOSES[as_what.purpose]}, as {WARES[as_what.ware]}"
    if judged.evidence.cone:
        judged_as += f", judged at cone {judged.evidence.cone}"
    pictures = [
        DrawingBlock(chart([ChartSeries(clay.name, found.cones)], limit_pct, judged.evidence.range))
    ]
    ranges = range_sentences(judged.evidence.range, limit_pct)
    swatches = _swatches(bars)
    return Report(
        title=clay.name,
        subtitle=_origin(judged),
        studio=str(clay.studio),
        made_on=made_on,
        headline=f"{judged.headline}.",
        blocks=[
            Text(f"{judged_as}. {judged.verdict.reason}"),
            *[Text(held.sentence) for held in judged.label],
            Text(_other_purposes(judged)),
            *(pictures if found.cones else []),
            *[Text(sentence, lead=heading) for heading, sentence in ranges],
        ],
        sections=[
            ReportSection("Fired colour", [Swatches(swatches)] if swatches else []),
            ReportSection(
                "Figures",
                [Text(_before_firing(judged)), *([_figures(judged)] if found.cones else [])],
            ),
            ReportSection("Checks", [_rules(judged)]),
            ReportSection("Methods", _methods(judged)),
        ],
    )


def _other_purposes(judged: JudgedClay) -> str:
    """What it comes to for everything else that it may be wanted for."""
    others = [
        f"{PURPOSES[purpose]}: {verdict.title.lower()}"
        for purpose, verdict in judged.verdicts.items()
        if purpose != judged.as_what.purpose
    ]
    return f"For other purposes: {'; '.join(others)}."


def _origin(judged: JudgedClay) -> str:
    clay = judged.record.clay
    parts = [clay.get_kind_display()]
    sheet = getattr(clay, "sheet", None)
    if sheet:
        where = sheet.place if sheet.shows_place else ""
        parts += [where, f"dug {sheet.dug_on:%-d %b %Y}" if sheet.dug_on else ""]
    parts += [f"{part.share_pct:g} % {part.clay}" for part in clay.blend_parts.all()]
    parts.append(counted(judged.record.results.bars, "bar"))
    return " · ".join(part for part in parts if part)


def _swatches(bars: Iterable[Tile]) -> list[ReportSwatch]:
    """Fired colours from coolest to hottest; as many of each cone as a row has room for."""
    by_cone: dict[str, list[ReportSwatch]] = {}
    for bar in bars:
        seen = {c.firing_id: c for c in bar.colours.all() if c.is_current}
        for firing in bar.firings:
            if firing.cone and firing.pk in seen:
                swatch = ReportSwatch(seen[firing.pk].lab.hex, bar.code, f"cone {firing.cone}")
                by_cone.setdefault(firing.cone, []).append(swatch)
    each = max(1, _MOST_SWATCHES // max(1, len(by_cone)))
    hottest_last = sorted(by_cone, key=cones.order)
    return [one for cone in hottest_last for one in by_cone[cone][:each]][:_MOST_SWATCHES]


def _before_firing(judged: JudgedClay) -> str:
    found = judged.record.results
    known = [
        f"{title} {with_u95(estimate.value, estimate.u95)} %"
        for title, estimate in (
            ("drying shrinkage", found.drying),
            ("water of plasticity, on dry clay,", found.water_of_plasticity),
        )
        if estimate
    ]
    return f"Before firing: {'; '.join(known) or 'not measured'}."


def _figures(judged: JudgedClay) -> TableBlock:
    found = judged.record.results
    head = ["", *(f"cone {at.cone}, {counted(at.bars, 'bar')}" for at in found.cones)]
    rows = [
        [
            f"{row.title}, {row.unit}" if row.unit else row.title,
            *(_cell(estimate) for estimate in row.cells),
        ]
        for row in figure_rows(found)
    ]
    rows.append(["Observations", *(seen_at(at) or "–" for at in found.cones)])
    cell = 0.68 / max(1, len(found.cones))
    return TableBlock(head, rows, [0.32, *([cell] * len(found.cones))])


def _cell(estimate: Estimate | None) -> str:
    if estimate is None:
        return "–"
    return f"{with_u95(estimate.value, estimate.u95)} ({estimate.count})"


def _rules(judged: JudgedClay) -> TableBlock:
    rows = [
        [
            line.title,
            line.finding.measured,
            f"{line.finding.limit} ({line.finding.school})",
            line.outcome.words,
        ]
        for line in judged.verdict.lines
        if line.matters
    ]
    return TableBlock(["Check", "Measured", "Limit", ""], rows, (0.28, 0.24, 0.36, 0.12))


def _methods(judged: JudgedClay) -> list[Text]:
    found = judged.record.results
    used = {method for at in found.cones for method in at.soaks}
    lines = [
        f"{METHODS[m].title}: {METHODS[m].steps} {capfirst(METHODS[m].standing)}."
        for m in sorted(used)
    ]
    lines += [
        "Shrinkage as ASTM C326 defines it, absorption, porosity and density as ASTM C373 and C20."
        " Numbers in brackets are numbers of bars. ± is about 95 % (JCGM 100:2008): what"
        " identical bars in the studio differ by, moderated (Smyth 2004), and never less than the"
        " steps of scale and ruler leave open.",
        f"By {SCHOOL_WORDS[judged.as_what.school]}; common practice or the"
        " studio's own. This report does not show that ware is food-safe. Only an"
        " accredited laboratory and local law can decide that.",
        *found.problems,
        *spread_words(found, judged.evidence.cone),
    ]
    return [Text(line, small=True) for line in lines]
