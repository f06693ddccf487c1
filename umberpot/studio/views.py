"""Signing in, the first run, preferences, and how far an import has come."""

import ipaddress
import uuid
from dataclasses import asdict
from typing import Any, cast

from django.contrib import messages
from django.contrib.auth import login
from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.forms import PasswordChangeForm
from django.contrib.auth.models import User
from django.contrib.auth.views import LoginView, LogoutView, PasswordChangeView
from django.http import (
    Http404,
    HttpRequest,
    HttpResponse,
    JsonResponse,
)
from django.shortcuts import redirect, render
from django.urls import reverse_lazy
from django.views.decorators.http import require_GET, require_http_methods

from umberpot.places import STUDIO
from umberpot.studio import progress
from umberpot.studio.addresses import proposed
from umberpot.studio.forms import FirstRunForm, NewPasswordForm, PreferencesForm
from umberpot.studio.models import Studio
from umberpot.studio.people.sentences import ready
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import during_import
from umberpot.studio.services import AlreadyFounded, found_first_studio
from umberpot.studio.signals import secrets_to_renew

_FORWARDED = ("HTTP_X_FORWARDED_FOR", "HTTP_FORWARDED", "HTTP_X_REAL_IP", "HTTP_VIA")


def is_from_this_machine(request: HttpRequest) -> bool:
    """Whether the request came straight from this machine, through no proxy."""
    if any(header in request.META for header in _FORWARDED):
        return False
    try:
        return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False


@login_not_required
@require_http_methods(["GET", "POST"])
def first_run(request: HttpRequest) -> HttpResponse:
    """Makes the studio and its owner; there only while no user is, and only from this machine."""
    if User.objects.exists() or not is_from_this_machine(request):
        raise Http404
    form = FirstRunForm(posted(request))
    if form.is_valid():
        owner = form.save(commit=False)
        try:
            studio = found_first_studio(form.cleaned_data["studio_name"], owner)
        except AlreadyFounded:
            raise Http404 from None
        login(request, owner, backend="django.contrib.auth.backends.ModelBackend")
        messages.success(request, ready(studio))
        return redirect("bench:bench")
    return render(request, "studio/first_run.html", {"form": form})


class PasswordView(PasswordChangeView):
    """Another password for the person who is signed in."""

    form_class = NewPasswordForm
    template_name = "studio/password.html"
    success_url = reverse_lazy("studio:preferences")

    def get_form_kwargs(self) -> dict[str, Any]:
        return {**super().get_form_kwargs(), "request": self.request}

    def form_valid(self, form: PasswordChangeForm) -> HttpResponse:
        changed = super().form_valid(form)
        request = cast(StudioRequest, self.request)
        if form.cleaned_data["renew_calendar"] and request.membership:
            secrets_to_renew.send(type(self), studio=request.studio, by=request.user)
        messages.success(self.request, "Password changed.")
        return changed


class SignOutView(LogoutView):
    """Ends the session; on a shared tablet the browser forgets the pages too, Back included."""

    def dispatch(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        response: HttpResponse = super().dispatch(request, *args, **kwargs)
        response["Clear-Site-Data"] = '"cache"'
        return response


class SignInView(LoginView):
    """Sign in; on an empty installation, on to the first run."""

    template_name = "studio/sign_in.html"
    redirect_authenticated_user = True

    def get(self, request: HttpRequest, *args: object, **kwargs: object) -> HttpResponse:
        if not User.objects.exists() and is_from_this_machine(request):
            return redirect("studio:first-run")
        return super().get(request, *args, **kwargs)


@require_http_methods(["GET", "POST"])
def preferences(request: StudioRequest) -> HttpResponse:
    """The studio's instruments, habits and limits."""
    studio = Studio.objects.get(pk=request.studio.pk)
    form = PreferencesForm(posted(request), instance=studio, proposed_address=proposed(request))
    if form.is_valid():
        form.save()
        messages.success(request, "Preferences saved.")
        return redirect("studio:preferences")
    return render(
        request,
        "studio/preferences.html",
        {"place": STUDIO, "form": form},
        status=400 if form.errors else 200,
    )


@during_import
@require_GET
def how_far(request: StudioRequest, key: uuid.UUID) -> JsonResponse:
    """How many rows of a long step are done so far; nothing while it has not begun."""
    found = progress.how_far(request.studio, key)
    response = JsonResponse({**asdict(found), "said": str(found)} if found else {})
    response["Cache-Control"] = "no-store"
    return response
