"""The form of the figures that a studio judges by."""

from typing import Any

from django import forms
from django.utils.text import capfirst

from claycore.judging.limits import SCHOOLS, WARES, School
from claycore.measure import bounds
from claycore.measure.formatting import plain
from umberpot.clays.limits.services import RULES, UNITS, absorption_key, absorption_limit, limits_of
from umberpot.studio.models import Studio
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import MeasureField

_IN_ORDER = (("drying_least_pct", "drying_most_pct"), ("index_stands", "index_slumps"))
"""Figures of which the first is never more than the second."""


class LimitsForm(EditingForm, forms.Form):
    """The studio's own figures for every rule; an emptied one goes back to the usual."""

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.studio = studio
        self.usual: dict[str, float] = {}
        usual = limits_of(Studio(), studio.ware, studio.school)
        for ware in WARES:
            for school in SCHOOLS:
                high = absorption_limit(Studio(), ware, school).high_pct
                self._add(absorption_key(ware, school), f"{capfirst(WARES[ware])}, {school}", high)
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

    def clean(self) -> dict[str, Any]:
        """No limit that nothing could meet, and none that is strict only in name."""
        cleaned = super().clean() or {}
        pairs = [
            (absorption_key(ware, School.STRICT), absorption_key(ware, School.LOOSE))
            for ware in WARES
        ]
        for low, high in (*pairs, *_IN_ORDER):
            least, most = self._figure(cleaned, low), self._figure(cleaned, high)
            if least is not None and most is not None and least > most:
                self.add_error(
                    low if self.data.get(low) else high,
                    f"{self.fields[low].label} cannot be more than {plain(most)},"
                    f" the figure of “{self.fields[high].label}”.",
                )
        return cleaned

    def _figure(self, cleaned: dict[str, Any], name: str) -> float | None:
        """What was typed, or the usual where it was emptied; None where it was wrong."""
        if name in self.errors:
            return None
        typed: float | None = cleaned.get(name)
        return self.usual[name] if typed is None else typed

    @property
    def absorption_fields(self) -> list[forms.BoundField]:
        return [self[name] for name in self.fields if name not in RULES]

    @property
    def rule_fields(self) -> list[tuple[forms.BoundField, str]]:
        """Each with its unit."""
        return [(self[name], UNITS.get(name, "%")) for name in RULES]

    def own(self) -> dict[str, float]:
        """The figures that differ from the usual ones."""
        return {
            name: value
            for name, value in self.cleaned_data.items()
            if value is not None and value != self.usual[name]
        }
