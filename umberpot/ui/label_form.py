"""Which label sheet, how much of it is used up, how many of each."""

from django import forms
from django.http import HttpResponse

from umberpot.ui.downloads import PDF, download
from umberpot.ui.fields.measures import Choice
from umberpot.ui.label_sheets import SHEETS, Label, labels_pdf

MOST_COPIES = 50


class LabelsForm(forms.Form):
    """Which sheet, how many labels on it are used up, and how many of each."""

    use_required_attribute = False

    sheet = Choice(
        choices=[(key, sheet.title) for key, sheet in SHEETS.items()],
        initial="a4-24",
        label="Sheet",
    )
    skip = forms.IntegerField(min_value=0, max_value=39, initial=0, label="Labels already used")
    copies = forms.IntegerField(
        min_value=1, max_value=MOST_COPIES, initial=1, label="Copies of each"
    )

    def pdf(self, labels: list[Label], name: str) -> HttpResponse:
        """The sheets, as a file to download; the form is valid."""
        sheet = SHEETS[self.cleaned_data["sheet"]]
        copies = [label for label in labels for _ in range(self.cleaned_data["copies"])]
        skip = self.cleaned_data["skip"] % sheet.per_page
        return download(labels_pdf(copies, sheet, skip), PDF, f"{name}.pdf")
