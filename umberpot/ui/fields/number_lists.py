"""Lists of numbers as people write them, read one way in every field.

``5,10,15`` is three numbers. Where a space or a semicolon parts the numbers, a comma inside
one is its decimal comma: ``2,5; 5; 10``, ``2,5, 5, 10`` and ``2,5 5 10`` are the same three. What
could still be one number or two is asked about.
"""

import re

from umberpot.ui.fields.measures import read_number

_ONE_OR_TWO = re.compile(r"\d+,\d{2,}")
"""A comma between whole numbers, as in 10,15, where commas also part the list."""


def read_numbers(text: str) -> tuple[float, ...]:
    """The numbers of a list. Raises ValueError with a sentence."""
    pieces = _pieces(re.sub(r"\s+,\s*", ", ", text.strip()))
    if not all(pieces):
        raise ValueError("Write the numbers with commas between, like 3, 6, 9.")
    return tuple(read_number(piece) for piece in pieces)


def _pieces(text: str) -> list[str]:
    if ";" in text:
        return [piece.strip() for piece in text.split(";")]
    if re.search(r",\s", text):
        pieces = re.split(r",\s+|\s+", text)
        for piece in pieces:
            if _ONE_OR_TWO.fullmatch(piece):
                whole, _, rest = piece.partition(",")
                raise ValueError(
                    f"Is {piece} one number or two? Write {whole}.{rest}, or {whole}; {rest}."
                )
        return pieces
    if re.search(r"\s", text):
        return text.split()
    return text.split(",")


def in_words(numbers: tuple[float, ...], unit: str) -> str:
    """The list as it was understood: '2.5 %, 5 %, 10 %'."""
    return ", ".join(f"{number:.10g} {unit}" for number in numbers)
