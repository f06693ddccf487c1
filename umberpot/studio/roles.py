"""What each role may do at an address, decided beside the view and kept by the middleware.

An address that says nothing is open to every member while it is only read, and to makers when
something is sent to it: what was forgotten is refused to readers, not allowed.
"""

from collections.abc import Callable
from urllib.parse import urlsplit

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponseBase
from django.urls import resolve

from umberpot.studio.models import Membership
from umberpot.studio.role_list import Role

READ_ONLY = {"GET", "HEAD", "OPTIONS"}

View = Callable[..., HttpResponseBase]


def _say(view: View, what: str, decision: object) -> View:
    """Notes a decision on the view itself, as Django's own ``login_not_required`` does."""
    setattr(view, what, decision)
    return view


def for_owners(view: View) -> View:
    """Only owners reach this view, even to look."""
    return _say(view, "needed_role", Role.OWNER)


def for_makers(view: View) -> View:
    """What this view shows is for doing something only: readers do not come to it.

    A link that leads to it stands in something with ``data-makers``, which readers do not see.
    """
    return _say(view, "needed_role", Role.MAKER)


def readers_send(view: View) -> View:
    """Readers may send something to this view: it changes only what is their own."""
    return _say(view, "role_to_send", Role.READER)


def without_studio(view: View) -> View:
    """This view is also for who is signed in and in no studio."""
    return _say(view, "needs_studio", False)


def needs_studio(view: View) -> bool:
    """Whether only members of a studio have a use for this view."""
    return bool(getattr(view, "needs_studio", True))


def during_import(view: View) -> View:
    """This view is also there while an archive is on its way into the studio."""
    return _say(view, "waits_for_import", False)


def waits_for_import(view: View) -> bool:
    """Whether this view shows or changes what an archive may be bringing just now."""
    is_open = not getattr(view, "login_required", True)
    return bool(getattr(view, "waits_for_import", needs_studio(view) and not is_open))


def needed_role(view: View, method: str | None) -> Role:
    """The least role that may ask this of a view."""
    least: Role = getattr(view, "needed_role", Role.READER)
    if method in READ_ONLY:
        return least
    to_send: Role = getattr(view, "role_to_send", Role.MAKER)
    return least if least.may(to_send) else to_send


def may_open(role: Role, address: str) -> bool:
    """Whether a role may look at an address of this site, whatever its query."""
    return role.may(needed_role(resolve(urlsplit(address).path).func, "GET"))


def refuse_unless_enough(request: HttpRequest, view: View, mine: Membership) -> None:
    """Raises PermissionDenied, with words for the person, where the role is not enough."""
    needed = needed_role(view, request.method)
    if not Role(mine.role).may(needed):
        raise PermissionDenied(needed.facts.refusal)
