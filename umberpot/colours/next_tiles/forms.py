"""What is to be known of a colourant, and where it is fired."""

from typing import Any

from django import forms
from django.http import QueryDict
from django.urls import reverse

from claycore.colour.next_tiles import Goal
from umberpot.colours.fields import ColourField
from umberpot.colours.find.forms import MOST, UnderForm, colour_or_code
from umberpot.colours.next_tiles.sentences import GOALS
from umberpot.studio.models import Studio
from umberpot.ui.fields.measures import Choice, MeasureField


class NextForm(UnderForm):
    """What is to be known, of which colourant, and where it is fired."""

    goal = forms.CharField(required=False, max_length=20)
    want = ColourField("Colour wanted", required=False)
    colourant = Choice(choices=[], required=False, label="Colourant")
    most_pct = MeasureField(MOST, required=False, label="Strongest to consider")
    clay = ColourField("Fired colour of the plain clay", required=False)

    def __init__(self, data: QueryDict, *, studio: Studio, **kwargs: Any) -> None:
        data = data.copy()
        data["want"] = colour_or_code(studio, data.get("want", ""))
        super().__init__(data, **kwargs)

    @property
    def asked(self) -> Goal:
        """What is to be known; the colour at every strength where nothing is said."""
        typed = self.data.get("goal", "")
        return Goal(typed) if typed in list(Goal) else Goal.KNOW

    def offer(self, names: list[str]) -> None:
        """The colourants that were tested alone under the chosen conditions."""
        colourant: Any = self.fields["colourant"]
        any_of_them = [("", "whichever comes nearest")] if self.asked is Goal.COLOUR else []
        colourant.choices = [*any_of_them, *((name, name) for name in names)]

    def goals(self) -> list[tuple[Goal, str, str]]:
        """Each goal, what it is called, and where it is asked about the same."""
        query = QueryDict(mutable=True)
        query.update(self.data)
        found = []
        for goal, words in GOALS.items():
            query["goal"] = goal.value
            found.append((goal, words, f"{reverse('results:next-tiles')}?{query.urlencode()}"))
        return found
