"""The request as views see it."""

import uuid
from collections.abc import Iterable
from urllib.parse import urlencode

from django.contrib.auth.models import User
from django.http import HttpRequest, QueryDict
from django_htmx.middleware import HtmxDetails

from umberpot.studio.models import Membership, Studio


class StudioRequest(HttpRequest):
    """A request by a signed-in person: what the middleware puts on it, for type checkers."""

    user: User
    membership: Membership
    studio: Studio
    htmx: HtmxDetails


def posted(request: HttpRequest) -> QueryDict | None:
    """What a form is bound to: the body of a POST, even an empty one, and nothing otherwise."""
    return request.POST if request.method == "POST" else None


LONGEST_KEY = 18
"""Digits: a longer number is no key of any row, and more than the database can hold."""


def key_in(text: str) -> int | None:
    """The key of a row as an address or a form has it; None for what is none."""
    return int(text) if text.isdecimal() and len(text) <= LONGEST_KEY else None


def keys_in(texts: Iterable[str]) -> list[int]:
    """The keys among some texts, in their order."""
    return [key for text in texts if (key := key_in(text)) is not None]


def page_key(request: HttpRequest) -> uuid.UUID:
    """The key a page sends along with its form; a new one if it is unreadable."""
    sent = request.POST if request.method == "POST" else request.GET
    try:
        return uuid.UUID(sent.get("request_key", ""))
    except ValueError:
        return uuid.uuid4()


def request_key(request: HttpRequest) -> uuid.UUID:
    """The key of one wish: the page's, with what was typed, so that a second click does nothing.

    Someone who goes back, changes a figure and sends the page again wishes something else.
    """
    typed = [
        (name, value)
        for name, values in request.POST.lists()
        if name not in ("csrfmiddlewaretoken", "request_key")
        for value in values
    ]
    typed += [
        (name, f"{file.name} {file.size}")
        for name, files in request.FILES.lists()
        for file in files
    ]
    return uuid.uuid5(page_key(request), urlencode(sorted(typed)))
