"""Temperature logs: of a firing that runs, or brought in from a file."""

from django.db import models
from django.db.models import Q
from django.urls import reverse

from claycore.firing.logs import Point
from claycore.firing.schedules import FiringCurve, Segment, curve_of
from umberpot.firings.models.firings import Firing
from umberpot.kiln.models.loads import Load
from umberpot.studio.models import Signed, StudioOwned


class LogState(models.TextChoices):
    """How far a log has come."""

    RUNNING = "running", "Running"
    DONE = "done", "Schedule completed"
    STOPPED = "stopped", "Stopped early"
    LOST = "lost", "Connection lost"


MAY_BE_ON = (LogState.RUNNING, LogState.LOST)
"""In these states the kiln may still be on, so that it can be switched off."""


class FiringLog(Signed):
    """A log of one firing: of a load while it runs, and of its firing once that is recorded.

    ``segments`` is the plan it ran by, [] where none is known. Of a file, which is kept thinned,
    ``gaps`` are the pauses in it, from hour to hour, and ``troubles`` says what was amiss with it.
    ``seconds`` is how far the kiln's own clock had come when it was last heard of.
    """

    NAMED_BY = ("load__kiln", "firing")

    load = models.ForeignKey(Load, on_delete=models.PROTECT, null=True, related_name="logs")
    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, null=True, related_name="logs")
    state = models.CharField(max_length=8, choices=LogState.choices)
    segments = models.JSONField(default=list)
    start_c = models.FloatField(default=20.0)
    seconds = models.FloatField(default=0.0)
    heard_at = models.DateTimeField(null=True)
    file_name = models.CharField(max_length=100, blank=True)
    gaps = models.JSONField(default=list)
    troubles = models.JSONField(default=list)
    request_key = models.UUIDField()

    class Meta:
        verbose_name = "log of a firing"
        verbose_name_plural = "logs of firings"
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="log_begun_once_per_request"
            ),
            models.UniqueConstraint(
                fields=["load"], condition=Q(state="running"), name="log_one_running_of_a_load"
            ),
            models.CheckConstraint(
                condition=Q(load__isnull=False) | Q(firing__isnull=False),
                name="log_belongs_to_a_load_or_firing",
            ),
        ]

    def __str__(self) -> str:
        return f"log of {self.load or self.firing}"

    def get_absolute_url(self) -> str:
        return reverse("kiln:log", args=[self.pk])

    @property
    def plan(self) -> FiringCurve | None:
        """The curve it ran by; None where none is known."""
        if not self.segments:
            return None
        return curve_of([Segment(*row) for row in self.segments], self.start_c)

    @property
    def curve(self) -> list[Point]:
        """What was logged, as (hours since the start, °C)."""
        return [(seconds / 3600, c) for seconds, c in self.points.values_list("seconds", "celsius")]


class LogPoint(StudioOwned):
    """One reading of a log: seconds since the start, °C."""

    log = models.ForeignKey(FiringLog, on_delete=models.CASCADE, related_name="points")
    seconds = models.FloatField()
    celsius = models.FloatField()

    class Meta:
        ordering = ["seconds"]
        constraints = [
            models.UniqueConstraint(fields=["log", "seconds"], name="log_point_once_a_time")
        ]

    def __str__(self) -> str:
        return f"{self.seconds:g} s, {self.celsius:g} °C"
