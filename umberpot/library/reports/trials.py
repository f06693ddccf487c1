"""The report of a trial: what it was made to find, its colours, figures and verdicts."""

from collections.abc import Sequence
from datetime import date

from claycore.judging.limits import SCHOOL_WORDS, WARES
from claycore.measure.formatting import counted
from umberpot.clays.figures import spread_records
from umberpot.clays.limits.services import limits_of
from umberpot.colours.fired import fired_colours
from umberpot.colours.summary import colours_summary
from umberpot.library.findings.sentences import of_expectation
from umberpot.library.models import Finding
from umberpot.library.reports import common, remembered
from umberpot.library.reports.clays import report_of_clay
from umberpot.results.trials import results
from umberpot.results.trials.campaigns import first_tiles, headline_of, prices_for
from umberpot.results.trials.grids import (
    SHOWN_AS,
    GridShows,
    ResultCell,
    ResultGrid,
    result_grids,
    tiles_of_grid,
)
from umberpot.results.trials.results import Replicates, TileResult
from umberpot.results.trials.shelves import shelves_said
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import UNGLAZED, Trial
from umberpot.tiles.progress import progress_of
from umberpot.ui.reports.blocks import (
    Block,
    Report,
    ReportSection,
    ReportSwatch,
    Swatches,
    SwatchGrid,
    TableBlock,
    Text,
)

WIDTHS = (0.09, 0.31, 0.10, 0.12, 0.12, 0.12, 0.14)


def report_of_trial(studio: Studio, trial: Trial, made_on: date) -> Report:
    """A colour trial; of a clay test, the report of its clay."""
    test = getattr(trial, "test", None)
    if test:
        return report_of_clay(studio, test.clay, made_on)
    records = spread_records(studio)
    in_grid = results.trial_results(trial, map(progress_of, tiles_of_grid(trial)), records)
    found = [one for one in in_grid if one.progress.tile.trial_id == trial.pk]
    progresses = [one.progress for one in found]
    grids = result_grids(trial.plan, in_grid, results.replicates(trial, in_grid, records))
    batches = results.replicates(trial, found, records)
    summary = colours_summary(studio, fired_colours(p.tile for p in progresses))
    first = first_tiles(trial.plan, found, summary.noise, prices_for(studio, found))
    expected = trial.expectations.all()
    of_trial = Finding.objects.of(studio).filter(trial=trial).select_related("made_by")
    materials = Material.objects.of(studio).filter(mix_parts__mix__tiles__trial=trial)
    tiles = counted(len(progresses), "tile")
    return Report(
        title=trial.name,
        subtitle=f"Trial begun on {common.day(trial.made_at)}, {tiles}",
        studio=str(studio),
        made_on=made_on,
        headline=headline_of(first) or summary.headline or "No colours and no verdict yet.",
        blocks=[
            *[Text(of_expectation(one.words, one.after_firing)) for one in expected],
            *[Text(said) for said in (*summary.rest, *shelves_said(progresses))],
        ],
        sections=[
            ReportSection("Fired colour", _grids(grids) or _colours(found)),
            ReportSection(
                "What to make next",
                [Text(one.reason, lead=one.name) for one in (first.verdicts if first else ())],
            ),
            ReportSection("Between neighbours", _between(grids) if grids else _joints(found)),
            ReportSection("Absorption", [*_limits(trial), *[_batch(one) for one in batches]]),
            *_figures(grids),
            ReportSection("Tile by tile", [_tiles(found)] if found else []),
            common.findings(of_trial),
            remembered.of_trial(studio, trial),
            common.cautions(materials.distinct()),
            common.methods(*_soaking(found)),
        ],
    )


def _colours(found: list[TileResult]) -> list[Block]:
    swatches = [
        ReportSwatch(one.progress.colour.lab.hex, one.progress.tile.code, one.pct_short)
        for one in found
        if one.progress.colour
    ]
    return [Swatches(swatches)] if swatches else []


