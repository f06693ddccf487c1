"""Bars and their sags as lines of text: what ``/results/clay/`` reads."""

import re
from collections.abc import Callable
from typing import TypeVar

from claycore.firing import cones
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.testing import bar_lines
from claycore.testing.bar_lines import BarLine, SagLine
from claycore.testing.bars import REMARKS
from umberpot.ui.fields.lines import Column, EntriesField, UnreadableEntry
from umberpot.ui.fields.measures import LONGEST_TEXT, read_number

LONGEST_CODE = 24
_PARTS = ("code", "cone", "wet", "dry", "fired", "dry mass", "soaked mass", "seen")
_AS_WRITTEN = "CODE:CONE:WET:DRY:FIRED:DRY_MASS:SOAKED_MASS"
_SAG_AS_WRITTEN = "CODE:CONE:SAG:SPAN:THICKNESS"

Line = TypeVar("Line")


BAR_COLUMNS = (
    Column("code", "Code", 1, is_number=False),
    Column("cone", "Cone", 2, [(cone, cone) for cone in cones.CONES]),
    Column("wet", "Wet, mm", 1),
    Column("dry", "Dry, mm", 1),
    Column("fired", "Fired, mm", 1, optional=True),
    Column("dry weight", "Dry weight, g", 2, optional=True),
    Column("soaked weight", "Soaked weight, g", 2, optional=True),
    Column("seen", "Seen", 2, is_number=False, optional=True),
)
SAG_COLUMNS = (
    Column("code", "Code", 3, is_number=False),
    Column("cone", "Cone", 3, [(cone, cone) for cone in cones.CONES]),
    Column("sag", "Sag, mm", 2),
    Column("span", "Span, mm", 2),
    Column("thickness", "Thickness, mm", 2),
)


def bars_field() -> EntriesField[BarLine]:
    """Readings of a bar and a cone each.

    The parts are told apart by colons, semicolons or tabs, so that a block of a spreadsheet can be
    pasted as it is.
    """
    return EntriesField(
        _told(_bar_line),
        "bar",
        _AS_WRITTEN,
        bar_lines.MOST_LINES,
        label="Bars",
        rows=8,
        columns=BAR_COLUMNS,
    )


def sags_field() -> EntriesField[SagLine]:
    """Sags of bend bars; none where there are none."""
    return EntriesField(
        _told(_sag_line),
        "bend bar",
        _SAG_AS_WRITTEN,
        bar_lines.MOST_LINES,
        label="Bend bars",
        rows=3,
        columns=SAG_COLUMNS,
        required=False,
    )


def _told(read: Callable[[str], Line]) -> Callable[[str], Line]:
    """A reader whose sentences reach the page."""

    def reading(text: str) -> Line:
        try:
            return read(text)
        except (ClayError, ValueError) as error:
            raise UnreadableEntry(str(error)) from None

    return reading


def _parts(text: str) -> list[str]:
    return [part.strip() for part in re.split(r"[:;\t]", text)]


def _sag_line(text: str) -> SagLine:
    """One line read. Raises ClayError or ValueError with a sentence."""
    parts = _parts(text)
    if len(text) > LONGEST_TEXT or len(parts) != _SAG_AS_WRITTEN.count(":") + 1 or not all(parts):
        raise ValueError(f"write a sag as {_SAG_AS_WRITTEN}, in mm.")
    code, cone, sag, span, thickness = parts
    return SagLine(
        _code(code),
        cones.check(cone),
        _checked("sag", sag, bounds.SAG),
        _checked("span", span, bounds.LENGTH),
        _checked("thickness", thickness, bounds.LENGTH),
    )


def _code(text: str) -> str:
    if not text or len(text) > LONGEST_CODE:
        raise ValueError(f"a bar has a code of at most {LONGEST_CODE} letters.")
    return text


def _bar_line(text: str) -> BarLine:
    """One line read. Raises ClayError or ValueError with a sentence."""
    parts = _parts(text)
    if len(text) > LONGEST_TEXT or not 2 <= len(parts) <= len(_PARTS):
        raise ValueError(f"write a bar as {_AS_WRITTEN}, and leave empty what was not read.")
    code, cone, wet, dry, fired, mass, soaked, seen = parts + [""] * (len(_PARTS) - len(parts))
    remarks = frozenset(word for word in re.split(r"[+ ]+", seen) if word)
    if not remarks <= REMARKS.keys():
        raise ValueError(f"what was seen is one of {', '.join(REMARKS)}, joined by +.")
    if not cone and (fired or soaked):
        raise ValueError("a fired length or a soaked mass needs the cone it was fired to.")
    return BarLine(
        _code(code),
        cones.check(cone) if cone else None,
        _figure("wet", wet, bounds.LENGTH),
        _figure("dry", dry, bounds.LENGTH),
        _figure("fired", fired, bounds.LENGTH),
        _figure("dry mass", mass, bounds.MASS),
        _figure("soaked mass", soaked, bounds.MASS),
        remarks,
    )


def _figure(name: str, text: str, bound: Bound) -> float | None:
    return _checked(name, text, bound) if text else None


def _checked(name: str, text: str, bound: Bound) -> float:
    try:
        return bound.check(name, read_number(text))
    except (ClayError, ValueError) as error:
        raise ValueError(f"{name}: {error}") from None
