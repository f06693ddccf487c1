"""The form that takes an archive in."""

from django import forms


class ArchiveForm(forms.Form):
    """One zip file."""

    use_required_attribute = False

    archive = forms.FileField(
        label="Full export of a studio", widget=forms.ClearableFileInput(attrs={"accept": ".zip"})
    )
