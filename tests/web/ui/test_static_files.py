"""What is served is what the source says; bin/stale_build.py sees to the rest of the build."""

import re
from pathlib import Path

TOP = Path(__file__).parents[3]


def test_every_component_of_a_template_is_one_of_the_scripts_and_used():
    """A name in x-data that no script knows would fail without a word until somebody clicks."""
    scripts = TOP / "frontend" / "scripts"
    listed = re.search(
        r"const components = \{(.*?)\}", (scripts / "main.js").read_text(), re.DOTALL
    )
    assert listed
    known = set(re.findall(r"\w+", listed[1]))
    written = {
        name
        for path in (scripts / "components").glob("*.js")
        for name in re.findall(r"^export const (\w+)", path.read_text(), re.MULTILINE)
    }
    used = {
        name
        for path in (TOP / "umberpot").rglob("*.html")
        for name in re.findall(r'x-data="(\w+)"', path.read_text())
    }
    assert known == written == used


def test_nothing_is_fetched_from_elsewhere():
    for path in (TOP / "umberpot").rglob("*.html"):
        assert "//" not in path.read_text().replace("http://www.w3.org/2000/svg", ""), path
    css = (TOP / "umberpot" / "static" / "app.css").read_text()
    assert "url(http" not in css
    assert "@import" not in css
