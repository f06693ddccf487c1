"""Worked examples: all that comes out of one input, as pages of text that a person can read.

A page is compared whole, so that whatever moves an answer is seen in it, and by how much. Figures
have six digits. A page that moved for a reason is read, and written anew by running its test with
``UMBERPOT_WRITE_PAGES=on``.
"""

import inspect
import os
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import fields, is_dataclass
from enum import Enum
from functools import cached_property
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from claycore.colour.notation import Lab
from claycore.measure.uncertainty import Estimate, Measured

SIMPLE = str | int | float | bool | None | Enum | np.generic | Estimate | Measured | Lab

STEP = "    "
LONGEST_WORD = 30
"""What is longer is a sentence, with a line of its own."""


def page_test(test_file: str, pages: Mapping[str, Callable[[], Any]]) -> Callable[[str], None]:
    """The test that each page in ``worked`` beside a file of tests stands as it comes out."""

    @pytest.mark.parametrize("page", pages)
    def test_page(page: str) -> None:
        check_page(Path(test_file).parent / "worked" / f"{page}.txt", pages[page]())

    return test_page


def check_page(page: Path, examples: Mapping[str, Any]) -> None:
    """The examples by their titles stand on the page as they come out."""
    found = "\n".join(line for title, value in examples.items() for line in _example(title, value))
    if os.environ.get("UMBERPOT_WRITE_PAGES"):
        page.write_text(found, "utf-8")
    assert found.splitlines() == page.read_text("utf-8").splitlines()


def _example(title: str, value: Any) -> Iterator[str]:
    yield title
    yield "=" * len(title)
    yield from _lines(value)
    yield ""


def _lines(value: Any) -> Iterator[str]:
    if _is_flat(value):
        yield _flat(value)
    elif isinstance(value, Mapping):
        for name, one in value.items():
            yield from _named(_flat(name), one)
    elif isinstance(value, Sequence):
        yield from _rows(value)
    else:
        for name, one in _parts(value):
            yield from _named(name, one)


def _named(name: str, value: Any) -> Iterator[str]:
    if _is_flat(value):
        yield f"{name}: {_flat(value)}"
    elif value == ():
        yield f"{name}: none"
    else:
        yield f"{name}:"
        yield from (STEP + line for line in _lines(value))


def _rows(values: Sequence[Any]) -> Iterator[str]:
    """Alike and simple ones as a table; the others one below the other."""
    if len({type(one) for one in values}) == 1 and not _is_flat(values[0]):
        rows = [dict(_parts(one)) for one in values]
        if all(_is_flat(cell) for row in rows for cell in row.values()):
            table = [list(rows[0]), *([_flat(cell) for cell in row.values()] for row in rows)]
            widths = [max(map(len, column)) for column in zip(*table, strict=True)]
            for row in table:
                cells = (cell.ljust(width) for cell, width in zip(row, widths, strict=True))
                yield " | ".join(cells).rstrip()
            return
    for one in values:
        first, *rest = list(_lines(one)) or [""]
        yield f"- {first}"
        yield from ("  " + line for line in rest)


def _parts(value: Any) -> Iterator[tuple[str, Any]]:
    """What a value holds, and what it says of itself."""
    if isinstance(value, Mapping):
        yield from ((_flat(name), _plain(one)) for name, one in value.items())
    elif isinstance(value, Sequence):
        yield from ((str(place), _plain(one)) for place, one in enumerate(value, start=1))
    elif not is_dataclass(value):
        raise TypeError(f"{type(value)} cannot be written on a page")
    else:
        names = [field.name for field in fields(value) if not field.name.startswith("_")]
        said = [
            name
            for name, one in inspect.getmembers(type(value))
            if isinstance(one, property | cached_property) and not name.startswith("_")
        ]
        for name in [*names, *said]:
            one = _plain(getattr(value, name))
            # What a value turns into of its own kind has the same again, without end.
            if not (name in said and isinstance(one, type(value))):
                yield name, one


def _plain(value: Any) -> Any:
    if isinstance(value, np.ndarray):
        return _plain(value.tolist())
    if isinstance(value, frozenset | set):
        return tuple(sorted(value, key=str))
    return tuple(value) if isinstance(value, list) else value


def _is_flat(value: Any) -> bool:
    """Whether it fits into one line."""
    value = _plain(value)
    if isinstance(value, SIMPLE):
        return True
    return isinstance(value, tuple) and bool(value) and not any(map(_takes_a_line, value))


def _takes_a_line(value: Any) -> bool:
    return not _is_flat(value) or (isinstance(value, str) and len(value) > LONGEST_WORD)


def _flat(value: Any) -> str:
    value = _plain(value)
    if isinstance(value, tuple):
        inside = (f"({_flat(one)})" if isinstance(one, tuple) else _flat(one) for one in value)
        return ", ".join(inside)
    if isinstance(value, Enum):
        return str(value.value)
    if isinstance(value, Lab):
        return f"Lab ({_flat(value.values)})"
    if isinstance(value, Measured):
        return f"{_flat(value.value)} in steps of {_flat(value.step)}"
    if isinstance(value, Estimate):
        own = value.instruments_u95
        instruments = "" if own is None else f", instruments {_flat(own)}"
        return f"{_flat(value.value)} ± {_flat(value.u95)} of {value.count}{instruments}"
    if isinstance(value, float | np.floating):
        return f"{float(value):.6g}".replace("-0", "0") if value == 0 else f"{float(value):.6g}"
    return str(value)
