"""The form of one photograph of a clay."""

from django import forms

from umberpot.ui.fields.photographs import PhotographField


class PhotoForm(forms.Form):
    """One photograph of a clay."""

    photo = PhotographField()
    caption = forms.CharField(max_length=120, required=False, label="Caption")
