"""Prints how far the core's own tests reach into it, and which module they reach least.

Measured by line and branch while ``tests/core`` ran under coverage; there is no figure to pass.
"""

import sys
from pathlib import Path

from coverage import Coverage

TOP = Path(__file__).resolve().parent.parent


def reached_pct(coverage: Coverage, *modules: str) -> float:
    """What of these files' lines and branches was run, in percent; all files without any."""
    with open("/dev/null", "w") as nowhere:
        return coverage.report(morfs=list(modules) or None, file=nowhere, skip_covered=False)


if __name__ == "__main__":
    coverage = Coverage(data_file=str(TOP / ".coverage"))
    coverage.load()
    files = [str(path) for path in (TOP / "claycore").rglob("*.py") if path.stat().st_size]
    reached = {path: reached_pct(coverage, path) for path in files}
    least = min(reached, key=lambda path: reached[path])
    sys.stdout.write(
        f"The core's own tests reach {reached_pct(coverage):.0f} % of its lines and branches,"
        f" least of {Path(least).relative_to(TOP)}: {reached[least]:.0f} %.\n"
    )
