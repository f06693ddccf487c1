"""Firings."""

from django.urls import path

from umberpot.kiln import views

app_name = "kiln"
urlpatterns = [
    path("", views.kiln, name="kiln"),
    path("tiles/<int:pk>/", views.fire_tile, name="fire-tile"),
    path("<int:pk>/", views.firing, name="firing"),
    path("<int:pk>/without/", views.without, name="without"),
]
