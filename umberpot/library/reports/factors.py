"""The report of a trial of factors."""

from datetime import date

from django.db.models import Q

from claycore.surface.factor_trials.sentences import HINT
from umberpot.library.findings import sentences
from umberpot.library.models import Finding
from umberpot.library.reports import common, remembered
from umberpot.studio.models import Studio
from umberpot.surface.factor_trials.page import on_scale
from umberpot.surface.factor_trials.reading import pieces_of
from umberpot.surface.models import FactorTrial
from umberpot.ui.reports.blocks import Report, Section, Text


def report_of_factors(studio: Studio, trial: FactorTrial, made_on: date) -> Report:
    """What was tried, what was expected, and what each scale shows; nothing while it is blind."""
    tried = [Text(", ".join(one["levels"]), lead=one["name"]) for one in trial.factors]
    expected = trial.expectations.select_related("made_by")
    of_trial = Finding.objects.of(studio).filter(factor_trial=trial).select_related("made_by")
    said: list[Section] = []
    headline = sentences.BLIND
    if trial.is_open:
        pieces = pieces_of(trial)
        by_scale = {code: on_scale(trial, pieces, code) for code in trial.scales}
        every = [one for scale in by_scale.values() for one in scale.said]
        decided = [one.words for one in every if one.decided] or [one.words for one in every]
        headline = decided[0] if decided else sentences.NO_COLOURS
        said = [
            Section(scale.scale.title, [Text(one.words) for one in scale.said])
            for scale in by_scale.values()
        ]
    slabs = common.counted(trial.slabs, "slab", "slabs")
    return Report(
        title=trial.name,
        subtitle=f"Trial of factors of {common.day(trial.made_at)}, {slabs}",
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
