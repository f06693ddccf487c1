"""Addresses that leave this machine: on paper, in an invitation, in a phone's calendar.

The address that a page was asked under may be of this machine alone: a phone that reads it off a
label finds itself.
"""

import socket
from urllib.parse import urlsplit

from django.conf import settings
from django.http import HttpRequest

from umberpot.studio.models import Studio


def outside(studio: Studio, request: HttpRequest, path: str) -> str:
    """The whole address of a page, as others are to open it."""
    if studio.address:
        return f"{studio.address.rstrip('/')}{path}"
    return request.build_absolute_uri(path)


def works_outside(studio: Studio, request: HttpRequest) -> bool:
    """Whether others can open such an address: it is not of this machine alone."""
    host = urlsplit(outside(studio, request, "/")).hostname or ""
    return f"[{host}]" not in settings.LOOPBACK and host not in settings.LOOPBACK


def proposed(request: HttpRequest) -> str:
    """The address that others most likely reach this machine by, to be looked at and entered."""
    served = [host for host in settings.ALLOWED_HOSTS if host not in (*settings.LOOPBACK, "*")]
    host = served[0].lstrip(".") if served else f"{socket.gethostname().split('.')[0]}.local"
    port = request.get_port()
    usual = "443" if request.is_secure() else "80"
    return f"{request.scheme}://{host}{'' if port == usual else f':{port}'}"
