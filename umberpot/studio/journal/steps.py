"""The step that is being taken: one request by one person, whose changes belong together."""

import uuid
from collections.abc import Callable
from contextvars import ContextVar
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse


@dataclass(frozen=True)
class JournalStep:
    """One request, as the journal tells it."""

    key: str
    doing: str
    request: HttpRequest

    @property
    def person(self) -> User | None:
        """Who is signed in by now: joining by an invitation signs in on the way."""
        return self.request.user if self.request.user.is_authenticated else None


_step: ContextVar[JournalStep | None] = ContextVar("step", default=None)


def current_step() -> JournalStep | None:
    """The step under way; None outside a request, when the application works by itself."""
    return _step.get()


class StepMiddleware:
    """Opens a step with each request, and closes it with the answer."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        token = _step.set(None)
        try:
            return self.get_response(request)
        finally:
            _step.reset(token)

    def process_view(self, request: HttpRequest, *arguments: object) -> None:
        """Called once the address is resolved, before its view."""
        match = request.resolver_match
        _step.set(JournalStep(uuid.uuid4().hex, match.view_name if match else "", request))
