"""What there are reports of: the model behind each name, and what builds its report."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date
from typing import Any

from umberpot.library.models import SHARED
from umberpot.library.reports.clays import report_of_clay
from umberpot.library.reports.factors import report_of_factors
from umberpot.library.reports.findings import report_of_finding
from umberpot.library.reports.firings import report_of_firing
from umberpot.library.reports.trials import report_of_trial
from umberpot.studio.models import Studio, StudioOwned
from umberpot.ui.reports.blocks import Report

Build = Callable[[Studio, Any, date], Report]

_BUILD: dict[str, Build] = {
    "trial": report_of_trial,
    "clay": report_of_clay,
    "firing": report_of_firing,
    "finding": report_of_finding,
    "factor_trial": report_of_factors,
}


@dataclass(frozen=True)
class ReportKind:
    """One kind of thing that has a report, which is what a link to it shows."""

    model: type[StudioOwned]
    build: Build


REPORTS = {
    column.replace("_", "-"): ReportKind(model, _BUILD[column]) for column, model in SHARED.items()
}
"""The kinds by the word in their address. A year is no row, and has an address of its own."""
