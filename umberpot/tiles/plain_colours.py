"""What clays fire to by themselves, for lists."""

from collections import defaultdict
from collections.abc import Sequence

from django.db.models import Q

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.columns import LAB_COLUMNS


def plain_colours(studio: Studio, clays: Sequence[int]) -> dict[tuple[int, str], Lab]:
    """By key of a clay and cone, the mean colour of its unglazed bars and plain tiles.

    A tile has a clay only where nothing colours it. Of a cone fired in both atmospheres it is the
    one in oxidation. One query.
    """
    unglazed = Q(tile__glazed=False) | Q(of_bare_half=True)
    at_a_cone = current_colours(studio).exclude(firing__cone="")
    rows = at_a_cone.filter(unglazed, tile__clay__in=clays)
    read: dict[tuple[int, str], dict[str, list[Lab]]] = defaultdict(lambda: defaultdict(list))
    keys = ("tile__clay", "firing__cone", "firing__atmosphere", *LAB_COLUMNS)
    for clay, cone, atmosphere, *values in rows.values_list(*keys):
        read[clay, cone][atmosphere].append(Lab(*values))
    return {
        where: mean_colour(found.get(Atmosphere.OXIDATION) or next(iter(found.values())))
        for where, found in read.items()
    }
