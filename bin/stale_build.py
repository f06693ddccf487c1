"""Fails when umberpot/static was not built from the templates and styles as they stand now."""

import hashlib
import sys
from pathlib import Path

TOP = Path(__file__).parents[1]
INPUTS = ["app.css", "build.mjs", "package.json", "package-lock.json"]


def sum_of_inputs() -> str:
    """The same sum as frontend/build.mjs writes beside what it built."""
    paths = [TOP / "frontend" / name for name in INPUTS]
    paths += (TOP / "frontend" / "scripts").rglob("*.js")
    paths += [path for path in (TOP / "umberpot").rglob("*.html") if path.is_file()]
    total = hashlib.sha256()
    for name in sorted(path.relative_to(TOP).as_posix() for path in paths):
        total.update(f"{name}\0".encode() + (TOP / name).read_bytes())
    return total.hexdigest()


if __name__ == "__main__":
    built_from = (TOP / "umberpot" / "static" / "built-from.sha256").read_text().strip()
    if sum_of_inputs() != built_from:
        sys.exit(
            "umberpot/static is stale: run `npm run build` in frontend/ and add what it wrote."
        )
