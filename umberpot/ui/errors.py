"""What is answered when a page fails."""

import logging
import sys
from collections.abc import Callable
from dataclasses import dataclass

from django.db import OperationalError
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views import defaults

from umberpot.ui import disk
from umberpot.ui.editing import SHOWN

_NEVER_SHOWN = ("password", "csrfmiddlewaretoken")


@dataclass(frozen=True)
class NotSaved:
    """Why nothing could be saved though nothing is wrong with what was sent, and what to do."""

    status: int
    heading: str
    explanation: str
    retry_after_s: int | None = None


BUSY = NotSaved(
    503,
    "The application is busy",
    "Your changes were not saved. Wait a moment, then choose Send again: your entries are kept.",
    retry_after_s=5,
)
DISK_FULL = NotSaved(
    507,
    "The disk is full",
    "Nothing of yours was saved: the disk of the machine that runs Umber Pot is full. Keep this"
    " page open, have room made on that disk, then choose Send again: your entries are kept."
    " Until then everything can be read and exported.",
)
IMPORTING = NotSaved(
    503,
    "This studio is being imported",
    "Your changes were not saved: a full export is being imported into this studio. Wait until"
    " that is complete, then choose Send again: your entries are kept.",
    retry_after_s=10,
)


Explanation = Callable[[HttpRequest, BaseException], HttpResponse | None]
explained_by: list[Explanation] = []
"""What may know why a page failed: places above add theirs. The first page given is shown."""


def _explained(request: HttpRequest, failed: BaseException | None) -> HttpResponse | None:
    """The page of whatever knows why this one failed; None where nothing does."""
    if failed is None:
        return None
    try:
        return next(filter(None, (explain(request, failed) for explain in explained_by)), None)
    except Exception:  # a page that explains must not fail in turn
        logging.getLogger("django.request").exception("The failure could not be explained.")
        return None


def why_not_saved(failed: BaseException | None) -> NotSaved | None:
    """What is to be told of a failure that is no fault of the application; None for any other."""
    if disk.is_full(failed):
        return DISK_FULL
    if isinstance(failed, OperationalError) and "locked" in str(failed):
        return BUSY
    return None


def _for_pages(name: str) -> bool:
    """Whether a field is only there for the page itself, and nobody typed it."""
    return name.startswith(("seen", "request_key")) or name.endswith(SHOWN)


def server_error(request: HttpRequest) -> HttpResponse:
    """A page that failed; where nothing could be saved just then, it can be sent again.

    Runs while the exception is handled, so that it can be looked at.
    """
    failed = sys.exc_info()[1]
    why = why_not_saved(failed)
    if why is None:
        return _explained(request, failed) or defaults.server_error(request)
    return not_saved(request, why)


def not_saved(request: HttpRequest, why: NotSaved) -> HttpResponse:
    """The page of what was sent and not saved, to be sent again; passwords and files excepted."""
    typed = [
        (name, value)
        for name, values in request.POST.lists()
        for value in values
        if not any(word in name for word in _NEVER_SHOWN)
    ]
    context = {
        "why": why,
        "typed": typed,
        "readable": [value for name, value in typed if value.strip() and not _for_pages(name)],
        "had_files": bool(request.FILES),
    }
    response = render(request, "not_saved.html", context, status=why.status)
    if why.retry_after_s:
        response["Retry-After"] = str(why.retry_after_s)
    return response
