"""Templates stay short enough to read; what else they keep to, djLint checks."""

import re
from pathlib import Path

import pytest

import umberpot

LONGEST_LINE = 120
TEMPLATES = sorted(Path(umberpot.__file__).parent.rglob("*.html"))


def test_no_line_of_a_template_is_too_long():
    assert len(TEMPLATES) > 100
    long = [
        f"{path.name}:{number}"
        for path in TEMPLATES
        for number, line in enumerate(path.read_text().splitlines(), 1)
        if len(line) > LONGEST_LINE
    ]
    assert long == []


FIGURE = re.compile(
    r"(?<![\w.#&-])\d+(?:[.,]\d+)?(?:\s*[–×-]\s*\d+(?:[.,]\d+)?)*\s*"
    r"(?:%(?!\})|g\b|kg\b|mm\b|cm\b|°C|°F|ml\b|mL\b|L\b|hours?\b|min(?:utes)?\b|days?\b|weeks?\b|months?\b)"
    r"|\b(?:one|two|three|four|six|ten|twelve)\s+(?:hours?|days?|weeks?|months?|percent)\b"
)
NO_TRADE = {
    "100 g of slip": "what the field means",
    "100 mL in grams": "what the field means",
    "1 g of water is 1 mL": "water",
    "95 %": "how sure a figure is",
    "100 %": "how large to print",
    "15 minutes": "the lock of the sign-in",
    "7 days, 8 weeks and 12 months": "how long backups are kept",
    "5 mm, with Shift by 1 mm": "keys",
    "10 g rounds the first clay weight up to 50, 60, 70 g": "an example",
}
"""What looks like a figure of the trade in a template and is none."""


def sentences_of(path):
    """What a template says itself: neither examples nor what stands inside its tags, but hints."""
    text = path.read_text()
    text = re.sub(r"\{% empty_state .*?\{% endempty_state %\}", " ", text, flags=re.DOTALL)
    text = re.sub(r"Example:[^<]*", " ", text)
    text = re.sub(r"<p class=\"working[^<]*", " ", text)
    hints = re.findall(r'hint="([^"]*)"', text)
    text = re.sub(r"\{%.*?%\}|\{\{.*?\}\}|\{#.*?#\}", " ", text, flags=re.DOTALL)
    text = re.sub(r"<[^>]*>", " ", text)
    return " ".join([re.sub(r"\s+", " ", text), *hints])


@pytest.mark.parametrize("path", TEMPLATES, ids=lambda path: "/".join(path.parts[-3:]))
def test_no_figure_of_the_trade_stands_in_a_template(path):
    """Each is a rule's own constant, named by the tag ``usual``, so that pages follow rules."""
    if path.name == "style_guide.html":
        return
    said = sentences_of(path)
    for known in NO_TRADE:
        said = said.replace(known, " ")
    assert FIGURE.findall(said) == []
