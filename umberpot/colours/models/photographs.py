"""Photographs of fired tiles with what is marked on them."""

import math

from django.db import models
from django.db.models import Q
from django.urls import reverse
from django.utils import timezone

from claycore.colour.notation import Lab
from umberpot.studio.models import Signed, StudioOwned
from umberpot.tiles.models import BARE_HALF, ColourReading, Tile, Trial


class Photograph(Signed):
    """Tiles of a trial beside a reference, kept as upright sRGB JPEG without the camera's notes.

    ``two_lights`` is whether light of two colours fell on it. ``marks`` is what was marked since
    its colours were saved, as :mod:`umberpot.colours.photographs.marks` writes it, or None.
    """

    NAMED_BY = ("trial",)

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="photographs")
    image = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    name = models.CharField(max_length=60, blank=True)
    two_lights = models.BooleanField(default=False)
    marks = models.JSONField(null=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="photograph_kept_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(width__gt=0, height__gt=0), name="photograph_has_a_size"
            ),
        ]

    def __str__(self) -> str:
        return f"photograph of {self.trial}, {self.made_at:%-d %b %Y}"

    def get_absolute_url(self) -> str:
        return reverse("results:photograph", args=[self.pk])

    @property
    def title(self) -> str:
        """What it is called on pages."""
        return self.name or f"Photograph of {timezone.localtime(self.made_at):%-d %b %Y}"


class Scale(StudioOwned):
    """Two points of a photograph, in its pixels, and how many mm lie between them."""

    NAMED_BY = ("photograph__trial",)

    photograph = models.OneToOneField(Photograph, on_delete=models.CASCADE, related_name="scale")
    from_x = models.FloatField()
    from_y = models.FloatField()
    to_x = models.FloatField()
    to_y = models.FloatField()
    distance_mm = models.FloatField()

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(distance_mm__gt=0), name="scale_distance_positive"),
            models.CheckConstraint(
                condition=~(Q(from_x=models.F("to_x")) & Q(from_y=models.F("to_y"))),
                name="scale_between_two_points",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.distance_mm:g} mm on {self.photograph}"

    @property
    def mm_per_pixel(self) -> float:
        pixels = math.hypot(self.to_x - self.from_x, self.to_y - self.from_y)
        return self.distance_mm / pixels


class Ring(StudioOwned):
    """A round patch marked on a photograph, in its pixels: a tile, or a reference of known colour.

    A tile with a bare half may have a ring on either half. ``reading`` is the colour that was
    recorded from it, None while none was. ``kind`` is the key of the reference; '' where only its
    colour is known, and of a tile.
    """

    NAMED_BY = ("photograph__trial", "tile")

    photograph = models.ForeignKey(Photograph, on_delete=models.CASCADE, related_name="rings")
    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, null=True, related_name="rings")
    of_bare_half = models.BooleanField(default=False)
    kind = models.CharField(max_length=20, blank=True)
    lightness = models.FloatField(null=True)
    a = models.FloatField(null=True)
    b = models.FloatField(null=True)
    x = models.FloatField()
    y = models.FloatField()
    radius = models.FloatField()
    reading = models.OneToOneField(
        ColourReading, on_delete=models.PROTECT, null=True, related_name="ring"
    )

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(condition=Q(radius__gt=0), name="ring_has_a_size"),
            models.CheckConstraint(
                condition=Q(tile__isnull=False, lightness=None, a=None, b=None)
                | Q(tile=None, lightness__isnull=False, a__isnull=False, b__isnull=False),
                name="ring_is_a_tile_or_a_reference",
            ),
            models.UniqueConstraint(
                fields=["photograph", "tile", "of_bare_half"],
                condition=Q(tile__isnull=False),
                name="tile_or_half_once_in_a_photograph",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.label} on {self.photograph}"

    @property
    def label(self) -> str:
        """What it marks, in words."""
        if self.tile is None:
            return "reference"
        return f"{self.tile.code}{BARE_HALF}" if self.of_bare_half else self.tile.code

    @property
    def known(self) -> Lab | None:
        """The colour that a reference is known to have."""
        if self.lightness is None or self.a is None or self.b is None:
            return None
        return Lab(self.lightness, self.a, self.b)

    @known.setter
    def known(self, lab: Lab | None) -> None:
        self.lightness, self.a, self.b = lab.values if lab else (None, None, None)
