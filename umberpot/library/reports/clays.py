"""The report of a clay, judged as the studio usually judges."""

from dataclasses import replace
from datetime import date

from umberpot.clays.records import clay_records
from umberpot.clays.verdicts.judging import judge, usual_purpose
from umberpot.clays.verdicts.report import clay_report
from umberpot.library.models import Finding
from umberpot.library.reports import common, remembered
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.ui.reports.blocks import Report


def report_of_clay(studio: Studio, clay: Material, made_on: date) -> Report:
    """What its bars say, with what was concluded of it and what can hurt."""
    (record,) = clay_records(studio, [clay], colours=True)
    judged = judge(record, usual_purpose(studio, clay), studio)
    report = clay_report(judged, record.bars, made_on)
    of_clay = Finding.objects.of(studio).filter(clay=clay).select_related("made_by")
    notes = remembered.of_clay(studio, clay)
    more = [common.findings(of_clay), notes, common.cautions([clay])]
    return replace(report, sections=[*report.sections[:-1], *more, report.sections[-1]])
