"""Kept mixes: what was planned, and beside it what was weighed."""

from django.db import models
from django.db.models import F, Q

from claycore import weighing
from claycore.clay_in_hand import DRY, PLASTIC, SLIP
from umberpot.shelf.models import Material
from umberpot.studio.models import Correctable, Owned, SetAside


class Mix(SetAside):
    """A dose that someone decided to make.

    ``clay_g`` is the clay as weighed (wet, if it is wet), ``dry_clay_g`` the dry clay in it; both
    as planned. ``scale_factor`` is 1 until an overshoot is rescued by scaling the rest up; every
    part's target is its planned grams times the factor.
    """

    name = models.CharField(max_length=120)
    state = models.CharField(
        max_length=8, choices=[(DRY, "dry"), (PLASTIC, "plastic"), (SLIP, "slip")]
    )
    clay_g = models.FloatField()
    dry_clay_g = models.FloatField()
    scale_factor = models.FloatField(default=1.0)
    sum_query = models.TextField()
    request_key = models.UUIDField()
    finished_at = models.DateTimeField(null=True)

    class Meta:
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
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def dry_fraction(self) -> float:
        """Dry grams in each gram of the clay as weighed."""
        return self.dry_clay_g / self.clay_g


class MixPart(Owned):
    """One thing that is weighed into a mix, in the order it is weighed."""

    CLAY = "clay"
    COLOURANT = "colourant"
    WATER = "water"

    mix = models.ForeignKey(Mix, on_delete=models.PROTECT, related_name="parts")
    position = models.PositiveSmallIntegerField()
    role = models.CharField(
        max_length=9, choices=[(CLAY, "clay"), (COLOURANT, "colourant"), (WATER, "water")]
    )
    material = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, related_name="mix_parts"
    )
    name = models.CharField(max_length=200)
    planned_pct = models.FloatField(null=True)
    planned_g = models.FloatField()
    settled_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["mix", "position"], name="mix_part_position_once"),
            models.CheckConstraint(condition=Q(planned_g__gt=0), name="mix_part_planned_positive"),
        ]

    def __str__(self) -> str:
        return f"{self.name} in {self.mix_id}"

    @property
    def target_g(self) -> float:
        """The grams wanted now, overshoots of others included."""
        return self.planned_g * self.mix.scale_factor

    @property
    def current_weighings(self) -> list["Weighing"]:
        return [w for w in self.weighings.all() if w.is_current]

    @property
    def weighed_g(self) -> float | None:
        """What went in so far; None before the first weighing."""
        current = self.current_weighings
        return sum(w.grams for w in current) if current else None

    @property
    def to_go_g(self) -> float:
        """What is still to be weighed."""
        return self.target_g - (self.weighed_g or 0)

    def tolerance(self, scale_step_g: float) -> weighing.Tolerance:
        """How near is near enough for this part."""
        if self.role == self.COLOURANT:
            dry_clay_g = self.mix.dry_clay_g * self.mix.scale_factor
            return weighing.colourant_tolerance(self.target_g, dry_clay_g, scale_step_g)
        if self.role == self.CLAY:
            return weighing.clay_tolerance(self.target_g, scale_step_g)
        return weighing.water_tolerance(self.target_g, scale_step_g)


class Weighing(Correctable):
    """What the scale said. Never changed: a correction supersedes it."""

    SCALE = "scale"
    TYPED = "typed"

    part = models.ForeignKey(MixPart, on_delete=models.PROTECT, related_name="weighings")
    grams = models.FloatField()
    step_g = models.FloatField()
    source = models.CharField(max_length=5, choices=[(SCALE, "scale"), (TYPED, "typed")])
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


def dry_clay_of(parts: list[MixPart]) -> float:
    """Dry grams of clay in the mix: as weighed, or as wanted while it is not."""
    clay = parts[0]
    return (clay.weighed_g or clay.target_g) * clay.mix.dry_fraction
