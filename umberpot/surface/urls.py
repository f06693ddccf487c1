"""Surface: plans, and the calculators."""

from django.urls import path

from umberpot.surface.calculators.amount import AmountView
from umberpot.surface.plans import views as plans

app_name = "surface"
urlpatterns = [
    path("", plans.plans, name="plans"),
    path("plans/new/", plans.new, name="new-plan"),
    path("plans/<int:pk>/", plans.plan, name="plan"),
    path("plans/<int:pk>/change/", plans.change, name="change-plan"),
    path("plans/<int:pk>/face.png", plans.face_picture, name="face-picture"),
    path("plans/<int:pk>/set-aside/", plans.set_aside, name="set-plan-aside"),
    path("coats/<int:pk>/move/", plans.move, name="move-coat"),
    path("coats/<int:pk>/remove/", plans.remove, name="remove-coat"),
    path("coats/<int:pk>/overrule/", plans.overrule, name="overrule-coat"),
    path("amount/", AmountView.as_view(), name="amount"),
]
