"""Prints what share of the project's lines are tests; a quarter to a third is the aim."""

from pathlib import Path

TOP = Path(__file__).resolve().parent.parent
CODE = ("claycore/**/*.py", "umberpot/**/*.py", "standins/**/*.py", "umberpot/**/*.html")
FRONT = ("frontend/*.js", "frontend/*.css")
LEFT_OUT = {"migrations", "static", "node_modules"}


def lines(*patterns: str) -> int:
    """Lines that are not blank, migrations and built files left out."""
    paths = {path for pattern in patterns for path in TOP.glob(pattern)}
    return sum(
        1
        for path in paths
        if not LEFT_OUT.intersection(path.relative_to(TOP).parts)
        for line in path.read_text().splitlines()
        if line.strip()
    )


if __name__ == "__main__":
    code, tests = lines(*CODE, *FRONT), lines("tests/**/*.py")
    print(
        f"Tests are {100 * tests / (tests + code):.0f} % of the lines ({tests} of {tests + code})."
    )
