"""Starting, moving on and ending what is timed; the private calendar."""

import uuid
from collections.abc import Iterable
from dataclasses import asdict
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import IntegerField, QuerySet
from django.utils import timezone

from claycore.testing.stages import Protocol
from umberpot.bench.models import CalendarFeed, Timer
from umberpot.studio.composed_once import composed_once
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import protocol_of
from umberpot.tiles.models import ClayTest


@whole_change()
def start_timer(
    studio: Studio,
    protocol: Protocol,
    about: str,
    minutes: float,
    test: ClayTest | None,
    request_key: uuid.UUID,
    by: User,
    plan: SurfacePlan | None = None,
) -> Timer:
    """The first stage begins now. The same ``request_key`` starts it only once.

    A protocol without a code is one of its own, of a ``plan``: its stages are kept with the timer.
    """
    made = Timer.objects.of(studio).filter(request_key=request_key).first()
    if made:
        return made
    now = timezone.now()
    return Timer.objects.create(
        studio=studio,
        protocol=protocol.code,
        own_stages=[] if protocol.code else stages_of(protocol),
        about=about,
        stage_started_at=now,
        due_at=now + timedelta(minutes=minutes),
        test=test,
        plan=plan,
        request_key=request_key,
        made_by=by,
    )


def stages_of(protocol: Protocol) -> list[dict[str, Any]]:
    """The stages of a protocol as a timer keeps them."""
    return [asdict(stage) for stage in protocol.stages]


WITH_THEIR_PLANS = ("plan__studio", "plan__glaze", "plan__inside_glaze")
"""What timers are fetched with to be held against their plans."""


@composed_once(studio=IntegerField())
def running_timers(studio: Any) -> QuerySet[Timer]:
    """The timers that are not ended, with what ``left_behind`` looks at."""
    running = Timer.objects.of(studio).filter(ended_at=None)
    with_plans = running.select_related("test", *WITH_THEIR_PLANS)
    return with_plans.prefetch_related("plan__coats")


def left_behind(timers: Iterable[Timer]) -> set[int]:
    """The keys of timers that run by waits which their plan has no more.

    Asks for nothing more of timers fetched ``WITH_THEIR_PLANS`` and with ``plan__coats``.
    """
    return {
        timer.pk
        for timer in timers
        if timer.plan and timer.own_stages != stages_of(protocol_of(timer.plan.studio, timer.plan))
    }


@whole_change()
def next_stage(timer: Timer, from_stage: int, at: datetime | None = None) -> bool:
    """The next stage begins, or the last is over; False if someone moved it on already."""
    fresh = Timer.objects.select_for_update().get(pk=timer.pk)
    if fresh.stage != from_stage or fresh.ended_at:
        return False
    now = at or timezone.now()
    if fresh.next is None:
        fresh.ended_at = now
    else:
        fresh.stage += 1
        fresh.stage_started_at = now
        fresh.due_at = now + timedelta(minutes=fresh.now.minutes)
    fresh.save()
    return True


def stop(timer: Timer) -> None:
    """It is not waited for any more."""
    timer.ended_at = timezone.now()
    timer.save(update_fields=["ended_at"])


@whole_change()
def new_feed(studio: Studio, by: User) -> CalendarFeed:
    """A fresh secret address; the one before is useless from now on."""
    revoke_feed(studio)
    return CalendarFeed.objects.create(studio=studio, made_by=by)


def renew_feed(studio: Studio, by: User) -> None:
    """A fresh address where there is one in use; a studio without a calendar gets none."""
    if CalendarFeed.objects.of(studio).filter(revoked_at=None).exists():
        new_feed(studio, by)


def revoke_feed(studio: Studio) -> None:
    """No calendar finds anything any more."""
    CalendarFeed.objects.of(studio).filter(revoked_at=None).update(revoked_at=timezone.now())


def feed_at(token: str) -> CalendarFeed | None:
    """The feed of a secret address, whoever asks; None if there is none, or it was revoked."""
    return CalendarFeed.objects.filter(token=token, revoked_at=None).first()
