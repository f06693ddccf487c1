"""What is being waited for, and the private address of the studio's calendar."""

import secrets
from datetime import datetime, timedelta

from django.db import models
from django.db.models import F, Q
from django.utils import timezone

from claycore.surface import steps
from claycore.testing import protocols, soaking
from claycore.testing.stages import Protocol, ProtocolStage
from umberpot.bench.sentences import which_hour
from umberpot.studio.models import Signed
from umberpot.surface.models import SurfacePlan
from umberpot.tiles.models import ClayTest


class Timer(Signed):
    """A protocol of the core under way: which of its stages, and when that is over.

    ``own_stages`` are those of a chain that was put together for one piece of work, as the columns
    of Stage; [] where ``protocol`` names one that everyone has. They stay as they were when the
    ``plan`` they are of changes.

    It is only a time in the database: nothing runs, so nothing is lost when the machine is off.
    """

    protocol = models.CharField(max_length=24, blank=True, choices=protocols.choices)
    own_stages = models.JSONField(default=list)
    stage = models.PositiveSmallIntegerField(default=0)
    about = models.CharField(max_length=120)
    stage_started_at = models.DateTimeField()
    due_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True)
    test = models.ForeignKey(ClayTest, on_delete=models.PROTECT, null=True, related_name="timers")
    plan = models.ForeignKey(
        SurfacePlan, on_delete=models.PROTECT, null=True, related_name="timers"
    )
    request_key = models.UUIDField()

    class Meta:
        ordering = ["due_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="timer_started_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(due_at__gt=F("stage_started_at")), name="timer_due_after_its_start"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.steps.title}: {self.about}"

    @property
    def steps(self) -> Protocol:
        """What it follows."""
        if self.own_stages:
            stages = tuple(ProtocolStage(**one) for one in self.own_stages)
            return Protocol("", "Surface", stages, steps.AT_THE_END, "")
        return protocols.protocol(self.protocol)

    @property
    def is_soak(self) -> bool:
        """Whether masses are to be recorded once it is over."""
        return self.protocol in soaking.METHODS

    @property
    def now(self) -> ProtocolStage:
        """The stage that is running."""
        return self.steps.stages[self.stage]

    @property
    def next(self) -> ProtocolStage | None:
        """The stage that follows; None in the last."""
        stages = self.steps.stages
        return stages[self.stage + 1] if self.stage + 1 < len(stages) else None

    @property
    def when_due(self) -> str:
        """What is to be done once it is due."""
        return self.next.do if self.next else self.steps.at_the_end

    def short_of_least(self, at: datetime | None = None) -> float:
        """Minutes missing from the least time of the stage; 0 where none are, or it is due."""
        if self.is_due(at):
            return 0.0
        run = ((at or timezone.now()) - self.stage_started_at).total_seconds() / 60
        return max(0.0, self.now.least - run)

    @property
    def late(self) -> str:
        """What is lost by now, because the stage ran for longer than it may; '' for nothing."""
        most = self.now.most_minutes
        if most is None or timezone.now() <= self.stage_started_at + timedelta(minutes=most):
            return ""
        return self.now.late

    @property
    def which_hour(self) -> str:
        """What tells the two hours of an autumn night apart; '' at any other time."""
        return which_hour(timezone.localtime(self.due_at))

    def is_due(self, at: datetime | None = None) -> bool:
        return self.due_at <= (at or timezone.now())


def _new_token() -> str:
    return secrets.token_urlsafe(32)


class CalendarFeed(Signed):
    """A secret address at which a phone's calendar finds what is due; useless once revoked."""

    NAMED_BY = ("studio",)

    token = models.CharField(max_length=64, unique=True, default=_new_token)
    revoked_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["studio"], condition=Q(revoked_at=None), name="feed_one_in_use"
            )
        ]

    def __str__(self) -> str:
        return f"calendar of {self.studio}"
