"""Colours by tile, a line each."""

import re
from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.colour import notation
from claycore.colour.notation import Lab
from claycore.measure.errors import ClayError
from umberpot.ui.fields.lines import LinesInput
from umberpot.ui.tables import Unreadable, decoded

MOST_LINES = 400
MOST_BYTES = 200_000
AS_WRITTEN = "a tile's code and its colour, like A12; 52.1; 8.4; -20"


@dataclass(frozen=True)
class Measured:
    """A line: a tile's code, its colour, and how that was written."""

    code: str
    lab: Lab
    written: str


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
        except Unreadable as error:
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

    def _read(self, lines: list[str]) -> dict[str, Measured]:
        """The colours by code; a line that cannot be read is an error that names it."""
        found: dict[str, Measured] = {}
        for number, line in enumerate(lines, 1):
            if not line.strip() or (number == 1 and re.match(r"\s*\"?code\b", line, re.IGNORECASE)):
                continue
            try:
                measured = _measured(line)
            except (ClayError, ValueError):
                self.add_error("lines", f"Line {number}: enter {AS_WRITTEN}.")
                return {}
            if measured.code in found:
                self.add_error("lines", f"Line {number}: {measured.code} is there twice.")
                return {}
            found[measured.code] = measured
        return found


def _measured(line: str) -> Measured:
    """A code, then a colour; told apart by a comma, a semicolon, a tab or a space."""
    code, colour = re.split(r"[,;:\t ]+", line.replace('"', "").strip(), maxsplit=1)
    lab = notation.parse(colour.replace("\t", ";"))
    return Measured(code.upper(), lab, ", ".join(f"{value:g}" for value in lab.values))
