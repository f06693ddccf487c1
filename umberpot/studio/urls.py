"""Signing in, the first run, preferences, people."""

from django.urls import path

from umberpot.studio import views
from umberpot.studio.people import views as people
from umberpot.studio.roles import readers_send, without_studio

app_name = "studio"
urlpatterns = [
    path("sign-in/", views.SignInView.as_view(), name="sign-in"),
    path("sign-out/", without_studio(readers_send(views.SignOutView.as_view())), name="sign-out"),
    path("first-run/", views.first_run, name="first-run"),
    path("progress/<uuid:key>/", views.how_far, name="how-far"),
    path("preferences/", views.preferences, name="preferences"),
    path(
        "preferences/password/",
        without_studio(readers_send(views.PasswordView.as_view())),
        name="password",
    ),
    path("join/<str:token>/", people.join, name="join"),
    path("people/", people.people, name="people"),
    path("people/invite/", people.invite, name="invite"),
    path("people/leave/", people.leave, name="leave"),
    path("studios/found/", people.found, name="found"),
    path("people/<int:pk>/role/", people.change_role, name="change-role"),
    path("people/<int:pk>/remove/", people.remove, name="remove-person"),
    path("people/invitations/<int:pk>/withdraw/", people.withdraw, name="withdraw-invitation"),
]
