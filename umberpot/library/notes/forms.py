"""The form of one note."""

from typing import Any

from django import forms

from umberpot.library.models import LONGEST_NOTE
from umberpot.ui.fields.photographs import PhotographField


class NoteForm(forms.Form):
    """Words, a photograph, or both."""

    use_required_attribute = False

    words = forms.CharField(
        max_length=LONGEST_NOTE,
        required=False,
        label="Note",
        widget=forms.Textarea({"rows": 2}),
    )
    photograph = PhotographField(required=False)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors and not cleaned.get("words") and not cleaned.get("photograph"):
            self.add_error("words", "Write a note, or choose a photograph.")
        return cleaned
