"""Which trials stand beside each other, and how they are lined up."""

from typing import Any

from django import forms
from django.db.models import Exists, OuterRef

from umberpot.library.beside.lining_up import LINED_UP
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.fields.measures import Choice

MOST_OFFERED = 200
PLACES = ("first", "second", "third", "fourth")


def _offered(studio: Studio) -> dict[int, Trial]:
    """The latest trials with a colour that stands, by their keys. One query for all the fields."""
    coloured = Tile.objects.kept().filter(
        trial=OuterRef("pk"), colours__isnull=False, colours__superseded_at=None
    )
    trials = Trial.objects.of(studio).filter(Exists(coloured)).order_by("-made_at", "-pk")
    return {trial.pk: trial for trial in trials[:MOST_OFFERED]}


class BesideForm(forms.Form):
    """Two trials, or up to four."""

    way = Choice(
        choices=[(code, title) for code, (title, _) in LINED_UP.items()],
        label="Match tiles",
        initial="pct",
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        offered = _offered(studio)
        names = [(key, trial.name) for key, trial in offered.items()]
        for number, place in enumerate(PLACES):
            empty = "choose a trial" if number < 2 else "none"
            self.fields[place] = forms.TypedChoiceField(
                choices=[("", empty), *names],
                coerce=lambda key: offered[int(key)],
                empty_value=None,
                required=number < 2,
                label=f"{place.capitalize()} trial",
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
