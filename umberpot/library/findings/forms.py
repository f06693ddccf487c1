"""The forms of a finding and of an expectation."""

from django import forms

from umberpot.library.models.findings import LONGEST_FINDING, LONGEST_SENTENCE
from umberpot.ui.fields.measures import STILL_NEEDED


class FindingForm(forms.Form):
    """One sentence, and its reasons."""

    use_required_attribute = False

    sentence = forms.CharField(
        max_length=LONGEST_SENTENCE,
        label="Finding",
        widget=forms.Textarea({"rows": 2}),
        error_messages={"required": STILL_NEEDED},
    )
    words = forms.CharField(
        max_length=LONGEST_FINDING,
        required=False,
        label="Reasons and open questions",
        widget=forms.Textarea({"rows": 8}),
    )

    def clean_sentence(self) -> str:
        return " ".join(self.cleaned_data["sentence"].split())


class ExpectForm(forms.Form):
    """What is expected of a trial."""

    use_required_attribute = False

    words = forms.CharField(
        max_length=500,
        label="What do you expect?",
        widget=forms.Textarea({"rows": 2}),
        error_messages={"required": STILL_NEEDED},
    )
