"""The form that plans a bar test."""

from typing import Any

from django import forms

from claycore.firing import cones
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.testing import bar_plan, soaking
from claycore.testing.bar_plan import PlannedBar
from umberpot.firings.forms import AtmosphereChoice
from umberpot.tiles.forms import MarkedLineForm
from umberpot.ui.calculators import blaming_fields
from umberpot.ui.fields.measures import Choice, MeasureField

CONE_CHOICES = [(cone, cone) for cone in cones.CONES]
MOST_CONES = 8


class BarTestForm(MarkedLineForm):
    """Which cones, how many bars, and what is done to them."""

    name = forms.CharField(max_length=80, label="Test name")
    cones = forms.CharField(
        max_length=60,
        label="Cones to test",
        help_text="Separate cones with commas or spaces, in any order.",
    )
    replicates = forms.IntegerField(
        min_value=1,
        max_value=bar_plan.MOST_REPLICATES,
        initial=3,
        label="Bars per cone",
        help_text="Use three or more: a single bar cannot show how much bars vary.",
    )
    path = Choice(
        choices=[
            ("own", "separate bars for each cone"),
            ("climbing", "the same bars, fired hotter each time"),
        ],
        initial="own",
        label="Firing plan",
    )
    bisque = Choice(
        choices=[("", "none"), *CONE_CHOICES], required=False, initial="04", label="Bisque first"
    )
    atmosphere = AtmosphereChoice()
    soak = Choice(
        choices=[("all", "every bar"), ("one", "one extra bar per cone")],
        initial="all",
        label="Bars to soak",
    )
    method = Choice(
        choices=soaking.choices,
        initial=soaking.USUAL_METHOD.code,
        label="Soaking method",
    )
    bend = forms.BooleanField(
        required=False,
        label="Add a bend bar per cone, across two supports",
        widget=forms.CheckboxInput({"class": "size-6"}),
    )
    span_mm = MeasureField(bounds.LENGTH, required=False, label="Span between the supports")

    def clean_cones(self) -> list[str]:
        names = self.cleaned_data["cones"].replace(",", " ").split()
        for name in names:
            try:
                cones.check(name)
            except ClayError as error:
                raise forms.ValidationError(f"{name}? {error}") from None
        if len(set(names)) > MOST_CONES:
            raise forms.ValidationError(f"A test can have at most {MOST_CONES} cones. Remove some.")
        return names

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("bend") and cleaned.get("span_mm") is None and "span_mm" not in self.errors:
            self.add_error("span_mm", "Enter the span between the supports.")
        if not self.errors:
            with blaming_fields(self):
                cleaned["bars"] = self._bars(cleaned)
        return cleaned

    def _bars(self, cleaned: dict[str, Any]) -> tuple[PlannedBar, ...]:
        return bar_plan.plan(
            cleaned["cones"],
            cleaned["replicates"],
            cleaned["soak"] == "one",
            cleaned["bend"],
            climbing=cleaned["path"] == "climbing",
            bisque=cleaned["bisque"] or None,
        )
