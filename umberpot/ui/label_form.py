"""Which label sheet, how much of it is used up, how many of each."""

from django import forms
from django.http import HttpResponse, QueryDict

from umberpot.ui.downloads import PDF, download
from umberpot.ui.fields.measures import Choice
from umberpot.ui.label_sheets import SHEETS, Label, fits, labels_pdf, sheets_for
from umberpot.ui.pdf.paper import Paper

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

    @classmethod
    def begun(cls, asked: QueryDict, paper: Paper) -> "LabelsForm":
        """What was asked for; else with the usual sheet of a paper."""
        return cls(asked if "sheet" in asked else None, initial={"sheet": paper.label_sheet})

    def pdf(self, labels: list[Label], name: str) -> HttpResponse | None:
        """The sheets, as a file to download; the form is valid.

        None, with the reason at its field, where a label has to say more than there is room for.
        """
        sheet = SHEETS[self.cleaned_data["sheet"]]
        too_long = [label.code for label in labels if not fits(label, sheet)]
        if too_long:
            self.add_error("sheet", _does_not_fit(too_long[0], len(too_long), sheets_for(labels)))
            return None
        copies = [label for label in labels for _ in range(self.cleaned_data["copies"])]
        skip = self.cleaned_data["skip"] % sheet.per_page
        return download(labels_pdf(copies, sheet, skip), PDF, f"{name}.pdf")


def _does_not_fit(code: str, count: int, sheets: list[str]) -> str:
    others = f" and {count - 1} more" if count > 1 else ""
    fit = f"These have room: {'; '.join(sheets)}." if sheets else "No sheet has; shorten its name."
    return f"“{code}”{others} cannot stand whole on so small a label with its caution. {fit}"
