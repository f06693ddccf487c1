"""The calculators of ``/mix/``. Each form reckons; these only name the form and its templates."""

import uuid
from typing import Any

from django.http import HttpRequest

from umberpot.mixing.calculators.adjust import AdjustForm
from umberpot.mixing.calculators.bucket import BucketForm
from umberpot.mixing.calculators.check_sum import CheckSumForm
from umberpot.mixing.calculators.dose import DoseForm
from umberpot.mixing.calculators.grid import GridForm
from umberpot.mixing.calculators.join import JoinForm
from umberpot.mixing.calculators.kilos import KilosForm
from umberpot.mixing.calculators.layers import DarkForm, LayersForm
from umberpot.mixing.calculators.series import SeriesForm
from umberpot.mixing.calculators.water import WaterForm
from umberpot.shelf.models import Material
from umberpot.ui.calculators import CalculatorForm, CalculatorView

PLACE = "Mix"


class MixCalculator(CalculatorView):
    """Base: the shelf's names to choose from, and the studio's own scale."""

    initial: dict[str, str] = {}

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        context: dict[str, Any] = {"place": PLACE, "request_key": uuid.uuid4()}
        initial: dict[str, Any] = dict(self.initial)
        if request.user.is_authenticated:
            studio = request.studio  # type: ignore[attr-defined]
            materials = list(Material.objects.of(studio).on_shelf())
            context["clays"] = [m for m in materials if m.is_clay]
            context["colourants"] = [m for m in materials if m.is_colourant]
            initial["scale_step_g"] = initial["scale_step"] = studio.scale_step_g
        if not form.is_bound:
            form.initial = initial
        return context


class DoseView(MixCalculator):
    """``/mix/dose/``: grams of colourant on dry clay."""

    form_class = DoseForm
    page = "mixing/calculators/dose.html"
    fragment = "mixing/calculators/_dose_answer.html"


class AdjustView(MixCalculator):
    """``/mix/adjust/``: another strength for a mix that exists."""

    form_class = AdjustForm
    page = "mixing/calculators/adjust.html"
    fragment = "mixing/calculators/_adjust_answer.html"


class SeriesView(MixCalculator):
    """``/mix/series/``: several strengths from little powder."""

    form_class = SeriesForm
    page = "mixing/calculators/series.html"
    fragment = "mixing/calculators/_series_answer.html"
    initial = {
        "pcts": "5, 10, 15",
        "tile_dry_g": "25",
        "tiles_each": "1",
        "loss_pct": "5",
        "smallest_batch_g": "30",
    }


class GridView(MixCalculator):
    """``/mix/grid/``: one or two additions in slip, from the fewest pots."""

    form_class = GridForm
    page = "mixing/calculators/grid.html"
    fragment = "mixing/calculators/_grid_answer.html"
    initial = {"cell_g": "100", "solids_pct": "70"}


class CheckSumView(MixCalculator):
    """``/mix/check-sum/``: is this right, and if not, what went wrong?"""

    form_class = CheckSumForm
    page = "mixing/calculators/check_sum.html"
    fragment = "mixing/calculators/_check_sum_answer.html"


class BucketView(MixCalculator):
    """``/mix/slip/``: slip in a bucket."""

    form_class = BucketForm
    page = "mixing/calculators/slip.html"
    fragment = "mixing/calculators/_slip_answer.html"


class WaterView(MixCalculator):
    """``/mix/water/``: the water in a clay, from a pinch."""

    form_class = WaterForm
    page = "mixing/calculators/water.html"
    fragment = "mixing/calculators/_water_answer.html"

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        """``of`` is the clay on the shelf that the pinch was taken of."""
        return {**super().page_context(request, form), "of_pk": request.GET.get("of", "")}


class JoinView(MixCalculator):
    """``/mix/join/``: what two leftovers become as one."""

    form_class = JoinForm
    page = "mixing/calculators/join.html"
    fragment = "mixing/calculators/_join_answer.html"


class KilosView(MixCalculator):
    """``/mix/kilos/``: so much finished clay of a colour."""

    form_class = KilosForm
    page = "mixing/calculators/kilos.html"
    fragment = "mixing/calculators/_kilos_answer.html"


class LayersView(MixCalculator):
    """``/mix/layers/``: coloured clay stretched with plain."""

    form_class = LayersForm
    page = "mixing/calculators/layers.html"
    fragment = "mixing/calculators/_layers_answer.html"


class DarkView(MixCalculator):
    """``/mix/dark/``: three ways to a dark ground, by cost."""

    form_class = DarkForm
    page = "mixing/calculators/dark.html"
    fragment = "mixing/calculators/_dark_answer.html"
    initial = {"water_pct": "22", "stain_pct": "6"}
