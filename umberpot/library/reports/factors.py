"""The report of a factor trial."""

from collections.abc import Sequence
from datetime import date

from django.db.models import Q

from claycore.measure.formatting import counted
from claycore.surface.factor_trials.sentences import HINT
from umberpot.library.findings import sentences
from umberpot.library.models import Finding
from umberpot.library.reports import common, remembered
from umberpot.studio.models import Studio
from umberpot.surface.factor_trials.drawing import step_of
from umberpot.surface.factor_trials.page import FactorCell, controls_of, grids_of, on_scale
from umberpot.surface.factor_trials.reading import ReadPiece, pieces_of
from umberpot.surface.models import FactorTrial
from umberpot.ui.reports.blocks import Block, Report, ReportSection, TableBlock, Text

NOT_RATED = "–"
_FIRST_COLUMN = 0.25


def _ratings(trial: FactorTrial, pieces: Sequence[ReadPiece], scale: str) -> list[Block]:
    """What each piece was rated, as the grid stands: the first factor down, the second across."""
    blocks: list[Block] = []
    for grid in grids_of(trial, pieces):
        width = (1 - _FIRST_COLUMN) / len(grid.columns)
        rows = [[name, *(_steps(cell, scale) for cell in cells)] for name, cells in grid.rows]
        shares = (_FIRST_COLUMN, *[width] * len(grid.columns))
        blocks += [Text(grid.title)] if grid.title else []
        blocks.append(TableBlock((trial.factors[0]["name"], *grid.columns), rows, shares))
    beside = controls_of(trial, pieces)
    return [*blocks, *(Text(f"{_steps(one, scale)}.", lead=one.name) for one in beside)]


def _steps(cell: FactorCell, scale: str) -> str:
    """The ratings of the pieces of one combination, slab by slab."""
    return " · ".join(step_of(piece, scale) or NOT_RATED for piece in cell.pieces)


def report_of_factors(studio: Studio, trial: FactorTrial, made_on: date) -> Report:
    """What was tried, what was expected, and what each scale shows; nothing while it is blind."""
    tried = [Text(", ".join(one["levels"]), lead=one["name"]) for one in trial.factors]
    if trial.made_with:
        tried.append(Text(trial.made_with, lead="made with"))
    expected = trial.expectations.select_related("made_by")
    of_trial = Finding.objects.of(studio).filter(factor_trial=trial).select_related("made_by")
    said: list[ReportSection] = []
    headline = sentences.BLIND
    if trial.is_open:
        pieces = pieces_of(trial)
        by_scale = {code: on_scale(trial, pieces, code) for code in trial.scales}
        every = [one for scale in by_scale.values() for one in scale.said]
        decided = [one.words for one in every if one.decided] or [one.words for one in every]
        headline = decided[0] if decided else sentences.NO_COLOURS
        said = [
            ReportSection(
                scale.scale.title,
                [*(Text(one.words) for one in scale.said), *_ratings(trial, pieces, code)],
            )
            for code, scale in by_scale.items()
        ]
    slabs = counted(trial.slabs, "slab")
    return Report(
        title=trial.name,
        subtitle=f"Factor trial of {common.day(trial.made_at)}, {slabs}",
        studio=str(studio),
        made_on=made_on,
        headline=headline,
        blocks=[
            *tried,
            *[Text(sentences.of_expectation(one.words, one.after_results)) for one in expected],
        ],
        sections=[
            *said,
            common.findings(of_trial),
            remembered.of_thing(studio, Q(factor_trial=trial)),
            common.methods("Effects are decided by permutation within slabs.", HINT),
        ],
    )
