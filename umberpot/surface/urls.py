"""Surface: plans, and the calculators."""

from django.urls import path

from umberpot.surface.calculators.amount import AmountView
from umberpot.surface.calculators.plan import SurfacePlanView
from umberpot.surface.factor_trials import views as factor_trials
from umberpot.surface.plans import views as plans
from umberpot.surface.previews import views as previews
from umberpot.surface.samples.views import samples
from umberpot.surface.waits.views import waits

app_name = "surface"
urlpatterns = [
    path("", plans.plans, name="plans"),
    path("plans/new/", plans.new, name="new-plan"),
    path("plans/<int:pk>/", plans.plan, name="plan"),
    path("plans/<int:pk>/change/", plans.change, name="change-plan"),
    path("plans/<int:pk>/face/", plans.face_picture, name="face-picture"),
    path("plans/<int:pk>/set-aside/", plans.set_aside, name="set-plan-aside"),
    path("plans/<int:pk>/tiles/", samples, name="plan-tiles"),
    path("coats/<int:pk>/move/", plans.move, name="move-coat"),
    path("coats/<int:pk>/remove/", plans.remove, name="remove-coat"),
    path("coats/<int:pk>/slip/", plans.use_slip, name="use-slip"),
    path("coats/<int:pk>/overrule/", plans.overrule, name="overrule-coat"),
    path("plans/<int:pk>/keep/", previews.keep_preview, name="keep-preview"),
    path("previews/<int:pk>/picture/", previews.picture, name="preview-picture"),
    path("previews/<int:pk>/photograph/", previews.photograph, name="preview-photograph"),
    path("previews/<int:pk>/photograph/add/", previews.add_photograph, name="photograph-preview"),
    path("previews/<int:pk>/remove/", previews.remove, name="remove-preview"),
    path("waits/", waits, name="waits"),
    path("factor-trials/", factor_trials.trials, name="factor-trials"),
    path("factor-trials/new/", factor_trials.new, name="new-factor-trial"),
    path("factor-trials/<int:pk>/", factor_trials.trial, name="factor-trial"),
    path("factor-trials/<int:pk>/rate/<slug:scale>/", factor_trials.rate, name="rate"),
    path("factor-trials/<int:pk>/expect/", factor_trials.expect, name="expect"),
    path("factor-trials/<int:pk>/slabs/", factor_trials.change_slabs, name="change-slabs"),
    path("factor-trials/<int:pk>/show/", factor_trials.show, name="show-factor-trial"),
    path("factor-trials/<int:pk>/results.csv", factor_trials.results_file, name="factor-results"),
    path(
        "factor-trials/<int:pk>/set-aside/",
        factor_trials.set_aside,
        name="set-factor-trial-aside",
    ),
    path("plan/", SurfacePlanView.as_view(), name="plan-calculator"),
    path("amount/", AmountView.as_view(), name="amount"),
]
