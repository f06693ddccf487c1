"""The request as views see it."""

from django.contrib.auth.models import User
from django.http import HttpRequest
from django_htmx.middleware import HtmxDetails

from umberpot.studio.models import Studio


class StudioRequest(HttpRequest):
    """A request by a signed-in person: what the middleware puts on it, for type checkers."""

    user: User
    studio: Studio
    htmx: HtmxDetails
