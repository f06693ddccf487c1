"""The forms of a firing."""

from collections.abc import Collection, Iterable
from typing import Any, ClassVar, Protocol, cast

from django import forms
from django.utils import timezone

from claycore.firing import cones
from claycore.firing.kinds import LASTED_H, NO_CONE_REACHED, PEAK_C, WITHOUT_CONES, FiringKind
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.days import DayDone
from umberpot.ui.fields.measures import STILL_NEEDED, Choice, MeasureField


class LastRun(Protocol):
    """What is known of a run of the kiln before it is recorded."""

    @property
    def to_record(self) -> str | None:
        """The cone it reached, '' where it reached none, None where nobody can tell."""

    @property
    def peak_c(self) -> float:
        """The hottest it was, °C."""

    @property
    def lasted_h(self) -> float:
        """How long it went, hours."""

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


NO_CONE = "no-cone"
"""What stands in a list of cones for a kiln firing that reached none."""

_FIRE = "fire-"
"""What stands before the kind of a fire without a cone, in a list of cones."""


def heat_choices(in_a_kiln: bool = False) -> list[tuple[str, Any]]:
    """Every cone, then what there is without one: as one list, because it is one decision.

    ``in_a_kiln`` leaves out the fires that are in none.
    """
    fires = [(f"{_FIRE}{kind.code}", kind.title) for kind in WITHOUT_CONES if not in_a_kiln]
    without = [(NO_CONE, "Kiln: no cone reached"), *fires]
    return [("Cone", [(cone, cone) for cone in cones.CONES]), ("Without a cone", without)]


def chosen_heat(firing: Firing) -> str:
    """What a recorded firing is in that list."""
    if firing.kind == FiringKind.KILN:
        return firing.cone or NO_CONE
    return f"{_FIRE}{firing.kind}"


def heat_of(chosen: str) -> dict[str, str]:
    """The kind and the cone of a firing that an entry of the list stands for."""
    if chosen.startswith(_FIRE):
        return {"kind": chosen.removeprefix(_FIRE), "cone": ""}
    return {"kind": FiringKind.KILN, "cone": "" if chosen == NO_CONE else chosen}


class HeatChoice(forms.ChoiceField):
    """The cone that was reached, or which fire without one it was."""

    default_error_messages: ClassVar[Any] = {
        "invalid_choice": "Choose a cone from 022 to 14, or a fire without a cone.",
        "required": STILL_NEEDED,
    }

    def __init__(self, *, empty: str = "", **kwargs: Any) -> None:
        super().__init__(choices=[("", empty), *heat_choices()], **kwargs)


class FiringForm(EditingForm, forms.ModelForm):
    """What was fired to which cone, or without one, in which air, and when.

    Cleaned, it also has the ``kind`` of firing; ``cone`` is '' where there was none. ``in_a_kiln``
    says that it was in one, so that no open fire is offered.
    """

    cone = HeatChoice(label="Cone, or fire without one")
    atmosphere = AtmosphereChoice()
    fired_on = DayDone(label="Fired on")
    burned = forms.CharField(max_length=120, required=False, label="What burned")
    lasted_h = MeasureField(LASTED_H, required=False, label="Duration", unit="h")
    peak_c = MeasureField(PEAK_C, required=False, label="Peak temperature", unit="°C")
    sure = forms.BooleanField(required=False, widget=forms.CheckboxInput({"class": "size-6"}))

    class Meta:
        model = Firing
        fields = ["cone", "atmosphere", "fired_on", "burned", "lasted_h", "peak_c", "note"]

    def __init__(self, *args: Any, in_a_kiln: bool = False, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False
        if in_a_kiln:
            heat = cast(HeatChoice, self.fields["cone"])
            heat.label, heat.choices = "Cone", [("", ""), *heat_choices(in_a_kiln)]
        self.doubted: list[str] = []
        if self.instance.pk:
            self.initial["cone"] = chosen_heat(self.instance)

    def clean(self) -> dict[str, Any]:
        cleaned: dict[str, Any] = super().clean() or self.cleaned_data
        if cleaned.get("cone"):
            cleaned |= heat_of(cleaned["cone"])
            self.instance.kind = cleaned["kind"]
            if cleaned["cone"]:
                cleaned |= {"lasted_h": None, "peak_c": None}
            if cleaned["kind"] == FiringKind.KILN:
                cleaned["burned"] = ""
        return cleaned

    def doubts(self, planned: Iterable[tuple[str, str]], ran: LastRun | None = None) -> bool:
        """Whether what was typed looks like a slip of the pen, given what the pieces wait for.

        ``planned`` are the cones and atmospheres they were to be fired in, ``ran`` what a log says
        of the run. Then it is asked about at the field, unless someone said that they are sure.
        """
        if self.cleaned_data["sure"]:
            return False
        waited_for = list(planned)
        if self.cleaned_data["cone"]:
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
        self.doubted.append(f"cone {cone}" if cone else NO_CONE_REACHED)
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


def as_it_ran(ran: LastRun, atmosphere: str) -> dict[str, object]:
    """What the form begins with after a run of the kiln: what its log says that it did."""
    begun = as_planned(NO_CONE if ran.to_record == "" else ran.to_record, atmosphere)
    lasted_h, peak_c = round(ran.lasted_h, 1), float(round(ran.peak_c))
    return {
        **begun,
        "lasted_h": lasted_h if LASTED_H.holds(lasted_h) else None,
        "peak_c": peak_c if PEAK_C.holds(peak_c) else None,
    }


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
