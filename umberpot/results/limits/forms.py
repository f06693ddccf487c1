"""The form of the figures that a studio judges by."""

from typing import Any

from django import forms

from claycore.judging.limits import SCHOOLS, WARES
from claycore.measure import bounds
from umberpot.results.limits.services import RULES, absorption_key, absorption_limit, limits_of
from umberpot.studio.models import Studio
from umberpot.ui.fields.measures import MeasureField


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
