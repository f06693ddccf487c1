"""The report of a finding: its sentence and reasons, then all that it rests on."""

from dataclasses import replace
from datetime import date

from umberpot.library.models import Finding
from umberpot.library.reports import common
from umberpot.library.reports.subjects import REPORT_BUILDERS
from umberpot.studio.models import Studio
from umberpot.ui.reports.blocks import Report, ReportSection, Text


def report_of_finding(studio: Studio, finding: Finding, made_on: date) -> Report:
    """Who concluded what and why; and what the figures say today, which may be more."""
    report = REPORT_BUILDERS[finding.kind](studio, finding.subject, made_on)
    hand = f"Concluded by {finding.made_by} on {common.day(finding.made_at)}"
    later = getattr(finding, "superseded_by", None)
    superseded = [Text(later.sentence, lead="Superseded by")] if later else []
    today = ReportSection("Current results", [Text(report.headline), *report.blocks])
    return replace(
        report,
        title=f"Finding: {finding.subject}",
        subtitle=hand,
        headline=finding.sentence,
        blocks=[*superseded, *[Text(line) for line in finding.words.splitlines() if line.strip()]],
        sections=[today, *[one for one in report.sections if one.title != "Findings"]],
    )
