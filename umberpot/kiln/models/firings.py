"""Firings, and what was in them."""

import uuid

from django.db import models
from django.db.models import F
from django.urls import reverse

from claycore.firing import cones
from claycore.firing.loading.shelves import Placed
from umberpot.kiln.models.atmospheres import Atmosphere, heat_in_words
from umberpot.studio.models import Signed, StudioOwned


class Firing(Signed):
    """One firing: the cone it reached, the kiln's air and the day it was fired."""

    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    fired_on = models.DateField("firing date")
    note = models.CharField(max_length=200, blank=True)
    kiln = models.ForeignKey(
        "kiln.Kiln", on_delete=models.PROTECT, null=True, editable=False, related_name="firings"
    )
    request_key = models.UUIDField(default=uuid.uuid4)

    class Meta:
        ordering = [F("fired_on").desc(), F("pk").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="firing_recorded_once_per_request"
            )
        ]

    def __str__(self) -> str:
        return f"cone {self.heat}, {self.fired_on:%-d %b %Y}"

    def get_absolute_url(self) -> str:
        return reverse("kiln:firing", args=[self.pk])

    @property
    def heat(self) -> str:
        """Its cone, and the kiln's air where that was not the usual oxidation."""
        return heat_in_words(self.cone, self.atmosphere)


class Loading(StudioOwned):
    """A tile in a firing. The same tile may be fired again and again.

    ``shelf`` counts from 0, the lowest, and the place on it is that of the lower left corner in
    mm; None where nobody noted them.
    """

    NAMED_BY = ("tile", "firing")

    tile = models.ForeignKey("tiles.Tile", on_delete=models.PROTECT, related_name="loadings")
    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="loadings")
    shelf = models.PositiveSmallIntegerField(null=True)
    x_mm = models.FloatField(null=True)
    y_mm = models.FloatField(null=True)
    width_mm = models.FloatField(null=True)
    depth_mm = models.FloatField(null=True)

    class Meta:
        db_table = "tiles_loading"
        ordering = ["firing__fired_on", "pk"]
        constraints = [
            models.UniqueConstraint(fields=["tile", "firing"], name="tile_once_in_a_firing")
        ]

    def __str__(self) -> str:
        return f"{self.tile} in {self.firing}"

    @property
    def placed(self) -> Placed | None:
        """Its place on its shelf; None where nobody noted it."""
        if self.x_mm is None or self.y_mm is None or not self.width_mm or not self.depth_mm:
            return None
        return Placed(self.x_mm, self.y_mm, self.width_mm, self.depth_mm)

    @property
    def where(self) -> str:
        """The shelf it stood on, in words; '' where nobody noted it."""
        if self.shelf is None:
            return ""
        return "Shelf 1, lowest" if self.shelf == 0 else f"Shelf {self.shelf + 1}"


class FiringChange(Signed):
    """What was put right about a firing, in words: what was recorded first stays visible."""

    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="changes")
    says = models.CharField(max_length=240)

    class Meta:
        verbose_name = "correction of a firing"
        verbose_name_plural = "corrections of firings"
        ordering = ["made_at", "pk"]

    def __str__(self) -> str:
        return self.says
