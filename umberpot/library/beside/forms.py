"""Which trials stand beside each other, and how they are lined up."""

from typing import Any

from django import forms

from umberpot.library.beside.lining_up import LINED_UP
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.fields.measures import Choice

MOST_OFFERED = 200
PLACES = ("first", "second", "third", "fourth")


class BesideForm(forms.Form):
    """Two trials, or up to four."""

    way = Choice(
        choices=[(code, title) for code, (title, _) in LINED_UP.items()],
        label="Lined up",
        initial="pct",
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        coloured = Tile.objects.of(studio).kept().filter(colours__superseded_at=None)
        keys = coloured.filter(colours__isnull=False).values("trial")
        trials = Trial.objects.of(studio).filter(pk__in=keys).order_by("-made_at", "-pk")
        offered = trials.filter(pk__in=list(trials.values_list("pk", flat=True)[:MOST_OFFERED]))
        for number, place in enumerate(PLACES):
            self.fields[place] = forms.ModelChoiceField(
                offered,
                required=number < 2,
                label=f"{place.capitalize()} trial",
                empty_label="choose a trial" if number < 2 else "none",
            )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or self.cleaned_data
        chosen = [cleaned[place] for place in PLACES if cleaned.get(place)]
        if len(set(chosen)) < len(chosen):
            self.add_error("second", "Choose trials that differ.")
        return cleaned

    @property
    def trials(self) -> list[Trial]:
        """What was chosen, in order."""
        return [self.cleaned_data[place] for place in PLACES if self.cleaned_data.get(place)]

    @property
    def places(self) -> list[forms.BoundField]:
        """The fields of the trials."""
        return [self[place] for place in PLACES]
