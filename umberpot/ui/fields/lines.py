"""A field of several lines, each one entry; in a query string the key repeated."""

from collections.abc import Callable
from typing import Any, Generic, TypeVar

from django import forms

from umberpot.ui.fields.measures import LONGEST_TEXT


class LinesInput(forms.Textarea):
    """The key repeated, or one entry a line."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        values = data.getlist(name) if hasattr(data, "getlist") else [data.get(name, "")]
        return [line.strip() for value in values for line in value.splitlines() if line.strip()]

    def format_value(self, value: Any) -> str:
        return "\n".join(value or [])


Entry = TypeVar("Entry")


class EntriesField(forms.Field, Generic[Entry]):
    """Lines that each say one thing; cleans to a list. ``read`` raises ValueError for what is not.

    ``noun`` is what an entry is called, ``as_written`` how a line is to be written, and ``most``
    how many there may be.
    """

    def __init__(
        self,
        read: Callable[[str], Entry],
        noun: str,
        as_written: str,
        most: int,
        *,
        label: str,
        rows: int,
        required: bool = True,
    ) -> None:
        widget = LinesInput({"rows": rows, "spellcheck": "false"})
        super().__init__(label=label, widget=widget, required=required)
        self.read, self.noun, self.as_written, self.most = read, noun, as_written, most

    def clean(self, value: list[str]) -> list[Entry]:
        if not value and not self.required:
            return []
        if not value:
            raise forms.ValidationError(f"Enter at least one {self.noun}.", "required")
        if len(value) > self.most:
            raise forms.ValidationError(f"At most {self.most} lines. Remove some.")
        return [self._entry(number, text) for number, text in enumerate(value, 1)]

    def _entry(self, number: int, text: str) -> Entry:
        try:
            if len(text) > LONGEST_TEXT:
                raise ValueError
            return self.read(text)
        except ValueError:
            raise forms.ValidationError(f"Line {number}: enter {self.as_written}.") from None
