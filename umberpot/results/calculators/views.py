"""The calculators of Results. Each only names its form and its templates."""

from django.http import HttpRequest

from umberpot.results.calculators.absorption import AbsorptionForm
from umberpot.results.calculators.shrinkage import ShrinkageForm
from umberpot.ui.calculators import CalculatorForm, CalculatorView

PLACE = "Read"


class ShrinkageView(CalculatorView):
    """``/results/shrinkage/``."""

    form_class = ShrinkageForm
    page = "results/calculators/shrinkage.html"
    fragment = "results/calculators/_shrinkage_answer.html"

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, str]:
        return {"place": PLACE}


class AbsorptionView(CalculatorView):
    """``/results/absorption/``."""

    form_class = AbsorptionForm
    page = "results/calculators/absorption.html"
    fragment = "results/calculators/_absorption_answer.html"

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, str]:
        return {"place": PLACE}
