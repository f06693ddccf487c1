"""Two colours: ``/results/colour-difference/``."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.colour.comparison import ColourShift, compare
from claycore.colour.difference import ciede2000, in_words
from claycore.colour.notation import Lab
from claycore.measure.formatting import true_minus
from claycore.measure.notices import Notice
from umberpot.colours.fields import ColourField
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.wall import Swatch, touching


@dataclass(frozen=True)
class TwoColours:
    """The colours to be compared."""

    a: Lab
    b: Lab


class DifferenceForm(CalculatorForm[TwoColours]):
    """The query string: ``a`` and ``b``."""

    a = ColourField("First colour")
    b = ColourField("Second colour")

    def inputs(self) -> TwoColours:
        return TwoColours(self.cleaned_data["a"], self.cleaned_data["b"])


@dataclass(frozen=True)
class Difference:
    """How far two colours lie apart, and in what."""

    delta_e: float
    change: ColourShift


@dataclass(frozen=True, kw_only=True)
class DifferenceAnswer(Answer):
    """The contract of ``/results/colour-difference/``."""

    delta_e_2000: float
    lab_a: tuple[float, float, float]
    lab_b: tuple[float, float, float]
    reading: str


class DifferenceView(Calculator[TwoColours, Difference]):
    """How far apart two fired colours are."""

    form_class = DifferenceForm
    page = "results/calculators/colour/difference.html"
    fragment = "results/calculators/colour/_difference_answer.html"

    def solve(self, inputs: TwoColours) -> Difference:
        return Difference(ciede2000(inputs.a, inputs.b), compare(inputs.a, inputs.b))

    def answer(self, inputs: TwoColours, result: Difference) -> DifferenceAnswer:
        return DifferenceAnswer(
            delta_e_2000=result.delta_e,
            lab_a=inputs.a.values,
            lab_b=inputs.b.values,
            reading=in_words(result.delta_e),
            warnings=beyond_a_screen([inputs.a, inputs.b]),
        )

    def shown(self, inputs: TwoColours, result: Difference) -> dict[str, Any]:
        swatches = [Swatch("First", inputs.a), Swatch("Second", inputs.b)]
        return {
            "row": touching(swatches, "The two colours, touching"),
            "change": result.change,
            "axes": _axes(result.change),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _axes(change: ColourShift) -> str:
    """The difference in each direction of CIELAB."""
    parts = (("ΔL", change.lightness), ("ΔC", change.chroma), ("ΔH", change.hue))
    return true_minus(", ".join(f"{name} {value:+.1f}" for name, value in parts))


def beyond_a_screen(colours: list[Lab]) -> list[Notice]:
    """That a colour is shown as the nearest one a screen has, if that is so."""
    if all(colour.on_screen for colour in colours):
        return []
    said = "A screen cannot show one of these colours. The nearest it can is shown."
    return [Notice("beyond_a_screen", said)]
