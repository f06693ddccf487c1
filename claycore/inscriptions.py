"""Codes and label text short enough to scratch into a tile.

Source: common practice; the room a letter takes is from memory.
"""

import math
import re
from collections.abc import Mapping

from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import percentage
from claycore.mixing.weighing import is_as_wanted

CODE_LETTERS = "ABCDEFGHJKLMNPRSTUVWXYZ"
"""The alphabet without I, O and Q, which scratch like 1 and 0."""

_PER_LETTER = 99

LETTER_MM = {"needle": 4.0, "stylus": 5.0, "stick": 7.0}
"""The room one letter takes, by the tool that scratches it."""

TILE_LONGER_THAN_MARK_MM = 20.0
"""A tile is cut this much longer than the line marked on it."""

MOST_LINES = 4
"""A tile 50 mm high takes no more lines above its mark. Common practice."""

HOLE_MM = 12.0
"""What the hole for the string and its margin take from the end of a tile."""


def code(number: int) -> str:
    """The ``number``-th code (from 0): A1 … A99, B1 … Z99, AA1 …

    Source: common practice: a letter and a number is what a tile has room for.
    """
    block, within = divmod(number, _PER_LETTER)
    letters = ""
    block += 1
    while block > 0:
        block, letter = divmod(block - 1, len(CODE_LETTERS))
        letters = CODE_LETTERS[letter] + letters
    return f"{letters}{within + 1}"


def number_of_code(text: str) -> int | None:
    """The number whose code this is, the inverse of :func:`code`; None for any other text.

    Source: our own scheme.
    """
    found = re.fullmatch(f"([{CODE_LETTERS}]+)([1-9][0-9]?)", text)
    if found is None:
        return None
    block = 0
    for letter in found[1]:
        block = block * len(CODE_LETTERS) + CODE_LETTERS.index(letter) + 1
    return (block - 1) * _PER_LETTER + int(found[2]) - 1


def letters_per_line(tile_mm: float, tool: str) -> int:
    """How many letters one line of a tile takes; never fewer than four.

    Source: the room a letter takes is from memory.
    """
    return max(4, math.floor((tile_mm - HOLE_MM) / LETTER_MM[tool]))


def shorten(text: str, most: int) -> str:
    """A name in at most ``most`` letters: whole, then without inner vowels, then cut off.

    The first letter of each word stays, so 'Harbour Blue' becomes 'Hrbr Bl' before it is cut.
    Source: common practice.
    """
    text = " ".join(text.split())
    if len(text) <= most:
        return text
    without = re.sub(r"(?<=\w)[aeiouAEIOU]", "", text)
    return without[:most].rstrip()


def _fit(name: str, supplier_code: str, most: int) -> str:
    """The supplier's code and the name where both fit; else the name, the code, or a short name."""
    both = f"{supplier_code} {name}".strip()
    for words in (both, name, supplier_code):
        if words and len(words) <= most:
            return words
    return shorten(name, most)


def label_difference(scratched: Mapping[str, float], real: Mapping[str, float]) -> str:
    """How a label differs from what is in the clay: 'Scratched 9 % Moss, weighed 8.4 %.'

    Percent on dry clay by colourant; '' where the label is right to what weighing can tell. Source:
    common practice: a tile is named by its label, and believed by it in three years.
    """
    told = []
    for name in {**scratched, **real}:
        scratched_pct, real_pct = scratched.get(name, 0.0), real.get(name, 0.0)
        if not _is_as_scratched(scratched_pct, real_pct):
            on_label = f"Scratched {percentage(scratched_pct)} % {in_a_sentence(name)}"
            told.append(f"{on_label}, weighed {percentage(real_pct)} %.")
    return " ".join(told)


def _is_as_scratched(scratched_pct: float, real_pct: float) -> bool:
    """Whether a figure on a label is what is there."""
    if not scratched_pct or not real_pct:
        return scratched_pct == real_pct
    return is_as_wanted(real_pct, scratched_pct)


def inscription(
    tile_code: str,
    colourants: list[tuple[str, str, float]],
    clay: tuple[str, str],
    cone: str,
    glazed: bool,
    tile_mm: float,
    tool: str = "stylus",
) -> tuple[str, ...]:
    """The lines for one tile: code, cone and glaze mark; percentages and colourants; clay.

    ``colourants`` are (name, supplier's code or '', percent on dry clay); ``clay`` is (name,
    code). ``G`` marks a glazed tile. A supplier's code and the name stand together where both fit;
    names give way to codes, then lose vowels, then letters; colourants beyond the second line give
    way to a count. Source: common practice; what gives way first is our choice.
    """
    most = letters_per_line(tile_mm, tool)
    head = f"{tile_code} c{cone}{' G' if glazed else ''}"
    lines = [head]
    room = MOST_LINES - 2
    left_out = len(colourants) - room + 1 if len(colourants) > room else 0
    for name, supplier_code, pct in colourants[: len(colourants) - left_out]:
        figure = f"{percentage(pct)} "
        lines.append(figure + _fit(name, supplier_code, most - len(figure)))
    if left_out:
        lines.append(f"+{left_out} more")
    lines.append(_fit(clay[0], clay[1], most))
    return tuple(lines)
