"""The request as views see it."""

import uuid

from django.contrib.auth.models import User
from django.http import HttpRequest, QueryDict
from django_htmx.middleware import HtmxDetails

from umberpot.studio.models import Studio


class StudioRequest(HttpRequest):
    """A request by a signed-in person: what the middleware puts on it, for type checkers."""

    user: User
    studio: Studio
    htmx: HtmxDetails


def posted(request: HttpRequest) -> QueryDict | None:
    """What a form is bound to: the body of a POST, even an empty one, and nothing otherwise."""
    return request.POST if request.method == "POST" else None


def request_key(request: HttpRequest) -> uuid.UUID:
    """The key a page sends so that a second click does nothing; a new one if it is unreadable."""
    try:
        return uuid.UUID(request.POST.get("request_key", ""))
    except ValueError:
        return uuid.uuid4()
