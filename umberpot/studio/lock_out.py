"""Who guesses passwords is kept out: by name and address after five, by address alone after thirty.

The library counts wrong sign-ins; this adds the second count, and whose address it is that counts.
"""

from axes.handlers.database import AxesDatabaseHandler
from axes.helpers import get_cool_off
from axes.models import AccessAttempt
from django.conf import settings
from django.db.models import Sum
from django.http import HttpRequest
from django.utils import timezone

MOST_FROM_AN_ADDRESS = 30
"""More than a studio mistypes in a quarter of an hour, behind one address as it may be."""


def address_of(request: HttpRequest) -> str:
    """Where a request came from. Behind a proxy that is what the proxy added last, if it did."""
    direct: str = request.META.get("REMOTE_ADDR", "")
    if not settings.BEHIND_PROXY:
        return direct
    return request.META.get("HTTP_X_FORWARDED_FOR", "").rpartition(",")[2].strip() or direct


class Handler(AxesDatabaseHandler):
    """Counts by name and address as the library does, and by address whatever the name."""

    def is_locked(self, request: HttpRequest, credentials: dict | None = None) -> bool:
        """Whether this name from here, or anybody from here, has to wait."""
        return self._guesses_names(request) or super().is_locked(request, credentials)

    def _guesses_names(self, request: HttpRequest) -> bool:
        lately = timezone.now() - get_cool_off(request)
        attempts = AccessAttempt.objects.filter(
            ip_address=address_of(request), attempt_time__gte=lately
        )
        wrong = attempts.aggregate(wrong=Sum("failures_since_start"))["wrong"]
        return (wrong or 0) >= MOST_FROM_AN_ADDRESS
