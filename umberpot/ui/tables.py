"""Rows of text in and out of CSV and JSON, as spreadsheets write and read them."""

import csv
import io
import json
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from umberpot.ui.table_styles import PLAIN, TableStyle

MOST_ROWS = 20_000
MOST_BYTES = 20_000_000
ROWS_A_PIECE = 2000
SEPARATORS = ",;\t"

FORMULA_STARTS = ("=", "+", "-", "@", "\uff1d", "\uff0b", "\uff0d", "\uff20")
"""What a spreadsheet may take for a formula, full-width signs too, with or without space before."""
"""A spreadsheet runs what starts so. Source: OWASP, "CSV Injection"."""


CONE = "cone "
"""Before a cone in a cell: by itself a spreadsheet makes 4 of 04, which is another cone."""


class UnreadableTable(Exception):
    """A file that is no table at all; ``str()`` says why."""


@dataclass(frozen=True)
class TableRow:
    """One row as text by its column, and the line of the file it stood on."""

    line: int
    cells: Mapping[str, str]


def neutral(text: str) -> str:
    """Text that no spreadsheet takes for a formula: an apostrophe goes before. Numbers stay.

    One more goes before text that has one of its own there, so that it comes back as it was.
    """
    if not text or text[0].isalnum():  # nearly every cell of a long file
        return text
    if _starts_like_a_formula(text) and not _is_number(text):
        return f"'{text}"
    return text


def _is_of_cones(column: str) -> bool:
    return column == "cone" or column.endswith("_cone")


def _read_cell(column: str, text: str) -> str:
    """A cell as it was before a file was made of it; a cone is taken with its word or without."""
    if _is_of_cones(column) and text.lower().startswith(CONE):
        return text[len(CONE) :].strip()
    return text


def _starts_like_a_formula(text: str) -> bool:
    return text.lstrip().lstrip("'").lstrip().startswith(FORMULA_STARTS)


def _is_number(text: str) -> bool:
    try:
        float(text)
    except ValueError:
        return False
    return True


def _plain(text: str) -> str:
    """The cell without the apostrophe that :func:`neutral` put before it."""
    text = text.strip()
    is_neutral = text.startswith("'") and _starts_like_a_formula(text[1:])
    return text[1:] if is_neutral else text


def to_csv(
    columns: Sequence[str],
    rows: Iterable[Mapping[str, Any]],
    style: TableStyle = PLAIN,
    figures: Collection[str] = (),
) -> str:
    """With a header and a byte order mark, so that spreadsheets see UTF-8.

    ``figures`` are the columns that hold numbers: no other text takes the decimal mark of a style.
    """
    return "".join(csv_in_pieces(columns, rows, style, figures))


def csv_in_pieces(
    columns: Sequence[str],
    rows: Iterable[Mapping[str, Any]],
    style: TableStyle = PLAIN,
    figures: Collection[str] = (),
) -> Iterator[str]:
    """The same for a long file, thousands of rows at a time. Numbers and text may be mixed."""
    out = io.StringIO()
    out.write("\ufeff")
    writer = csv.writer(out, delimiter=style.separator)
    writer.writerow(columns)
    of_cones = [place for place, column in enumerate(columns) if _is_of_cones(column)]
    marked = style.decimal_mark != "."
    with_mark = [place for place, column in enumerate(columns) if marked and column in figures]
    for number, row in enumerate(rows, 1):
        cells = [row.get(column, "") for column in columns]
        for place in of_cones:
            cells[place] = f"{CONE}{cells[place]}" if cells[place] else ""
        cells = [neutral(cell) if isinstance(cell, str) else cell for cell in cells]
        for place in with_mark:
            cells[place] = str(cells[place]).replace(".", style.decimal_mark)
        writer.writerow(cells)
        if number % ROWS_A_PIECE == 0:
            yield out.getvalue()
            out.seek(0)
            out.truncate()
    yield out.getvalue()


def to_json(kind: str, rows: Iterable[Mapping[str, str]]) -> str:
    """A JSON object that names its kind, with the same columns as the CSV."""
    content = {"umberpot": kind, "version": 1, "rows": [dict(row) for row in rows]}
    return json.dumps(content, ensure_ascii=False, indent=1)


