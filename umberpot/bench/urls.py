"""Home, and what is timed."""

from django.urls import path

from umberpot.bench import views
from umberpot.bench.first_dose.views import start
from umberpot.bench.openapi.views import openapi
from umberpot.bench.timers import views as timers

app_name = "bench"
urlpatterns = [
    path("", views.bench, name="bench"),
    path("calculators/", views.calculators, name="calculators"),
    path("openapi.json", openapi, name="openapi"),
    path("bench/start/", start, name="start"),
    path("bench/timers/", timers.new, name="new-timer"),
    path("bench/waits/<int:pk>/start/", timers.start_waits, name="start-waits"),
    path("bench/due/", timers.due, name="due"),
    path("bench/timers/<int:pk>/next/", timers.move_on, name="next-stage"),
    path("bench/timers/<int:pk>/stop/", timers.stop, name="stop-timer"),
    path("bench/calendar.ics", timers.calendar, name="calendar"),
    path("bench/calendar/", timers.change_feed, name="change-feed"),
    path("calendar/<str:token>.ics", timers.feed, name="feed"),
]
