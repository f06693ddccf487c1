"""What the page of a report may show that other pages may not."""

from collections.abc import Callable

from csp.decorators import csp_update
from django.http import HttpResponseBase

View = Callable[..., HttpResponseBase]


def with_photographs(view: View) -> View:
    """Lets photographs stand in the page itself: whoever opens a shared one reaches no other."""
    allowed: View = csp_update({"img-src": ["data:"]})(view)
    return allowed
