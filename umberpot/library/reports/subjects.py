"""What can be reported on, and what builds each report. To add one is one entry here.

A finding's own report is built of its subject's, and a year has an address of its own.
"""

from collections.abc import Callable
from datetime import date
from typing import Any

from umberpot.library.reports.clays import report_of_clay
from umberpot.library.reports.factors import report_of_factors
from umberpot.library.reports.firings import report_of_firing
from umberpot.library.reports.trials import report_of_trial
from umberpot.studio.models import Studio
from umberpot.ui.reports.blocks import Report

BuildReport = Callable[[Studio, Any, date], Report]

REPORT_BUILDERS: dict[str, BuildReport] = {
    "trial": report_of_trial,
    "clay": report_of_clay,
    "firing": report_of_firing,
    "factor_trial": report_of_factors,
}
"""By the column that points to its subject in a link and in a finding."""
