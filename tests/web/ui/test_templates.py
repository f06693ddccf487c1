"""Templates stay short enough to read; what else they keep to, djLint checks."""

from pathlib import Path

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
