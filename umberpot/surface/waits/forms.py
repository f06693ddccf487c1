"""The form of a studio's own waits: a least and a most for each, in hours."""

from typing import Any

from django import forms

from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.surface.steps import WAITS, OwnTime, SurfaceStep
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import MeasureField

HOURS = Bound(0, 1440, "Enter hours: more than 0 and at most 1440, which is 60 days.")


class WaitsForm(EditingForm, forms.Form):
    """Each wait in hours; one that is left empty is the usual one."""

    use_required_attribute = False

    def __init__(self, *args: Any, own: dict[str, OwnTime], **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        for wait in WAITS:
            times = own.get(wait.code)
            for end in ("least", "most"):
                field = MeasureField(HOURS, required=False, label=f"{wait.title}, {_END[end]}")
                if times:
                    minutes = times.least_min if end == "least" else times.most_min
                    field.initial = f"{minutes / 60:g}"
                self.fields[f"{end}_{wait.code}"] = field

    @property
    def rows(self) -> list[tuple[SurfaceStep, forms.BoundField, forms.BoundField]]:
        """Each wait with its two fields."""
        return [(one, self[f"least_{one.code}"], self[f"most_{one.code}"]) for one in WAITS]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        self.times: dict[str, OwnTime] = {}
        for wait in WAITS:
            least, most = (cleaned.get(f"{end}_{wait.code}") for end in ("least", "most"))
            if least is None and most is None:
                continue
            least_min = wait.least_min if least is None else max(1, round(60 * least))
            most_min = wait.most_min if most is None else round(60 * most)
            try:
                self.times[wait.code] = OwnTime(least_min, most_min)
            except ClayError as error:
                self.add_error(f"most_{wait.code}", str(error))
        return cleaned


_END = {"least": "shortest", "most": "longest"}
