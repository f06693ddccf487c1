"""Signing in, the first run, preferences."""

from django.contrib.auth.views import LogoutView
from django.urls import path

from umberpot.studio import views

app_name = "studio"
urlpatterns = [
    path("sign-in/", views.SignInView.as_view(), name="sign-in"),
    path("sign-out/", LogoutView.as_view(), name="sign-out"),
    path("first-run/", views.first_run, name="first-run"),
    path("progress/<uuid:key>/", views.how_far, name="how-far"),
    path("preferences/", views.preferences, name="preferences"),
    path(
        "preferences/password/",
        views.PasswordView.as_view(),
        name="password",
    ),
]
