"""The form of a log that is brought in."""

from django import forms

from umberpot.kiln.logs.from_csv import DEGREE_WORDS, TIME_WORDS, Columns, LogDegrees, TimeAs
from umberpot.ui.fields.measures import Choice


class LogFileForm(forms.Form):
    """A file, and where in it time and temperature stand: asked, because guesses go wrong."""

    use_required_attribute = False

    file = forms.FileField(label="CSV file")
    time_column = forms.CharField(
        max_length=100, label="Time column", widget=forms.TextInput({"list": "columns"})
    )
    time_as = Choice(choices=[("", "choose"), *TIME_WORDS.items()], label="Time format")
    temperature_column = forms.CharField(
        max_length=100, label="Temperature column", widget=forms.TextInput({"list": "columns"})
    )
    degrees = Choice(choices=[("", "choose"), *DEGREE_WORDS.items()], label="Temperature unit")

    def columns(self) -> Columns:
        """What valid input says of the file."""
        typed = self.cleaned_data
        return Columns(
            typed["time_column"],
            typed["temperature_column"],
            TimeAs(typed["time_as"]),
            LogDegrees(typed["degrees"]),
        )
