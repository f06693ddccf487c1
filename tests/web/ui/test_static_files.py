"""What is served is what the source says; bin/stale_build.py sees to the rest of the build."""

import re
from pathlib import Path

TOP = Path(__file__).parents[3]


def test_the_served_script_is_the_one_in_the_source_without_its_comments():
    source = (TOP / "frontend" / "app.js").read_text()
    served = (TOP / "umberpot" / "static" / "app.js").read_text()
    assert served == re.sub(r"^\s*//.*\n", "", source, flags=re.MULTILINE)


def test_nothing_is_fetched_from_elsewhere():
    for path in (TOP / "umberpot").rglob("*.html"):
        assert "//" not in path.read_text().replace("http://www.w3.org/2000/svg", ""), path
    css = (TOP / "umberpot" / "static" / "app.css").read_text()
    assert "url(http" not in css
    assert "@import" not in css
