"""What a person may ask of the clays: judged as what, filtered by what, blended with what."""

from typing import Any, cast

from django import forms
from django.http import QueryDict

from claycore.firing import cones
from claycore.judging.limits import SCHOOLS, WARES
from claycore.judging.purposes import PURPOSES
from claycore.measure import bounds
from claycore.testing.results import RESULTS, Result
from umberpot.clays.verdicts.judging import ClayPurpose, usual_purpose
from umberpot.clays.verdicts.search import BY_NAME, WAYS, ClayQuery, Condition, FigureEnd
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.fields.number_lists import read_numbers


def _named(result: Result) -> str:
    """A result with its unit, as a choice."""
    return f"{result.title.lower()}, {result.unit}" if result.unit else result.title.lower()


class ClayPurposeForm(forms.Form):
    """A clay judged as what, and by whose figures. Every field has a usual answer."""

    purpose = Choice(choices=list(PURPOSES.items()), required=False, label="Purpose")
    ware = Choice(choices=list(WARES.items()), required=False, label="Ware")
    school = Choice(choices=[(s, s) for s in SCHOOLS], required=False, label="Limits")
    cone = Choice(choices=[("", "best tested cone")], required=False, label="Cone")

    def __init__(
        self,
        asked: QueryDict,
        *,
        studio: Studio,
        tested: list[str],
        clay: Material | None = None,
    ) -> None:
        self.studio = studio
        self.clay = clay
        known = {name: asked[name] for name in self.base_fields if asked.get(name)}
        super().__init__({**self._usual(), **known})
        cone = cast(forms.ChoiceField, self.fields["cone"])
        cone.choices = [("", "best tested cone"), *((c, c) for c in tested)]

    def _usual(self) -> dict[str, str]:
        usual = usual_purpose(self.studio, self.clay)
        return {"purpose": usual.purpose, "ware": usual.ware, "school": usual.school}

    @property
    def is_unusual(self) -> bool:
        """Whether another purpose or ware was asked than the clay is usually judged as."""
        asked, usual = self.judged_as(), self._usual()
        return (asked.purpose, asked.ware) != (usual["purpose"], usual["ware"])

    def judged_as(self) -> ClayPurpose:
        """What was asked, the usual answer where nothing sensible was."""
        self.is_valid()
        asked = {**self._usual(), **{k: v for k, v in self.cleaned_data.items() if v}}
        return ClayPurpose(asked["purpose"], asked["ware"], asked["school"], asked.get("cone"))


class ClaysForm(forms.Form):
    """Which clays to list: by words, and by what their bars came to at a cone."""

    words = forms.CharField(max_length=60, required=False, label="Name or place")
    cone = Choice(
        choices=[("", "any"), *((c, c) for c in cones.CONES)], required=False, label="Cone"
    )
    total_most = MeasureField(bounds.LIMIT, required=False, label="Total shrinkage, at most")
    absorption_most = MeasureField(bounds.LIMIT, required=False, label="Absorption, at most")
    result = Choice(
        choices=[("", "choose a result"), *((r.code, _named(r)) for r in RESULTS.values())],
        required=False,
        label="Another result",
    )
    way = Choice(choices=list(WAYS.items()), required=False, label="Condition")
    figure = MeasureField(bounds.RESULT, required=False, label="Value")
    order = Choice(
        choices=[(BY_NAME, "name"), *((r.code, r.title.lower()) for r in RESULTS.values())],
        required=False,
        label="Sort by",
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("result") and cleaned.get("figure") is None and "figure" not in self.errors:
            self.add_error("figure", "Enter the value to compare with.")
        if cleaned.get("figure") is not None and not cleaned.get("result"):
            self.add_error("result", "Choose which result this value is for.")
        return cleaned

    def asked(self) -> ClayQuery:
        """What to find; what is not in order is left out."""
        if not self.is_valid():
            return ClayQuery()
        cleaned = self.cleaned_data
        wanted = (
            ("total_shrinkage", FigureEnd.AT_MOST, cleaned["total_most"]),
            ("absorption", FigureEnd.AT_MOST, cleaned["absorption_most"]),
            (cleaned["result"], cleaned["way"] or FigureEnd.AT_MOST, cleaned["figure"]),
        )
        return ClayQuery(
            cleaned["words"],
            cleaned["cone"],
            tuple(Condition(r, way, figure) for r, way, figure in wanted if figure is not None),
            cleaned["order"] or BY_NAME,
        )


class SizesForm(forms.Form):
    """Sizes to end at, to be made larger by a clay's shrinkage."""

    sizes = forms.CharField(max_length=200, required=False, label="Fired size")

    def clean_sizes(self) -> list[float]:
        typed = self.cleaned_data["sizes"].strip()
        if not typed:
            return []
        try:
            sizes = [bounds.LENGTH.check("", size) for size in read_numbers(typed)]
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None
        if len(sizes) > 24:
            raise forms.ValidationError("Enter at most 24 sizes.")
        return sizes


class FloorForm(forms.Form):
    """The floor of what is meant to be made: its thickness and the foot ring it stands on."""

    use_required_attribute = False

    floor_mm = MeasureField(bounds.LENGTH, label="Floor thickness", initial=7)
    ring_mm = MeasureField(bounds.LENGTH, label="Foot ring, across", initial=95)
