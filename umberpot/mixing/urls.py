"""The calculators of Mix, kept mixes, weighing, leftovers."""

from django.urls import path

from umberpot.mixing import views
from umberpot.mixing.calculators import views as calculators
from umberpot.mixing.leftovers import views as leftovers
from umberpot.mixing.weighing import views as weighing

app_name = "mixing"
urlpatterns = [
    path("", views.mixes, name="mixes"),
    path("dose/", calculators.DoseView.as_view(), name="dose"),
    path("adjust/", calculators.AdjustView.as_view(), name="adjust"),
    path("series/", calculators.SeriesView.as_view(), name="series"),
    path("grid/", calculators.GridView.as_view(), name="grid"),
    path("check-sum/", calculators.CheckSumView.as_view(), name="check-sum"),
    path("slip/", calculators.BucketView.as_view(), name="slip"),
    path("water/", calculators.WaterView.as_view(), name="water"),
    path("join/", calculators.JoinView.as_view(), name="join"),
    path("kilos/", calculators.KilosView.as_view(), name="kilos"),
    path("layers/", calculators.LayersView.as_view(), name="layers"),
    path("dark/", calculators.DarkView.as_view(), name="dark"),
    path("make/", views.make, name="make"),
    path("kilos/make/", views.make_kilos, name="make-kilos"),
    path("water/keep/", views.keep_water, name="keep-water"),
    path("<int:pk>/again/", views.again_the_same, name="again"),
    path("<int:pk>/set-aside/", views.set_aside, name="set-aside"),
    path("<int:pk>/", weighing.mix, name="mix"),
    path("<int:pk>/weigh/", weighing.weigh, name="weigh"),
    path("<int:pk>/glance/", weighing.live_weight, name="live-weight"),
    path("<int:pk>/pan/", weighing.pan, name="pan"),
    path("weighings/<int:pk>/correct/", weighing.correct, name="correct-weighing"),
    path("<int:pk>/left/", leftovers.keep, name="keep-leftover"),
    path("leftovers/<int:pk>/", leftovers.leftover, name="leftover"),
    path("leftovers/<int:pk>/change/", leftovers.change, name="change-leftover"),
    path("leftovers/<int:pk>/join/", leftovers.join, name="join-leftovers"),
    path("leftovers/<int:pk>/pool/", leftovers.pool, name="pool-leftover"),
]
