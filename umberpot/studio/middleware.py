"""Puts the signed-in person's studio on the request, looked up only when something asks for it."""

from collections.abc import Callable

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.utils.functional import SimpleLazyObject

from umberpot.studio.models import Membership, Studio


def studio_of(request: HttpRequest) -> Studio:
    """The studio of the signed-in person. Raises PermissionDenied for one who has none."""
    if request.user.is_authenticated:
        mine = Membership.objects.filter(user=request.user).select_related("studio").first()
        if mine:
            return mine.studio
    raise PermissionDenied("This account belongs to no studio.")


class StudioMiddleware:
    """Sets ``request.studio``."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        request.studio = SimpleLazyObject(lambda: studio_of(request))  # type: ignore[attr-defined]
        return self.get_response(request)
