"""What is due, as an iCalendar file (RFC 5545)."""

from collections.abc import Iterable
from datetime import timedelta

from django.utils import timezone
from icalendar import Alarm, Calendar, Event

from umberpot.bench.models import Timer
from umberpot.studio.models import Studio


def calendar_of(studio: Studio, timers: Iterable[Timer]) -> bytes:
    """One event with an alarm for each stage that is running, at the time it is over."""
    calendar = Calendar()
    calendar.add("prodid", "-//Umber Pot//bench//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"{studio}: bench")
    for timer in timers:
        calendar.add_component(_event(timer))
    return calendar.to_ical()


def _event(timer: Timer) -> Event:
    event = Event()
    event.add("uid", f"timer-{timer.pk}-{timer.stage}@umberpot")
    event.add("dtstamp", timezone.now())
    event.add("dtstart", timer.due_at)
    event.add("dtend", timer.due_at + timedelta(minutes=15))
    event.add("summary", f"{timer.now.title} finished: {timer.about}")
    event.add("description", timer.when_due)
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", timer.when_due)
    alarm.add("trigger", timedelta(0))
    event.add_component(alarm)
    return event
