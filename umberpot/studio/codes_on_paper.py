"""What QR codes on paper hold: an address that others can open, or only the code of the thing."""

from umberpot.studio.addresses import outside, works_outside
from umberpot.studio.request import StudioRequest


def on_paper(request: StudioRequest, path: str, code: str) -> str:
    """The address of a page; only the code of what it is about where nobody else could open it."""
    studio = request.studio
    return outside(studio, request, path) if works_outside(studio, request) else code


def codes_hold(request: StudioRequest) -> dict[str, str]:
    """For the page that makes them: the address that codes begin with, '' where they have none."""
    return {"codes_open": on_paper(request, "/", "")}
