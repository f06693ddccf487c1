"""The form of one photograph of a clay."""

from django import forms

from umberpot.ui.pictures import as_jpeg


class PhotoForm(forms.Form):
    """One photograph of a clay."""

    photo = forms.FileField(
        label="Photograph",
        widget=forms.FileInput(attrs={"accept": "image/jpeg,image/png,image/webp,image/heic"}),
    )
    caption = forms.CharField(max_length=120, required=False, label="Caption")

    def clean_photo(self) -> bytes:
        upload = self.cleaned_data["photo"]
        return as_jpeg(upload.file, upload.size)
