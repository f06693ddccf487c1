"""The calculators of Mix, kept mixes, weighing, leftovers."""

from django.urls import path

from umberpot.mixing import views
from umberpot.mixing.calculators.adjust import AdjustView
from umberpot.mixing.calculators.campaign import CampaignView
from umberpot.mixing.calculators.check_sum import CheckSumView
from umberpot.mixing.calculators.dark import DarkView
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.calculators.join import JoinView
from umberpot.mixing.calculators.kilos import KilosView
from umberpot.mixing.calculators.layers import LayersView
from umberpot.mixing.calculators.series import SeriesView
from umberpot.mixing.calculators.slip import SlipView
from umberpot.mixing.calculators.water import WaterView
from umberpot.mixing.leftovers import views as leftovers
from umberpot.mixing.weighing import views as weighing

app_name = "mixing"
urlpatterns = [
    path("", views.mixes, name="mixes"),
    path("dose/", DoseView.as_view(), name="dose"),
    path("adjust/", AdjustView.as_view(), name="adjust"),
    path("series/", SeriesView.as_view(), name="series"),
    path("grid/", GridView.as_view(), name="grid"),
    path("campaign/", CampaignView.as_view(), name="campaign"),
    path("check-sum/", CheckSumView.as_view(), name="check-sum"),
    path("slip/", SlipView.as_view(), name="slip"),
    path("water/", WaterView.as_view(), name="water"),
    path("join/", JoinView.as_view(), name="join"),
    path("kilos/", KilosView.as_view(), name="kilos"),
    path("layers/", LayersView.as_view(), name="layers"),
    path("dark/", DarkView.as_view(), name="dark"),
    path("make/", views.make, {"tool": "dose"}),
    path("<slug:tool>/make/", views.make, name="make"),
    path("<slug:tool>/save/", views.save_calculation, name="save-calculation"),
    path("saved/<int:pk>/set-aside/", views.set_calculation_aside, name="set-calculation-aside"),
    path("water/keep/", views.keep_water, name="keep-water"),
    path("<int:pk>/set-aside/", views.set_aside, name="set-aside"),
    path("<int:pk>/", weighing.mix, name="mix"),
    path("<int:pk>/weigh/", weighing.weigh, name="weigh"),
    path("<int:pk>/glance/", weighing.live_weight, name="live-weight"),
    path("<int:pk>/pan/", weighing.pan, name="pan"),
    path("weighings/<int:pk>/correct/", weighing.correct, name="correct-weighing"),
    path("<int:pk>/note-left/", weighing.note_left, name="note-left"),
    path("<int:pk>/left/", leftovers.keep, name="keep-leftover"),
    path("leftovers/<int:pk>/", leftovers.leftover, name="leftover"),
    path("leftovers/<int:pk>/change/", leftovers.change, name="change-leftover"),
    path("leftovers/<int:pk>/join/", leftovers.join, name="join-leftovers"),
    path("leftovers/<int:pk>/pool/", leftovers.pool, name="pool-leftover"),
]
