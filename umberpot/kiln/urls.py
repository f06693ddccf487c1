"""Firings."""

from django.urls import path

from umberpot.kiln import views
from umberpot.kiln.calculators.cone import ConeView
from umberpot.kiln.calculators.load import LoadView
from umberpot.kiln.calculators.outcome import OutcomeView
from umberpot.kiln.calculators.schedule import ScheduleView
from umberpot.kiln.history import views as history
from umberpot.kiln.kilns import views as kilns
from umberpot.kiln.loading import views as loading
from umberpot.kiln.logs import views as logs
from umberpot.kiln.opening import views as opening
from umberpot.kiln.outcomes import views as outcomes
from umberpot.kiln.schedules import views as schedules
from umberpot.tiles.codes import by_number

app_name = "kiln"
urlpatterns = [
    path("", views.kiln, name="kiln"),
    path("cone/", ConeView.as_view(), name="cone"),
    path("schedule/", ScheduleView.as_view(), name="schedule"),
    path("outcome/", OutcomeView.as_view(), name="outcome"),
    path("load/", LoadView.as_view(), name="load"),
    path("tiles/<code:code>/", views.fire_tile, name="fire-tile"),
    path("tiles/<int:pk>/", by_number("kiln:fire-tile"), name="fire-tile-by-number"),
    path("firings/", history.firings, name="firings"),
    path("compare/", history.compare, name="compare"),
    path("kilns/", kilns.kilns, name="kilns"),
    path("kilns/<int:pk>/", kilns.kiln_sizes, name="kiln-sizes"),
    path("kilns/<int:pk>/aside/", kilns.set_kiln_aside, name="set-kiln-aside"),
    path("schedules/", schedules.schedules, name="schedules"),
    path("schedules/import/", schedules.schedule_from_file, name="schedule-from-file"),
    path("schedules/check/", schedules.check_schedule, name="check-schedule"),
    path("schedules/<int:pk>/", schedules.edit_schedule, name="edit-schedule"),
    path("schedules/<int:pk>/aside/", schedules.set_schedule_aside, name="set-schedule-aside"),
    path("schedules/<int:pk>.<slug:form>", schedules.schedule_file, name="schedule-file"),
    path("loads/new/", loading.plan_load, name="plan-load"),
    path("loads/<int:pk>/", loading.load_plan, name="load-plan"),
    path("loads/<int:pk>/pack/", loading.pack, name="pack-load"),
    path("loads/<int:pk>/pieces/<int:piece_pk>/", loading.move_piece, name="move-piece"),
    path("loads/<int:pk>/sizes/<int:trial_pk>/", loading.piece_sizes, name="piece-sizes"),
    path("loads/<int:pk>/schedule/", loading.schedule_load, name="schedule-load"),
    path("loads/<int:pk>/start/", logs.start_kiln, name="start-kiln"),
    path("loads/<int:pk>/fire/", loading.fire_load, name="fire-load"),
    path("loads/<int:pk>/cancel/", loading.cancel_load, name="cancel-load"),
    path("logs/<int:pk>/", logs.log, name="log"),
    path("logs/<int:pk>/log.csv", logs.log_file, name="log-file"),
    path("logs/<int:pk>/stop/", logs.stop_kiln, name="stop-kiln"),
    path("<int:pk>/opening/", opening.opening, name="opening"),
    path("<int:pk>/opening/<code:code>/", opening.came_out, name="came-out"),
    path("<int:pk>/pieces/", outcomes.piece_outcome, name="piece-outcome"),
    path("<int:pk>/cones/", outcomes.witness_cones, name="witness-cones"),
    path("<int:pk>/log/", logs.import_log, name="import-log"),
    path("<int:pk>/", views.firing, name="firing"),
    path("<int:pk>/without/", views.without, name="without"),
]
