"""Firings as they are recorded."""

import uuid

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.firing import cones, kinds
from claycore.firing.kinds import FiringKind
from umberpot.firings.models.atmospheres import Atmosphere, fired_in_words
from umberpot.studio.models import Signed


class Firing(Signed):
    """One firing: the cone it reached, the kiln's air and the day it was fired.

    ``cone`` is '' of a kiln firing that reached none, and of the kinds that have none; of those
    ``burned`` says what burned. ``lasted_h`` and ``peak_c`` are None where nobody knows them.
    """

    kind = models.CharField(max_length=8, choices=kinds.choices, default=FiringKind.KILN)
    cone = models.CharField(max_length=4, blank=True, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    fired_on = models.DateField("firing date")
    burned = models.CharField("what burned", max_length=120, blank=True)
    lasted_h = models.FloatField("duration, hours", null=True, blank=True)
    peak_c = models.FloatField("peak temperature, °C", null=True, blank=True)
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
            ),
            models.CheckConstraint(
                condition=Q(kind=FiringKind.KILN) | Q(cone=""), name="firing_cone_only_of_a_kiln"
            ),
            models.CheckConstraint(
                condition=(Q(lasted_h=None) | Q(lasted_h__gt=0))
                & (Q(peak_c=None) | Q(peak_c__gt=0)),
                name="firing_lasted_and_peaked_above_zero",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.heat}, {self.fired_on:%-d %b %Y}"

    def get_absolute_url(self) -> str:
        return reverse("kiln:firing", args=[self.pk])

    @property
    def heat(self) -> str:
        """How it was fired: 'cone 6', 'cone 10 reduction', 'pit firing', 'no cone reached'."""
        return fired_in_words(self.cone, self.atmosphere, self.kind)

    @property
    def heat_order(self) -> int:
        """Its place among all heats, coolest first: under every cone where it had none."""
        return cones.order(self.cone) if self.cone else -1

    @property
    def fired_ware(self) -> bool:
        """Whether what was in it counts as fired."""
        return kinds.fires_ware(self.kind, self.cone)


class FiringChange(Signed):
    """What was put right about a firing, in words: what was recorded first stays visible."""

    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="changes")
    summary = models.CharField(max_length=240)

    class Meta:
        verbose_name = "correction of a firing"
        verbose_name_plural = "corrections of firings"
        ordering = ["made_at", "pk"]

    def __str__(self) -> str:
        return self.summary
