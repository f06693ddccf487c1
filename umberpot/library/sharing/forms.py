"""For how long a link works."""

from django import forms

DAYS = [(7, "7 days"), (30, "30 days"), (365, "one year")]


class ShareForm(forms.Form):
    """How long it is open; it can be revoked before."""

    days = forms.TypedChoiceField(coerce=int, choices=DAYS, initial=30, label="Expires after")
