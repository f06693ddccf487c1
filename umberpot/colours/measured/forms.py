"""Colours by tile, a line each."""

import re
from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.colour import notation
from claycore.colour.notation import Lab
from claycore.measure.errors import ClayError
from umberpot.tiles.models import BARE_HALF
from umberpot.ui.fields.lines import LinesInput
from umberpot.ui.tables import UnreadableTable, decoded

MOST_LINES = 400
MOST_BYTES = 200_000
_APART = r"[,;:\t ]+"
AS_WRITTEN = "a tile's code and its colour, like A12; 52.1; 8.4; -20"


@dataclass(frozen=True)
class MeasuredLine:
    """A line: a tile's code, its colour, how that was written, and whether it is the bare half."""

    code: str
    lab: Lab
    written: str
    of_bare_half: bool = False

    @property
    def label(self) -> str:
        return f"{self.code}{BARE_HALF}" if self.of_bare_half else self.code


class MeasuredForm(forms.Form):
    """Lines of a code and L, a, b, pasted or in a file; a heading that names columns is skipped."""

    use_required_attribute = False

    lines = forms.Field(
        widget=LinesInput({"rows": 8, "spellcheck": "false"}), required=False, label="Colours"
    )
    file = forms.FileField(
        required=False,
        label="Or a CSV file",
        widget=forms.FileInput(attrs={"accept": ".csv,text/csv,text/plain", "class": "input"}),
    )

    def clean_file(self) -> list[str]:
        upload = self.cleaned_data["file"]
        if not upload:
            return []
        if upload.size > MOST_BYTES:
            raise forms.ValidationError("This file is over 200 kB. Choose a smaller one.")
        try:
            return decoded(upload.read()).splitlines()
        except UnreadableTable as error:
            raise forms.ValidationError(str(error)) from None

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        lines = [*(cleaned.get("lines") or []), *(cleaned.get("file") or [])]
        if not lines and not self.errors:
            self.add_error("lines", "Paste the colours, or choose a file.")
        elif len(lines) > MOST_LINES:
            self.add_error("lines", f"At most {MOST_LINES} lines at a time. Remove some.")
        else:
            cleaned["measured"] = self._read(lines)
        return cleaned

    def _read(self, lines: list[str]) -> dict[str, MeasuredLine]:
        """The colours by tile or half; a line that cannot be read is an error that names it."""
        found: dict[str, MeasuredLine] = {}
        for number, line in enumerate(lines, 1):
            if not line.strip() or (number == 1 and re.match(r"\s*\"?code\b", line, re.IGNORECASE)):
                continue
            try:
                measured = _measured(line)
            except (ClayError, ValueError):
                self.add_error("lines", f"Line {number}: enter {AS_WRITTEN}.")
                return {}
            if measured.label in found:
                self.add_error("lines", f"Line {number}: {measured.label} is there twice.")
                return {}
            found[measured.label] = measured
        return found


def _measured(line: str) -> MeasuredLine:
    """A code, ``unglazed`` for that half, a colour; a comma, semicolon, tab or space apart."""
    code, colour = re.split(_APART, line.replace('"', "").strip(), maxsplit=1)
    bare = re.match(rf"(?:bare|unglazed)(?: half)?{_APART}", colour, re.IGNORECASE)
    if bare:
        colour = colour[bare.end() :]
    lab = notation.parse(colour.replace("\t", ";"))
    written = ", ".join(f"{value:g}" for value in lab.values)
    return MeasuredLine(code.upper(), lab, written, bool(bare))
