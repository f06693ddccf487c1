"""Firings as they are recorded."""

import uuid

from django.db import models
from django.db.models import F
from django.urls import reverse

from claycore.firing import cones
from umberpot.firings.models.atmospheres import Atmosphere, heat_in_words
from umberpot.studio.models import Signed


class Firing(Signed):
    """One firing: the cone it reached, the kiln's air and the day it was fired."""

    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    fired_on = models.DateField("firing date")
    note = models.CharField(max_length=200, blank=True)
    kiln = models.ForeignKey(
        "firings.Kiln", on_delete=models.PROTECT, null=True, editable=False, related_name="firings"
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
