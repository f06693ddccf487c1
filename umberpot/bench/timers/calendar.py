"""What is due, as an iCalendar file (RFC 5545)."""

from collections.abc import Iterable
from datetime import timedelta

from django.utils import timezone
from icalendar import Alarm, Calendar, Event, vDuration

from umberpot.bench.models import Timer
from umberpot.studio.models import Studio

LOOK_AGAIN = timedelta(minutes=15)


def calendar_of(studio: Studio, timers: Iterable[Timer]) -> bytes:
    """One event with an alarm for each stage that is running, at the time it is over."""
    calendar = Calendar()
    calendar.add("prodid", "-//Umber Pot//bench//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"{studio}: bench")
    # How often a phone looks again: RFC 7986, 5.7, and what was used before it.
    calendar.add("refresh-interval", LOOK_AGAIN, parameters={"VALUE": "DURATION"})
    calendar.add("x-published-ttl", vDuration(LOOK_AGAIN).to_ical().decode())
    for timer in timers:
        calendar.add_component(_event(timer))
    return calendar.to_ical()


def _event(timer: Timer) -> Event:
    event = Event()
    # One entry a timer: its next stage moves what the phone has, and leaves no old one behind.
    event.add("uid", f"timer-{timer.pk}@umberpot")
    event.add("sequence", timer.stage)
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
