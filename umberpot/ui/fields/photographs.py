"""The form field for one photograph, which comes out as the JPEG to keep."""

from typing import Any

from django import forms

from umberpot.ui.pictures import TO_LOOK_AT, Keeping, as_jpeg

PICTURES = "image/jpeg,image/png,image/webp,image/heic"


class PhotographField(forms.FileField):
    """One photograph: the bytes of a JPEG, kept as fits its use; None where none was chosen."""

    def __init__(self, keeping: Keeping = TO_LOOK_AT, **kwargs: Any) -> None:
        self.keeping = keeping
        kwargs.setdefault("label", "Photograph")
        widget = forms.FileInput({"accept": PICTURES, "class": "input"})
        super().__init__(widget=widget, **kwargs)

    def clean(self, data: Any, initial: Any = None) -> bytes | None:
        upload = super().clean(data, initial)
        return as_jpeg(upload.file, upload.size, self.keeping) if upload else None
