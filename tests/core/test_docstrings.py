"""Every public function of the core says its source, its units and how it fails."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

import claycore

ROOT = Path(claycore.__file__).parent

IN_THE_NAME = ("_g", "_mm", "_ml", "_l", "_pct", "_minutes", "_kg", "_per_ml", "_mm2", "_cm2")
"""Endings of a parameter's or a function's name that say its unit."""

IN_WORDS = re.compile(
    r"[Pp]ercent|%|\bin g\b|[Gg]rams?\b|[Mm]illilit|millimet|\bmm\b|[Mm]inutes|\bhours\b|°C"
    r"|\bunits?\b|[Ll]etters|per kg|g/ml|from 0|from coolest|\bstep\b|decimals|one unit"
)


def public_functions() -> Iterator[tuple[str, ast.FunctionDef]]:
    """(name with its module, definition) of every public function of every module."""
    for path in sorted(ROOT.rglob("*.py")):
        module = ".".join(path.relative_to(ROOT).with_suffix("").parts)
        for node in ast.parse(path.read_text()).body:
            if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                yield f"{module}.{node.name}", node


FUNCTIONS = dict(public_functions())


def raised_by(function: ast.FunctionDef) -> set[str]:
    """Names of the errors that stand after a ``raise`` in the function itself."""
    calls = (n.exc for n in ast.walk(function) if isinstance(n, ast.Raise))
    return {c.func.id for c in calls if isinstance(c, ast.Call) and isinstance(c.func, ast.Name)}


def bare_numbers(function: ast.FunctionDef) -> list[str]:
    """Parameters that are plain numbers, and "return" for a plain number back, without a unit."""
    arguments = [*function.args.args, *function.args.kwonlyargs]
    named = [(a.arg, a.arg, a.annotation) for a in arguments]
    named.append(("return", function.name, function.returns))
    return [
        what
        for what, name, kind in named
        if kind is not None
        and ast.unparse(kind) in ("float", "float | None")
        and not name.endswith(IN_THE_NAME)
    ]


def test_the_walk_finds_the_core():
    assert len(FUNCTIONS) > 140


@pytest.mark.parametrize("name", FUNCTIONS)
def test_a_public_function_names_its_source_errors_and_units(name):
    function = FUNCTIONS[name]
    docstring = ast.get_docstring(function) or ""
    assert re.search(r"\bSource:\s\S", docstring), "no source"
    for error in raised_by(function):
        assert re.search(rf"\b({error}|ClayError)\b", docstring), f"{error} is not named"
    if bare := bare_numbers(function):
        assert IN_WORDS.search(docstring), f"no unit for {bare}"