def _grids(grids: Sequence[ResultGrid]) -> list[Block]:
    """The grids of a plan with their colours in their places."""
    return [
        SwatchGrid(
            grid.title,
            grid.across,
            grid.down,
            grid.columns,
            [(head, [_swatches_of(cell) for cell in cells]) for head, cells in grid.rows],
        )
        for grid in grids
    ]


def _swatches_of(cell: ResultCell) -> list[ReportSwatch]:
    progresses = [one.progress for one in cell.results]
    return [ReportSwatch(p.colour.lab.hex if p.colour else "", p.tile.code) for p in progresses]


def _between(grids: Sequence[ResultGrid]) -> list[Block]:
    """How far each cell's colour lies from that of the next, across and down."""
    rows = [
        [grid.title, f"{cell.codes} and {other.codes}", f"{beside.delta_e:.1f}", beside.reading]
        for grid in grids
        for cell, other, beside in grid.pairs
    ]
    head = ("TableBlock", "Tiles that touch", "ΔE00", "Visible difference")
    return [TableBlock(head, rows, (0.22, 0.22, 0.12, 0.44))] if rows else []


def _figures(grids: Sequence[ResultGrid]) -> list[ReportSection]:
    """Absorption and shrinkage in the places of the grid."""
    return [
        ReportSection(
            f"{words} in the grid, %",
            [block for grid in grids if (block := _figure_grid(grid, shows))],
        )
        for shows, words in SHOWN_AS.items()
        if shows is not GridShows.COLOUR
    ]


def _figure_grid(grid: ResultGrid, shows: GridShows) -> TableBlock | None:
    rows = [
        [head, *[common.figure_text(cell.figure(shows)) for cell in cells]]
        for head, cells in grid.rows
    ]
    if not any(cell.figure(shows) for _, cells in grid.rows for cell in cells):
        return None
    down = f"{grid.down}; " if grid.down else ""
    head = (f"{grid.title}: {down}{grid.across}", *grid.columns)
    share = 0.72 / len(grid.columns)
    return TableBlock(head, rows, (0.28, *[share] * len(grid.columns)))


def _joints(found: list[TileResult]) -> list[Block]:
    rows = [
        [f"{joint.left} and {joint.right}", f"{joint.delta_e:.1f}", joint.reading]
        for joint in results.joints(found)
        if joint.delta_e is not None
    ]
    head = ("Tiles that touch", "ΔE00", "Visible difference")
    return [TableBlock(head, rows, (0.3, 0.15, 0.55))] if rows else []


def _limits(trial: Trial) -> list[Text]:
    limit = limits_of(trial.studio, trial.ware, trial.school).absorption
    school = SCHOOL_WORDS[trial.school]
    return [Text(f"Assessed as {WARES[trial.ware]}: {limit.text} ({school}; common practice).")]


def _batch(batch: Replicates) -> Text:
    figures = [
        f"{name} {common.figure_text(estimate)} %"
        for name, estimate in (("absorption", batch.absorption), ("shrinkage", batch.total))
        if estimate
    ]
    verdict = batch.verdict.reason if batch.verdict else "no verdict: not soaked"
    said = "; ".join([*figures, verdict])
    return Text(said, lead=batch.title if batch.glazed else f"{batch.title}, {UNGLAZED}")


def _tiles(found: list[TileResult]) -> TableBlock:
    head = ("Tile", "Mix", "Firing", "Drying %", "Firing %", "Total %", "Absorption %")
    rows = [
        [
            one.progress.tile.code,
            one.pct_words,
            one.progress.firing.heat if one.progress.firing else "not fired",
            *(common.figure_text(e) for e in (one.drying, one.firing, one.total, one.absorption)),
        ]
        for one in found
    ]
    return TableBlock(head, rows, WIDTHS)


def _soaking(found: list[TileResult]) -> list[str]:
    used = {one.method for one in found if one.method}
    return [f"{m.title}: {m.steps}" for m in sorted(used, key=lambda method: method.title)]
