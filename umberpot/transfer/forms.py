"""The form of an import."""

from typing import Any

from django import forms

from umberpot.transfer.kinds import KINDS
from umberpot.ui import tables
from umberpot.ui.fields.measures import Choice

EVERYTHING = "everything"
ALL = "all"
GOOD = "good"


class ImportForm(forms.Form):
    """A file or a paste, what is in it, and what to do about bad rows.

    Cleans to ``rows``: the rows of one kind, or for everything those of each kind by its name.
    """

    use_required_attribute = False

    kind = Choice(
        choices=[
            *((key, kind.title) for key, kind in KINDS.items()),
            (EVERYTHING, "All five lists (JSON)"),
        ],
        initial="materials",
    )
    file = forms.FileField(required=False, label="CSV or JSON file", allow_empty_file=True)
    paste = forms.CharField(
        required=False,
        max_length=tables.MOST_BYTES,
        widget=forms.Textarea,
        label="Or paste from a spreadsheet, with the header row",
    )
    bad_rows = Choice(
        choices=[(ALL, "import nothing"), (GOOD, "import the valid rows")],
        initial=ALL,
        label="If a row has a problem",
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        text = cleaned.get("paste") or ""
        if cleaned.get("kind"):
            try:
                if cleaned.get("file"):
                    text = tables.decoded(cleaned["file"].read())
                cleaned["rows"] = _rows(cleaned["kind"], text)
            except tables.UnreadableTable as error:
                self.add_error("file" if cleaned.get("file") else "paste", str(error))
        return cleaned


def _rows(kind: str, text: str) -> list[tables.TableRow] | dict[str, list[tables.TableRow]]:
    if kind == EVERYTHING:
        return tables.read_all(text, {key: kind.columns for key, kind in KINDS.items()})
    return tables.read(text, KINDS[kind].columns)
