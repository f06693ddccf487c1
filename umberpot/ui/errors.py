"""What is answered when a page fails."""

import sys

from django.db import OperationalError
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views import defaults

TRY_AGAIN_IN_S = 5
_NEVER_SHOWN = ("password", "csrfmiddlewaretoken")


def server_error(request: HttpRequest) -> HttpResponse:
    """A page that failed; where only the lock of the data could not be had, it can be sent again.

    Runs while the exception is handled, so that it can be looked at. What was typed goes along,
    passwords and files excepted.
    """
    failed = sys.exc_info()[1]
    if not (isinstance(failed, OperationalError) and "locked" in str(failed)):
        return defaults.server_error(request)
    typed = [
        (name, value)
        for name, values in request.POST.lists()
        for value in values
        if not any(word in name for word in _NEVER_SHOWN)
    ]
    response = render(
        request, "503.html", {"typed": typed, "had_files": bool(request.FILES)}, status=503
    )
    response["Retry-After"] = str(TRY_AGAIN_IN_S)
    return response
