"""The committed build of styles and scripts belongs to what it was built from."""

import hashlib
from pathlib import Path

TOP = Path(__file__).parents[3]
INPUTS = ["app.css", "app.js", "build.mjs", "package.json", "package-lock.json"]


def test_the_build_is_not_stale():
    """The same sum as frontend/build.mjs writes; run `npm run build` in frontend/ if this fails."""
    paths = [TOP / "frontend" / name for name in INPUTS]
    paths += [p for p in (TOP / "umberpot").rglob("*.html") if p.is_file()]
    total = hashlib.sha256()
    for name in sorted(path.relative_to(TOP).as_posix() for path in paths):
        total.update(f"{name}\0".encode() + (TOP / name).read_bytes())
    built_from = (TOP / "umberpot" / "static" / "built-from.sha256").read_text().strip()
    assert total.hexdigest() == built_from


def test_the_served_script_is_the_one_in_the_source():
    static = TOP / "umberpot" / "static"
    assert (static / "app.js").read_text() == (TOP / "frontend" / "app.js").read_text()


def test_nothing_is_fetched_from_elsewhere():
    for path in (TOP / "umberpot").rglob("*.html"):
        assert "//" not in path.read_text().replace("http://www.w3.org/2000/svg", ""), path
    css = (TOP / "umberpot" / "static" / "app.css").read_text()
    assert "url(http" not in css
    assert "@import" not in css
