"""The way to what ware may be used for.

Registered as builtin tags, so a template may use them without loading anything.
"""

from urllib.parse import urlencode

from django import template

from claycore.measure.uncertainty import Estimate

register = template.Library()


@register.simple_tag
def ware_query(ware: str, school: str, absorption: Estimate, method: str = "") -> str:
    """The query that asks what ware of this absorption may be used for."""
    asked = {"ware": ware, "school": school}
    asked |= {
        "absorption_pct": f"{absorption.value:.2f}",
        "absorption_u95": f"{absorption.u95:.2f}",
    }
    return urlencode({**asked, "method": method} if method else asked)
