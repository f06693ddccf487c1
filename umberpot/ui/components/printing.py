"""What is said beside a button that prints.

Registered as builtin tags, so a template may use them without loading anything.
"""

from django import template

from umberpot.ui.pdf.text import not_printed

register = template.Library()


@register.inclusion_tag("ui/components/not_printed.html")
def warn_not_printed(*texts: str) -> dict[str, str]:
    """Which signs of what goes onto paper its fonts lack; nothing where they have all."""
    return {"sentence": not_printed(*(str(text) for text in texts))}
