"""Starting a kiln, following what it does, and keeping every reading of it."""

import uuid
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.db.models import IntegerField, OuterRef, QuerySet, Subquery
from django.utils import timezone

from claycore.firing.schedules import START_C, curve_of
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from umberpot.devices import DeviceProblem
from umberpot.firings.models import Firing
from umberpot.kiln.controllers import controller
from umberpot.kiln.controllers.base import Controller, ControllerReading, ControllerState
from umberpot.kiln.logs.from_csv import ReadLog
from umberpot.kiln.logs.sentences import in_brief
from umberpot.kiln.models import FiringLog, Load, LogPoint, Schedule
from umberpot.kiln.models.logs import MAY_BE_ON, LogState
from umberpot.studio.composed_once import composed_once
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change

MOST_ROUNDS = 40
"""Answers of log rows that are asked for at once; what is left comes the next time."""

_ENDS = {ControllerState.DONE: LogState.DONE, ControllerState.STOPPED: LogState.STOPPED}


class KilnBusy(Exception):
    """The controller is firing something already."""


def can_start(load: Load) -> bool:
    """Whether a kiln can be started from here: it has a schedule and a controller."""
    return bool(load.schedule_id and load.kiln.controller in settings.KILNS)


def start(load: Load, by: User, key: uuid.UUID) -> FiringLog:
    """Starts the kiln of a load by its schedule. The same ``key`` starts only once.

    Raises DeviceProblem, KilnBusy.
    """
    same: FiringLog | None = FiringLog.objects.of(load.studio).filter(request_key=key).first()
    if same:
        return same
    if load.schedule is None:
        raise DeviceProblem("Choose a schedule first.")
    _follow_others(load.kiln.controller)
    with controller(load.kiln.controller) as kiln:
        heard = kiln.read()
        if heard.state == ControllerState.RUN:
            raise KilnBusy
        log = _begun(load, load.schedule, heard, by, key)
        try:
            kiln.start(load.schedule.steps)
        except DeviceProblem:
            log.delete()
            raise
    return log


def _follow_others(name: str) -> None:
    """Takes over the rest of what a controller fired before: its log begins again at a start."""
    for log in running():
        if log.load and log.load.kiln.controller == name:
            follow(log)


def _begun(
    load: Load, schedule: Schedule, heard: ControllerReading, by: User, key: uuid.UUID
) -> FiringLog:
    """The log of a load, begun. Raises DeviceProblem where the kiln is too hot for the schedule."""
    start_c = START_C if heard.celsius is None else heard.celsius
    try:
        curve_of(schedule.steps, start_c)
    except ClayError as error:
        raise DeviceProblem(f"The kiln is at {plain(start_c, 0)} °C. {error}") from None
    try:
        with transaction.atomic():
            log: FiringLog = FiringLog.objects.create(
                studio=load.studio,
                load=load,
                state=LogState.RUNNING,
                segments=schedule.segments,
                start_c=start_c,
                heard_at=timezone.now(),
                made_by=by,
                request_key=key,
            )
    except IntegrityError:
        raise KilnBusy from None
    return log


def follow(log: FiringLog) -> None:
    """Takes over what the controller logged since, and how far it is. Raises DeviceProblem."""
    if log.state != LogState.RUNNING or log.load is None:
        return
    with controller(log.load.kiln.controller) as kiln:
        heard = kiln.read()
        if heard.state == ControllerState.IDLE or heard.seconds < log.seconds:
            _note(log, log.seconds, LogState.LOST)
            return
        _take_over(log, kiln)
        _note(log, heard.seconds, _ENDS.get(heard.state, LogState.RUNNING))


def _take_over(log: FiringLog, kiln: Controller) -> None:
    last = log.points.order_by("-seconds").values_list("seconds", flat=True).first()
    since = -1.0 if last is None else last
    for _ in range(MOST_ROUNDS):
        rows = kiln.log_after(since)
        if not rows:
            return
        since = rows[-1][0]
        LogPoint.objects.bulk_create(
            (
                LogPoint(studio_id=log.studio_id, log=log, seconds=seconds, celsius=celsius)
                for seconds, celsius in rows
                if celsius is not None
            ),
            ignore_conflicts=True,
        )


def _note(log: FiringLog, seconds: float, state: LogState) -> None:
    log.seconds, log.state, log.heard_at = seconds, state, timezone.now()
    log.save(update_fields=["seconds", "state", "heard_at"])


def stop(log: FiringLog) -> None:
    """Switches the kiln off, also where its log was lost. Raises DeviceProblem, KilnBusy.

    Once the controller fires something else, a lost log is no reason to stop that.
    """
    if log.state not in MAY_BE_ON or log.load is None:
        return
    name = log.load.kiln.controller
    others = FiringLog.objects.filter(state=LogState.RUNNING, load__kiln__controller=name)
    if others.exclude(pk=log.pk).exists():
        raise KilnBusy
    with controller(name) as kiln:
        kiln.stop()
    if log.state == LogState.LOST:
        _note(log, log.seconds, LogState.STOPPED)
    follow(log)


def give_up(log: FiringLog) -> None:
    """Nothing more is to come of a log: the controller was switched off or lost for good."""
    if log.state == LogState.RUNNING:
        _note(log, log.seconds, LogState.LOST)


def running() -> list[FiringLog]:
    """Every log that is still to be followed, of any studio."""
    return list(FiringLog.objects.filter(state=LogState.RUNNING).select_related("load__kiln"))


def firing_now(studio: Studio) -> list[tuple[FiringLog, str]]:
    """The studio's firings that run, each with how far it is in one line."""
    logs: Any = _running_of(studio=studio.pk)
    return [(log, in_brief(log, log.celsius)) for log in logs]


@composed_once(studio=IntegerField())
def _running_of(studio: Any) -> QuerySet[FiringLog]:
    """The logs that run, each with the temperature it read last."""
    latest = LogPoint.objects.filter(log=OuterRef("pk")).order_by("-seconds").values("celsius")
    logs = FiringLog.objects.of(studio).filter(state=LogState.RUNNING)
    return logs.select_related("load__kiln").annotate(celsius=Subquery(latest[:1]))


@whole_change()
def keep_file(firing: Firing, name: str, read: ReadLog, by: User, key: uuid.UUID) -> FiringLog:
    """A log out of a file, as one of a firing. The same ``key`` keeps only one."""
    log: FiringLog
    log, is_new = FiringLog.objects.of(firing.studio).get_or_create(
        request_key=key,
        defaults={
            "studio": firing.studio,
            "firing": firing,
            "state": LogState.DONE,
            "file_name": name[-100:],
            "gaps": read.gaps,
            "troubles": read.troubles,
            "made_by": by,
            "seconds": 3600 * read.points[-1][0],
        },
    )
    if is_new:
        LogPoint.objects.bulk_create(
            LogPoint(studio_id=firing.studio_id, log=log, seconds=3600 * hours, celsius=celsius)
            for hours, celsius in read.points
        )
    return log