def all_to_json(kinds: Mapping[str, Iterable[Mapping[str, str]]]) -> str:
    """One JSON object with the rows of several kinds, each under its own name."""
    content = {name: [dict(row) for row in rows] for name, rows in kinds.items()}
    return json.dumps({"umberpot": "studio", "version": 1, **content}, ensure_ascii=False, indent=1)


def decoded(content: bytes) -> str:
    """A file's text: UTF-8 with or without byte order mark, UTF-16 with one, or Windows-1252.

    Raises Unreadable.
    """
    if len(content) > MOST_BYTES:
        raise UnreadableTable("The file is larger than 20 MB. Split it into smaller files.")
    if content.startswith((b"\xff\xfe", b"\xfe\xff")):
        encodings = ["utf-16"]
    else:
        encodings = ["utf-8-sig", "cp1252"]
    for encoding in encodings:
        try:
            return content.decode(encoding)
        except UnicodeDecodeError:
            continue
    raise UnreadableTable("This is not a text file. Choose a CSV or JSON file.")


def read(text: str, columns: Sequence[str]) -> list[TableRow]:
    """The rows of a CSV, a paste from a spreadsheet, or a JSON file. Raises Unreadable."""
    text = text.lstrip("\ufeff").replace("\x00", "")
    rows = _rows_of(_json(text)) if text.lstrip().startswith(("{", "[")) else _read_csv(text)
    return _checked(rows, columns)


def read_all(text: str, columns: Mapping[str, Sequence[str]]) -> dict[str, list[TableRow]]:
    """The rows of a JSON file of several kinds, by their names. Raises Unreadable."""
    content = _json(text.lstrip("\ufeff").replace("\x00", ""))
    if not isinstance(content, dict) or not set(columns).intersection(content):
        raise UnreadableTable("This is not a file of a whole studio: it names none of its kinds.")
    return {
        name: _checked(_rows_of(content[name]), columns[name])
        for name in columns
        if content.get(name)
    }


def _checked(rows: list[TableRow], columns: Sequence[str]) -> list[TableRow]:
    if not rows:
        raise UnreadableTable("The file has no rows. Add at least one row below the header.")
    if len(rows) > MOST_ROWS:
        raise UnreadableTable(
            f"The file has more than {MOST_ROWS} rows. Split it into smaller files."
        )
    strange = [name for name in rows[0].cells if name and name not in columns]
    if not set(columns).intersection(rows[0].cells):
        names = ", ".join(columns)
        raise UnreadableTable(f"The first line must contain the column names: {names}.")
    if strange:
        raise UnreadableTable(
            f"There is no column “{strange[0][:40]}”. The columns are {', '.join(columns)}."
        )
    return rows


def _read_csv(text: str) -> list[TableRow]:
    first = next((line for line in text.splitlines() if line.strip()), "")
    separator = max(SEPARATORS, key=first.count)
    # Not by its lines: a cell may have several, and signs that only look like the end of one.
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=separator)
    rows: list[TableRow] = []
    header: list[str] | None = None
    try:
        for cells in reader:
            if not any(cell.strip() for cell in cells):
                continue
            if header is None:
                header = [cell.strip().lower().replace(" ", "_") for cell in cells]
                continue
            named = zip(header, map(_plain, cells), strict=False)
            rows.append(
                TableRow(
                    reader.line_num, {name: _read_cell(name, cell) for name, cell in named if name}
                )
            )
    except csv.Error as error:
        raise UnreadableTable(f"Line {reader.line_num} cannot be read: {error}.") from None
    return rows


def _json(text: str) -> object:
    try:
        return json.loads(text)
    except (ValueError, RecursionError):
        raise UnreadableTable("This is not valid JSON.") from None


def _rows_of(content: object) -> list[TableRow]:
    rows = content.get("rows") if isinstance(content, dict) else content
    if not isinstance(rows, list) or not all(isinstance(row, dict) for row in rows):
        raise UnreadableTable("The JSON must be a list of objects, one for each row.")
    return [
        TableRow(number, {str(key): _read_cell(str(key), _json_text(v)) for key, v in row.items()})
        for number, row in enumerate(rows, 1)
    ]


def _json_text(value: object) -> str:
    if isinstance(value, list | dict):
        return json.dumps(value)
    return "" if value is None else str(value)
