"""Surface: the calculators."""

from django.urls import path

from umberpot.surface.calculators.amount import AmountView

app_name = "surface"
urlpatterns = [
    path("amount/", AmountView.as_view(), name="amount"),
]
