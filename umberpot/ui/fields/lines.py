"""A field of several entries of some parts each; in a query string the key repeated."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from django import forms

from umberpot.ui.fields.measures import LONGEST_TEXT

WHOLE_ROW = 12
"""A row of parts is so wide; see :attr:`Column.width`."""

NARROWEST = 3
"""A part that is narrower than this has a third of the row on a phone."""


@dataclass(frozen=True)
class Column:
    """A part of an entry, between its colons, as it is typed or chosen.

    ``width`` is its share of a row of 12. What is ``optional`` may be left out at the end.
    """

    name: str
    label: str
    width: int
    choices: Sequence[tuple[str, str]] = ()
    is_number: bool = True
    optional: bool = False


class LinesInput(forms.Textarea):
    """The key repeated, or one entry a line."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        values = data.getlist(name) if hasattr(data, "getlist") else [data.get(name, "")]
        return [line.strip() for value in values for line in value.splitlines() if line.strip()]

    def format_value(self, value: Any) -> str:
        return "\n".join(value or [])


class UnreadableEntry(Exception):
    """Why an entry cannot be read, in a sentence that goes on from its name."""


class WrongEntry(forms.ValidationError):
    """An entry, counted from 1, that cannot be read, and why or what is allowed."""

    def __init__(self, number: int, noun: str, sentence: str) -> None:
        super().__init__(f"{noun.capitalize()} {number}: {sentence}")
        self.number = number


Entry = TypeVar("Entry")


class EntriesField(forms.Field, Generic[Entry]):
    """Entries that each say one thing; cleans to a list.

    ``read`` raises ValueError for a line that is not written as it should be, or UnreadableEntry
    with what is wrong with it.

    ``noun`` is what an entry is called, ``as_written`` how a line is to be written, ``most`` how
    many there may be. ``columns`` are its parts, where a page offers a row of fields for each.
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
        columns: Sequence[Column] = (),
        required: bool = True,
    ) -> None:
        widget = LinesInput({"rows": rows, "spellcheck": "false"})
        super().__init__(label=label, widget=widget, required=required)
        self.read, self.noun, self.as_written, self.most = read, noun, as_written, most
        self.columns = columns

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
            raise WrongEntry(number, self.noun, f"enter {self.as_written}.") from None
        except UnreadableEntry as error:
            raise WrongEntry(number, self.noun, str(error)) from None
