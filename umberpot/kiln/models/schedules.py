"""The schedules of a studio."""

from django.db import models
from django.db.models import Q
from django.db.models.functions import Lower
from django.urls import reverse

from claycore.firing import cones
from claycore.firing.drafts import STAGE_WORDS
from claycore.firing.schedules import START_C, FiringCurve, Segment, curve_of
from umberpot.studio.models import SetAside


class Schedule(SetAside):
    """Segments of [°C an hour, °C, minutes] from a starting temperature.

    ``stage`` and ``cone`` are what it is meant for; ``cone`` is '' where nobody said.
    """

    name = models.CharField(max_length=60)
    stage = models.CharField(max_length=8, choices=list(STAGE_WORDS.items()), blank=True)
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES], blank=True)
    segments = models.JSONField()
    start_c = models.FloatField(default=START_C)
    request_key = models.UUIDField(editable=False)

    class Meta:
        ordering = [Lower("name"), "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="schedule_made_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(start_c__gte=-30, start_c__lte=1400), name="schedule_start_in_reason"
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("kiln:edit-schedule", args=[self.pk])

    @property
    def steps(self) -> list[Segment]:
        """Its segments as the core has them."""
        return [Segment(*row) for row in self.segments]

    @property
    def curve(self) -> FiringCurve:
        """Its curve."""
        return curve_of(self.steps, self.start_c)
