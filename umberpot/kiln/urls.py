"""Firings."""

from django.urls import path

from umberpot.kiln import views
from umberpot.kiln.calculators.cone import ConeView
from umberpot.kiln.calculators.load import LoadView
from umberpot.kiln.calculators.schedule import ScheduleView
from umberpot.tiles.codes import by_number

app_name = "kiln"
urlpatterns = [
    path("", views.kiln, name="kiln"),
    path("cone/", ConeView.as_view(), name="cone"),
    path("schedule/", ScheduleView.as_view(), name="schedule"),
    path("load/", LoadView.as_view(), name="load"),
    path("tiles/<code:code>/", views.fire_tile, name="fire-tile"),
    path("tiles/<int:pk>/", by_number("kiln:fire-tile"), name="fire-tile-by-number"),
    path("<int:pk>/", views.firing, name="firing"),
    path("<int:pk>/without/", views.without, name="without"),
]
