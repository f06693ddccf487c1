"""Closes every page to strangers, and puts the signed-in person's studio on the request."""

from collections.abc import Callable
from typing import Any, cast
from urllib.parse import urlsplit

from django.contrib.auth.middleware import LoginRequiredMiddleware
from django.contrib.auth.models import AnonymousUser
from django.contrib.auth.views import redirect_to_login
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import resolve_url
from django.utils.functional import SimpleLazyObject

from umberpot.studio.models import Membership, Studio
from umberpot.studio.people.views import importing_page, no_studio_page
from umberpot.studio.request import StudioRequest
from umberpot.studio.roles import needs_studio, refuse_unless_enough, waits_for_import


class SignInFirst(LoginRequiredMiddleware):
    """Django's own, but after a POST it leads back to the page that was being filled in.

    Whoever was signed out meanwhile finds a calculator's sum again, which is in its address.
    """

    def handle_no_permission(
        self, request: HttpRequest, view_func: Callable
    ) -> HttpResponseRedirect:
        if request.method == "GET":
            return super().handle_no_permission(request, view_func)
        back = page_before(request) or "/"
        return redirect_to_login(back, resolve_url(self.get_login_url(view_func)))


def page_before(request: HttpRequest) -> str:
    """The page of this site that the request came from; '' where it does not say, or nonsense."""
    try:
        page = urlsplit(request.META.get("HTTP_REFERER", ""))
    except ValueError:
        return ""
    return page._replace(scheme="", netloc="").geturl() if page.netloc else ""


def membership_of(request: HttpRequest) -> Membership | None:
    """The signed-in person's place in a studio; None for a stranger and for one who has none."""
    if not request.user.is_authenticated:
        return None
    mine = Membership.objects.filter(user=request.user)
    return mine.select_related("studio__unfinished_import").first()


def studio_of(request: HttpRequest) -> Studio:
    """The studio of the signed-in person. Raises PermissionDenied for one who has none."""
    mine = cast(StudioRequest, request).membership
    if not mine:
        raise PermissionDenied("This account is not a member of any studio.")
    return mine.studio


class StudioMiddleware:
    """Sets ``request.membership`` and ``request.studio``, and keeps to what the role may do."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        membership: Any = SimpleLazyObject(lambda: membership_of(request))
        cast(StudioRequest, request).membership = membership
        request.studio = SimpleLazyObject(lambda: studio_of(request))  # type: ignore[attr-defined]
        return self.get_response(request)

    def process_view(
        self, request: HttpRequest, view: Callable, *arguments: object
    ) -> HttpResponse | None:
        """Called once the address is resolved, before its view."""
        if not request.user.is_authenticated:
            return None
        mine = cast(StudioRequest, request).membership
        if mine:
            refuse_unless_enough(request, view, mine)
            is_importing = getattr(mine.studio, "unfinished_import", None)
            return importing_page(request) if is_importing and waits_for_import(view) else None
        if not needs_studio(view):
            return None
        if getattr(view, "login_required", True):
            return no_studio_page(request)
        # What is open to strangers has nothing of a studio in it, and this person has none.
        request.user = AnonymousUser()
        return None
