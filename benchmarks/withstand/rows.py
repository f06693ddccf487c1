"""What was measured, and whether it is what has to hold."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Row:
    """One line of the table."""

    what: str
    measured: str
    wanted: str
    holds: bool

    def __str__(self) -> str:
        mark = "holds" if self.holds else "FAILS"
        return f"  {mark}  {self.what}: {self.measured} (wanted: {self.wanted})"
