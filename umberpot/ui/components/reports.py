"""A report on a page.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.ui.reports.blocks import Report

register = template.Library()


@register.inclusion_tag("ui/reports/body.html")
def report_body(report: Report) -> dict[str, Any]:
    """A report: its title, what it comes to, its sections."""
    return {"report": report}
