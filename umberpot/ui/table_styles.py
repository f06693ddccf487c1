"""How a spreadsheet here reads a CSV file: one entry a habit."""

from dataclasses import dataclass


@dataclass(frozen=True)
class TableStyle:
    """What stands between columns, and what stands before decimals."""

    title: str
    separator: str
    decimal_mark: str


USUAL_TABLES = "comma"
TABLE_STYLES = {
    USUAL_TABLES: TableStyle("Commas, decimal point", ",", "."),
    "semicolon": TableStyle("Semicolons, decimal comma", ";", ","),
}
"""By their codes. A spreadsheet takes the one or the other by the country it is set to: RFC 4180
has commas, and where the comma is the decimal mark the semicolon is common practice."""

PLAIN = TABLE_STYLES[USUAL_TABLES]
TABLE_STYLE_CHOICES = [(code, style.title) for code, style in TABLE_STYLES.items()]
