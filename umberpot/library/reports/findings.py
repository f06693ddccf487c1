"""The report of a finding: its sentence and reasons, then all that it rests on."""

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from typing import Any

from umberpot.library.models import Finding
from umberpot.library.reports import common
from umberpot.library.reports.clays import report_of_clay
from umberpot.library.reports.factors import report_of_factors
from umberpot.library.reports.firings import report_of_firing
from umberpot.library.reports.trials import report_of_trial
from umberpot.studio.models import Studio
from umberpot.ui.reports.blocks import Report, Section, Text

OF_SUBJECT: dict[str, Callable[[Studio, Any, date], Report]] = {
    "trial": report_of_trial,
    "clay": report_of_clay,
    "firing": report_of_firing,
    "factor_trial": report_of_factors,
}
"""The reports of what can be concluded, by the names of CONCLUDED."""


def report_of_finding(studio: Studio, finding: Finding, made_on: date) -> Report:
    """Who concluded what and why; and what the figures say today, which may be more."""
    report = OF_SUBJECT[finding.kind](studio, finding.subject, made_on)
    hand = f"Concluded by {finding.made_by} on {common.day(finding.made_at)}"
    later = getattr(finding, "superseded_by", None)
    superseded = [Text(later.sentence, lead="Superseded by")] if later else []
    today = Section("What the figures say today", [Text(report.headline), *report.blocks])
    return replace(
        report,
        title=f"Finding: {finding.subject}",
        subtitle=hand,
        headline=finding.sentence,
        blocks=[*superseded, *[Text(line) for line in finding.words.splitlines() if line.strip()]],
        sections=[today, *[one for one in report.sections if one.title != "Findings"]],
    )
