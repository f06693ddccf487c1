"""Prints what share of the project is tests; a quarter to a third is the aim.

In characters, white space left out: how many lines a template takes is layout, not code.
"""

from pathlib import Path

TOP = Path(__file__).resolve().parent.parent
CODE = ("claycore/**/*.py", "umberpot/**/*.py", "standins/**/*.py", "umberpot/**/*.html")
FRONT = ("frontend/*.js", "frontend/*.css")
LEFT_OUT = {"migrations", "static", "node_modules"}


def characters(*patterns: str) -> int:
    """Characters that are no white space, migrations and built files left out."""
    paths = {path for pattern in patterns for path in TOP.glob(pattern)}
    return sum(
        len("".join(path.read_text().split()))
        for path in paths
        if not LEFT_OUT.intersection(path.relative_to(TOP).parts)
    )


if __name__ == "__main__":
    code, tests = characters(*CODE, *FRONT), characters("tests/**/*.py")
    print(f"Tests are {100 * tests / (tests + code):.0f} % of what is written here.")
