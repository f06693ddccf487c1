"""What there are reports of: the model behind each name, and what builds its report."""

from dataclasses import dataclass

from umberpot.library.models import SHARED
from umberpot.library.reports.findings import report_of_finding
from umberpot.library.reports.subjects import REPORT_BUILDERS, BuildReport
from umberpot.studio.models import StudioOwned


@dataclass(frozen=True)
class ReportKind:
    """One kind of thing that has a report, which is what a link to it shows."""

    model: type[StudioOwned]
    build: BuildReport


def _builder_of(column: str) -> BuildReport:
    return report_of_finding if column == "finding" else REPORT_BUILDERS[column]


REPORTS = {
    column.replace("_", "-"): ReportKind(model, _builder_of(column))
    for column, model in SHARED.items()
}
"""The kinds by the word in their address. A year is no row, and has an address of its own."""
