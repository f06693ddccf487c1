"""The forms of a firing."""

from collections.abc import Collection, Iterable
from typing import Any, Protocol, cast

from django import forms
from django.utils import timezone

from claycore.firing import cones
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.ui.fields.days import DayDone
from umberpot.ui.fields.measures import Choice


class LastRun(Protocol):
    """What is known of a run of the kiln before it is recorded."""

    @property
    def to_record(self) -> str | None:
        """The cone it reached, None where it reached none."""

    @property
    def is_to_be_fired_again(self) -> bool:
        """Whether it fell short of what was planned."""


class AtmosphereChoice(Choice):
    """Oxidation or reduction; oxidation where nothing was chosen."""

    def __init__(self) -> None:
        super().__init__(
            choices=Atmosphere.choices,
            required=False,
            initial=Atmosphere.OXIDATION,
            label="Atmosphere",
        )

    def clean(self, value: str) -> str:
        return super().clean(value) or Atmosphere.OXIDATION


class FiringForm(forms.ModelForm):
    """What was fired to which cone, in which air, and when."""

    atmosphere = AtmosphereChoice()
    fired_on = DayDone(label="Fired on")
    sure = forms.BooleanField(required=False, widget=forms.CheckboxInput({"class": "size-6"}))

    class Meta:
        model = Firing
        fields = ["cone", "atmosphere", "fired_on", "note"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False
        self.doubted: list[str] = []

    def doubts(self, planned: Iterable[tuple[str, str]], ran: LastRun | None = None) -> bool:
        """Whether what was typed looks like a slip of the pen, given what the pieces wait for.

        ``planned`` are the cones and atmospheres they were to be fired in, ``ran`` what a log says
        of the run. Then it is asked about at the field, unless someone said that they are sure.
        """
        if self.cleaned_data["sure"]:
            return False
        waited_for = list(planned)
        self._doubt_cone({cone for cone, _ in waited_for})
        self._doubt_atmosphere({atmosphere for _, atmosphere in waited_for})
        if ran is not None and not self.doubted:
            self._doubt_log(ran)
        return bool(self.doubted)

    def _doubt_cone(self, planned: Collection[str]) -> None:
        cone = self.cleaned_data["cone"]
        meant = cones.mistaken_for(cone)
        if cone in planned or meant not in planned:
            return
        apart = abs(cones.temperature_c(cone) - cones.temperature_c(meant or cone))
        self.doubted.append(f"cone {cone}")
        self.add_error(
            "cone",
            f"These pieces were to be fired to cone {meant}; cone {cone} is {apart} °C away."
            " Correct the cone, or confirm it below.",
        )

    def _doubt_log(self, ran: LastRun) -> None:
        cone = self.cleaned_data["cone"]
        if not ran.is_to_be_fired_again or cone == ran.to_record:
            return
        self.doubted.append(f"cone {cone}")
        reached = f"cone {ran.to_record}" if ran.to_record else "no cone"
        self.add_error(
            "cone",
            f"By its log this firing reached {reached}. Fire it again, or confirm below that the"
            " witness cones say otherwise.",
        )

    def _doubt_atmosphere(self, planned: Collection[str]) -> None:
        atmosphere = self.cleaned_data["atmosphere"]
        if not planned or atmosphere in planned:
            return
        (meant, *_) = sorted(planned)
        self.doubted.append(atmosphere)
        self.add_error(
            "atmosphere",
            f"These pieces were to be fired in {meant}."
            " Correct the atmosphere, or confirm it below.",
        )


def as_planned(cone: str | None, atmosphere: str) -> dict[str, object]:
    """What the form of a firing begins with: fired today, all as planned."""
    return {"cone": cone, "atmosphere": atmosphere, "fired_on": timezone.localdate()}


class FireOneForm(forms.Form):
    """Which firing a tile went through: one that is recorded, or a new one.

    ``been`` are the keys of the firings it went through already.
    """

    firing = forms.ModelChoiceField(
        queryset=Firing.objects.none(), required=False, empty_label="a new firing"
    )

    def __init__(self, *args: Any, studio: Studio, been: Collection[int], **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        recorded = Firing.objects.of(studio).exclude(pk__in=been)
        cast(forms.ModelChoiceField, self.fields["firing"]).queryset = recorded
