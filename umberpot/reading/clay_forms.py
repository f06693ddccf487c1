"""What a person may ask of the clays: judged as what, filtered by what, blended with what."""

from typing import Any, cast

from django import forms
from django.http import QueryDict

from claycore.firing import cones
from claycore.judging.mending import LINE_STEPS_PCT, MOST_ADDED_PCT
from claycore.judging.purposes import PURPOSES, THROWING
from claycore.judging.vitrification import SCHOOLS, WARES
from claycore.measure import bounds
from claycore.testing.results import RESULTS, Result
from umberpot.measures import Choice, MeasureField
from umberpot.mixing.forms.percentages import PercentagesField
from umberpot.reading.clay_search import AT_MOST, BY_NAME, WAYS, Asked, Condition
from umberpot.reading.clays import JudgedAs
from umberpot.reading.limits import RULES, absorption_key, absorption_limit, limits_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio


def _named(result: Result) -> str:
    """A result with its unit, as a choice."""
    return f"{result.title.lower()}, {result.unit}" if result.unit else result.title.lower()


class JudgedAsForm(forms.Form):
    """A clay judged as what, and by whose figures. Every field has a usual answer."""

    purpose = Choice(choices=list(PURPOSES.items()), required=False, label="For")
    ware = Choice(choices=list(WARES.items()), required=False, label="As")
    school = Choice(choices=[(s, s) for s in SCHOOLS], required=False, label="Whose limits")
    cone = Choice(choices=[("", "best tested")], required=False, label="At cone")

    def __init__(self, asked: QueryDict, *, studio: Studio, tested: list[str]) -> None:
        self.studio = studio
        known = {name: asked[name] for name in self.base_fields if asked.get(name)}
        super().__init__({**self._usual(), **known})
        cone = cast(forms.ChoiceField, self.fields["cone"])
        cone.choices = [("", "best tested"), *((c, c) for c in tested)]

    def _usual(self) -> dict[str, str]:
        return {"purpose": THROWING, "ware": self.studio.ware, "school": self.studio.school}

    def judged_as(self) -> JudgedAs:
        """What was asked, the usual answer where nothing sensible was."""
        self.is_valid()
        asked = {**self._usual(), **{k: v for k, v in self.cleaned_data.items() if v}}
        return JudgedAs(asked["purpose"], asked["ware"], asked["school"], asked.get("cone"))


class ClaysForm(forms.Form):
    """Which clays to list: by words, and by what their bars came to at a cone."""

    words = forms.CharField(max_length=60, required=False, label="Name or place")
    cone = Choice(
        choices=[("", "any"), *((c, c) for c in cones.CONES)], required=False, label="At cone"
    )
    total_most = MeasureField(bounds.LIMIT, required=False, label="Shrinks at most")
    absorption_most = MeasureField(bounds.LIMIT, required=False, label="Absorbs at most")
    result = Choice(
        choices=[("", "anything else"), *((r.code, _named(r)) for r in RESULTS.values())],
        required=False,
        label="And",
    )
    way = Choice(choices=list(WAYS.items()), required=False, label="is")
    figure = MeasureField(bounds.RESULT, required=False, label="this figure")
    order = Choice(
        choices=[(BY_NAME, "name"), *((r.code, r.title.lower()) for r in RESULTS.values())],
        required=False,
        label="In order of",
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("result") and cleaned.get("figure") is None and "figure" not in self.errors:
            self.add_error("figure", "Give the figure that it is held against.")
        if cleaned.get("figure") is not None and not cleaned.get("result"):
            self.add_error("result", "Choose which figure is meant.")
        return cleaned

    def asked(self) -> Asked:
        """What to find; what is not in order is left out."""
        if not self.is_valid():
            return Asked()
        cleaned = self.cleaned_data
        wanted = (
            ("total_shrinkage", AT_MOST, cleaned["total_most"]),
            ("absorption", AT_MOST, cleaned["absorption_most"]),
            (cleaned["result"], cleaned["way"] or AT_MOST, cleaned["figure"]),
        )
        return Asked(
            cleaned["words"],
            cleaned["cone"],
            tuple(Condition(r, way, figure) for r, way, figure in wanted if figure is not None),
            cleaned["order"] or BY_NAME,
        )


class LineForm(forms.Form):
    """A line of blends: what is added, in which steps, and how much of each."""

    other = forms.ModelChoiceField(
        queryset=Material.objects.none(), label="Blend it with", empty_label="choose a clay"
    )
    steps = PercentagesField(
        label="Of the blend, in percent",
        initial=", ".join(f"{step:g}" for step in LINE_STEPS_PCT),
    )
    dry_g = MeasureField(bounds.MASS, label="Dry weight of each", initial=400.0)

    def __init__(self, *args: Any, clay: Material, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        others = Material.objects.of(clay.studio).on_shelf().clays().exclude(pk=clay.pk)
        cast(forms.ModelChoiceField, self.fields["other"]).queryset = others

    def clean_steps(self) -> tuple[float, ...]:
        steps: tuple[float, ...] = self.cleaned_data["steps"]
        if len(steps) > 5:
            raise forms.ValidationError("From one to five steps, such as 10, 20, 30.")
        if any(not 0 < step < 100 for step in steps) or len(set(steps)) < len(steps):
            raise forms.ValidationError("Each step once, more than 0 and less than 100 %.")
        return tuple(sorted(steps))

    def beyond_usual(self) -> bool:
        """Whether a step is more than most would add."""
        return any(step > MOST_ADDED_PCT for step in self.cleaned_data["steps"])


class SizesForm(forms.Form):
    """Sizes to end at, to be made larger by a clay's shrinkage."""

    sizes = forms.CharField(max_length=200, required=False, label="To end at")

    def clean_sizes(self) -> list[float]:
        field = MeasureField(bounds.LENGTH)
        texts = [t.rstrip(",") for t in self.cleaned_data["sizes"].replace(";", " ").split()]
        if len(texts) > 24:
            raise forms.ValidationError("At most 24 sizes at a time.")
        return [field.clean(text) for text in texts]


class LimitsForm(forms.Form):
    """The studio's own figures for every rule; an emptied one goes back to the usual."""

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.studio = studio
        self.usual: dict[str, float] = {}
        usual = limits_of(Studio(), studio.ware, studio.school)
        for ware in WARES:
            for school in SCHOOLS:
                high = absorption_limit(Studio(), ware, school).high_pct
                self._add(absorption_key(ware, school), f"{WARES[ware]}, {school}", high)
        for name, label in RULES.items():
            self._add(name, label, getattr(usual, name))

    def _add(self, name: str, label: str, usual: float) -> None:
        self.usual[name] = usual
        self.fields[name] = MeasureField(
            bounds.LIMIT,
            required=False,
            label=label,
            initial=self.studio.own_limits.get(name, usual),
        )

    @property
    def absorption_fields(self) -> list[forms.BoundField]:
        return [self[name] for name in self.fields if name not in RULES]

    @property
    def rule_fields(self) -> list[forms.BoundField]:
        return [self[name] for name in RULES]

    def own(self) -> dict[str, float]:
        """The figures that differ from the usual ones."""
        return {
            name: value
            for name, value in self.cleaned_data.items()
            if value is not None and value != self.usual[name]
        }
