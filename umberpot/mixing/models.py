"""Kept mixes: what was planned, and beside it what was weighed."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.materials.batch import Batch
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import plain
from claycore.mixing import series, weighing
from claycore.safety.cautions import CAUTIONS, Caution
from claycore.safety.metals import METALS, metals_in
from umberpot.shelf.models import Material
from umberpot.studio.models import Correctable, SetAside, StudioOwned


class Plan(SetAside):
    """A series, a grid or a campaign that someone decided to make: its mixes hang on it, in order.

    ``sum_query`` is the whole input it was calculated from; ``have`` the codes of tiles that filled
    cells of a grid already, by the cell as ``x,y``. ``fired`` is no field: the colours that
    :mod:`umberpot.tiles.fired_looks` noted for a page, none until then.
    """

    fired: Sequence[Any] = ()

    class Kind(models.TextChoices):
        SERIES = "series", "series"
        GRID = "grid", "grid"
        CAMPAIGN = "campaign", "campaign"

    kind = models.CharField(max_length=8, choices=Kind.choices)
    name = models.CharField(max_length=80)
    strategy = models.CharField(max_length=12, blank=True, choices=list(series.STRATEGIES.items()))
    sum_query = models.TextField()
    have = models.JSONField(default=dict)
    request_key = models.UUIDField()

    class Meta:
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="plan_made_once_per_request"
            )
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        """Where it is followed step by step."""
        return reverse("tiles:plan", args=[self.pk])


LONGEST_NAME = 120


def colourants_in_words(pcts: Mapping[str, float]) -> str:
    """'10 % Quay Blue + 2 % Rope Green'; '' where there is none."""
    return " + ".join(
        f"{plain(pct, 2)} % {in_a_sentence(name)}" for name, pct in pcts.items() if pct > 0
    )


def name_of(pcts: Mapping[str, float], clay_name: str) -> str:
    """'10 % Quay Blue in White floor clay' or 'Plain White floor clay', as short as can be said."""
    colourants = colourants_in_words(pcts)
    clay = clay_name or "clay"
    name = f"{colourants} in {clay}" if colourants else f"Plain {clay}"
    return name if len(name) <= LONGEST_NAME else f"{name[: LONGEST_NAME - 1]}…"


class Mix(SetAside):
    """A mix that someone decided to make: of clay, or of a mix there was before.

    ``clay_g`` is the clay as weighed (wet, if it is wet), ``dry_clay_g`` the dry clay in it; both
    as planned, an earlier mix's clay included. ``scale_factor`` is 1 until an overshoot is rescued
    by scaling the rest up. ``made_of`` is what is in it: as weighed, or as wanted while it is not;
    kept by :mod:`umberpot.mixing.composition`. ``wanted_pcts`` are percent on dry clay by name.
    ``poured_g`` is what leaves the pot of a grid before the next mix is made of the rest;
    ``left_g`` what someone found left of a plan's mix, and when. ``fired`` is no field: the fired
    colour that :mod:`umberpot.tiles.fired_looks` noted for a page, None until then.
    """

    fired: Any = None

    name = models.CharField(max_length=LONGEST_NAME)
    state = models.CharField(
        max_length=8,
        choices=[(ClayState.DRY, "dry"), (ClayState.PLASTIC, "plastic"), (ClayState.SLIP, "slip")],
    )
    clay_g = models.FloatField()
    dry_clay_g = models.FloatField()
    scale_factor = models.FloatField(default=1.0)
    sum_query = models.TextField()
    request_key = models.UUIDField()
    finished_at = models.DateTimeField(null=True)
    clay_name = models.CharField(max_length=200, default="clay")
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, null=True, related_name="+")
    made_of = models.JSONField(default=dict)
    wanted_pcts = models.JSONField(default=dict)
    recalculated_at = models.DateTimeField(null=True)
    plan = models.ForeignKey(Plan, on_delete=models.PROTECT, null=True, related_name="mixes")
    plan_position = models.PositiveSmallIntegerField(null=True)
    pot = models.PositiveSmallIntegerField(null=True)
    poured_g = models.FloatField(null=True)
    left_g = models.FloatField(null=True)
    left_at = models.DateTimeField(null=True)
    leftover = models.OneToOneField(
        Material, on_delete=models.PROTECT, null=True, related_name="mix"
    )

    class Meta:
        verbose_name_plural = "mixes"
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="mix_made_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(clay_g__gt=0, dry_clay_g__gt=0, scale_factor__gt=0)
                & Q(dry_clay_g__lte=F("clay_g")),
                name="mix_masses_positive",
            ),
            models.UniqueConstraint(
                fields=["plan", "plan_position"], name="mix_once_in_a_place_of_its_plan"
            ),
            models.CheckConstraint(
                condition=Q(plan=None, plan_position=None)
                | Q(plan__isnull=False, plan_position__isnull=False),
                name="mix_in_a_plan_has_its_place",
            ),
            models.CheckConstraint(
                condition=Q(left_g=None, left_at=None) | Q(left_g__gte=0, left_at__isnull=False),
                name="mix_left_is_something_at_some_time",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        """Where it is weighed out, and told once it is made."""
        return reverse("mixing:mix", args=[self.pk])

    @property
    def batch(self) -> Batch:
        """What is in it."""
        return Batch(self.made_of["clay_g"], self.made_of["colourants_g"], self.made_of["water_g"])

    @property
    def metals(self) -> tuple[str, ...]:
        """The metals in it that must be watched for. Asks for its parts."""
        held = {code for part in self.parts.select_related("material") for code in part.metals}
        return tuple(code for code in METALS if code in held)

    @property
    def said_pcts(self) -> dict[str, float]:
        """The percentages that name it, label it and head its results, by colourant.

        What was wanted where what is in it is near enough; else what is in it.
        """
        said = {}
        for name, pct in self.batch.pcts.items():
            wanted = self.wanted_pcts.get(name, 0.0)
            said[name] = wanted if wanted and weighing.is_as_wanted(pct, wanted) else pct
        return {name: pct for name, pct in said.items() if pct > 0}

    @property
    def planned_name(self) -> str:
        """What it was planned as, where that is not what it is called; '' where it is."""
        planned = name_of(self.wanted_pcts, self.clay_name)
        is_other = planned.casefold() != self.name.casefold()
        return planned if self.made_of and is_other else ""


class SavedCalculation(SetAside):
    """A calculation to find again: its tool and its whole input, worked out each time it opens."""

    tool = models.CharField(max_length=12)
    name = models.CharField(max_length=80)
    query = models.TextField()
    request_key = models.UUIDField()

    class Meta:
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="calculation_saved_once_per_request"
            ),
            models.CheckConstraint(condition=~Q(name=""), name="saved_calculation_has_a_name"),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        """Where it is worked out."""
        return f"{reverse(f'mixing:{self.tool}')}?{self.query}"


class MixPart(StudioOwned):
    """One thing that is weighed into a mix, in the order it is weighed.

    ``dry_share`` is the dry grams in each gram as weighed. A part with the role MIX is coloured
    clay: of the mix ``source``, or of ``contains`` (percent on dry clay by name) where it was
    never kept as a mix. REST is what stayed in the pot of ``source``. ``recalculated_g`` replaces
    the plan where an earlier mix turned out otherwise.
    """

    class Role(models.TextChoices):
        CLAY = "clay", "clay"
        COLOURANT = "colourant", "colourant"
        WATER = "water", "water"
        MIX = "mix", "coloured clay"
        REST = "rest", "rest in the pot"

    COLOURED = (Role.MIX, Role.REST)

    mix = models.ForeignKey(Mix, on_delete=models.PROTECT, related_name="parts")
    position = models.PositiveSmallIntegerField()
    role = models.CharField(
        max_length=9,
        choices=Role.choices,
    )
    material = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, related_name="mix_parts"
    )
    source = models.ForeignKey(Mix, on_delete=models.PROTECT, null=True, related_name="went_into")
    contains = models.JSONField(default=dict)
    name = models.CharField(max_length=200)
    planned_pct = models.FloatField(null=True)
    planned_g = models.FloatField()
    recalculated_g = models.FloatField(null=True)
    dry_share = models.FloatField(default=1.0)
    settled_at = models.DateTimeField(null=True)

    class Meta:
        verbose_name = "part of a mix"
        verbose_name_plural = "parts of mixes"
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["mix", "position"], name="mix_part_position_once"),
            models.CheckConstraint(condition=Q(planned_g__gt=0), name="mix_part_planned_positive"),
            models.CheckConstraint(
                condition=Q(recalculated_g=None) | Q(recalculated_g__gte=0),
                name="mix_part_recalculated_not_negative",
            ),
            models.CheckConstraint(
                condition=Q(dry_share__gt=0, dry_share__lte=1), name="mix_part_dry_share_0_to_1"
            ),
            models.CheckConstraint(
                condition=Q(source=None) | Q(role__in=["mix", "rest"]),
                name="mix_part_of_a_mix_only_where_coloured",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def cautions(self) -> list[Caution]:
        """What is to be said before it is handled, be it on the shelf or only named."""
        return [CAUTIONS[code] for code in self.metals]

    @property
    def metals(self) -> tuple[str, ...]:
        """The metals in it that must be watched for: coloured clay holds what went into it."""
        held = {code for name in self.contains for code in metals_in(name)}
        if self.material:
            held.update(self.material.metals)
        elif self.role == self.Role.COLOURANT:
            held.update(metals_in(self.name))
        if self.source:
            held.update(self.source.metals)
        return tuple(code for code in METALS if code in held)

    @property
    def wanted_g(self) -> float:
        """The grams of the plan, recalculated where an earlier mix turned out otherwise."""
        return self.planned_g if self.recalculated_g is None else self.recalculated_g

    @property
    def target_g(self) -> float:
        """The grams wanted now, overshoots of others included."""
        return self.wanted_g * self.mix.scale_factor

    @property
    def lies(self) -> str:
        """The state in which clay of this part goes on the scale; '' for what has none."""
        if self.role not in (self.Role.CLAY, *self.COLOURED):
            return ""
        return ClayState.DRY.value if self.dry_share == 1 else self.mix.get_state_display()

    @property
    def name_as_it_lies(self) -> str:
        """Its name, and for clay the state it is weighed in: 'Ferry white, plastic'."""
        return f"{self.name}, {self.lies}" if self.lies else self.name

    @property
    def dry_to_go_g(self) -> float | None:
        """The dry grams in what is still to be weighed; None where that is the same figure."""
        return self.to_go_g * self.dry_share if self.lies and self.dry_share < 1 else None

    @property
    def current_weighings(self) -> list["Weighing"]:
        return [w for w in self.weighings.all() if w.is_current] if self.pk else []

    @property
    def weighed_g(self) -> float | None:
        """What went in so far; None before the first weighing."""
        current = self.current_weighings
        return sum(w.grams for w in current) if current else None

    @property
    def in_it_g(self) -> float:
        """What is in the mix of it: as weighed, or as wanted while it is not."""
        weighed_g = self.weighed_g
        return self.target_g if weighed_g is None else weighed_g

    @property
    def to_go_g(self) -> float:
        """What is still to be weighed."""
        return self.target_g - (self.weighed_g or 0)

    def on_shelf_g(self, grams: float) -> float:
        """So many grams of this part in grams of its material as that lies on the shelf.

        Clay that is weighed dry or as slip leaves the shelf as the plastic clay it was.
        """
        if self.material is None or self.material.state == self.mix.state:
            return grams
        return grams * self.dry_share / self.material.dry_share

    def tolerance(self, scale_step_g: float) -> weighing.Tolerance:
        """How near is near enough for this part."""
        if self.role == self.Role.COLOURANT:
            dry_clay_g = self.mix.dry_clay_g * self.mix.scale_factor
            return weighing.colourant_tolerance(self.target_g, dry_clay_g, scale_step_g)
        if self.role == self.Role.WATER:
            return weighing.water_tolerance(self.target_g, scale_step_g)
        return weighing.clay_tolerance(self.target_g, scale_step_g)


class Weighing(Correctable):
    """What the scale said. Never changed: a correction supersedes it."""

    class Source(models.TextChoices):
        SCALE = "scale", "scale"
        TYPED = "typed", "typed"

    part = models.ForeignKey(MixPart, on_delete=models.PROTECT, related_name="weighings")
    grams = models.FloatField()
    step_g = models.FloatField()
    source = models.CharField(max_length=5, choices=Source.choices)
    request_key = models.UUIDField()

    class Meta(Correctable.Meta):
        abstract = False
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="weighing_taken_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(grams__gt=0, step_g__gt=0), name="weighing_positive"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.grams:g} g"
