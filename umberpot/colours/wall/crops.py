"""The real pictures of tiles on the wall: what their rings show on the latest photograph."""

from collections.abc import Callable, Iterable

from django.urls import reverse

from umberpot.colours.fired import FiredColour
from umberpot.colours.models import Ring
from umberpot.studio.models import Studio


def pictures_of(studio: Studio, colours: Iterable[FiredColour]) -> Callable[[FiredColour], str]:
    """Says of each colour where its picture is; '' where there is none. One query.

    A ring whose reading is of another firing shows another colour, and is passed over.
    """
    codes = {one.code for one in colours}
    rings = Ring.objects.of(studio).filter(tile__code__in=codes).order_by("pk")
    known = rings.values_list("tile__code", "of_bare_half", "reading__firing", "pk")
    by_tile: dict[tuple[str, bool, int | None], int] = {
        (code, bare, firing): pk for code, bare, firing, pk in known
    }

    def picture_of(one: FiredColour) -> str:
        unread = by_tile.get((one.code, one.of_bare_half, None))
        pk = by_tile.get((one.code, one.of_bare_half, one.firing), unread)
        return reverse("results:crop", args=[pk]) if pk else ""

    return picture_of
