"""Trials and their tiles, and plans followed step by step."""

from django.urls import path

from umberpot.tiles import views
from umberpot.tiles.codes import by_number
from umberpot.tiles.labels import views as labels
from umberpot.tiles.plans import views as plans
from umberpot.tiles.readings import views as readings

app_name = "tiles"
urlpatterns = [
    path("tiles/", views.tiles, name="tiles"),
    path("tiles/make/<int:mix_pk>/", views.make, name="make"),
    path("tiles/trials/<int:pk>/", views.trial, name="trial"),
    path("tiles/trials/<int:pk>/readings/", readings.readings, name="readings"),
    path("tiles/trials/<int:pk>/readings/check/", readings.check, name="check-readings"),
    path("tiles/scale/", readings.read_scale, name="read-scale"),
    path("tiles/<code:code>/", views.record, name="record"),
    path("tiles/<int:pk>/", by_number("tiles:record"), name="record-by-number"),
    path("tiles/<code:code>/set-aside/", views.set_aside, name="set-aside"),
    path("tiles/<code:code>/made/", views.made, name="made"),
    path("tiles/<code:code>/label/", views.label, name="label"),
    path("tiles/trials/<int:pk>/labels/", labels.labels, name="labels"),
    path("tiles/labels/today/", labels.labels_of_today, name="labels-of-today"),
    path("tiles/shape/<int:mix_pk>/", plans.shape, name="shape"),
    path("mix/series/start/", plans.start_series, name="start-series"),
    path("mix/grid/start/", plans.start_grid, name="start-grid"),
    path("mix/campaign/start/", plans.start_campaign, name="start-campaign"),
    path("mix/plans/<int:pk>/add-strengths/", plans.add_strengths, name="add-strengths"),
    path("mix/grid/there/", plans.cells_made, name="cells-made"),
    path("mix/plans/<int:pk>/", plans.plan, name="plan"),
    path("mix/plans/steps/<int:mix_pk>/set-aside/", plans.set_step_aside, name="set-step-aside"),
    path("mix/plans/<int:pk>/set-aside/", plans.set_aside, name="set-plan-aside"),
]
