"""What was in each firing of a list: its trials by name, and the colours that came out."""

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence

from django.db.models import Count

from claycore.colour.notation import Lab
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import Loading

MOST_NAMED = 3
MOST_COLOURS = 14


def trials_in(studio: Studio, firings: Collection[Firing]) -> Mapping[int, Sequence[str]]:
    """The trials and clay tests that had pieces in each firing, by name, most pieces first."""
    loadings = Loading.objects.of(studio).filter(firing__in=firings)
    rows = loadings.values_list("firing", "tile__trial__name").annotate(Count("pk")).order_by()
    held: dict[int, list[str]] = defaultdict(list)
    for firing, name, _ in sorted(rows, key=lambda row: -row[2]):
        held[firing].append(name)
    return held


def colours_in(studio: Studio, firings: Collection[Firing]) -> Mapping[int, Sequence[Lab]]:
    """The colours of each firing's tiles, the first that were read, the lightest first."""
    read = current_colours(studio).filter(firing__in=firings, of_bare_half=False)
    found: dict[int, list[Lab]] = defaultdict(list)
    for firing, *lab in read.order_by("pk").values_list("firing", *LAB_COLUMNS):
        if len(found[firing]) < MOST_COLOURS:
            found[firing].append(Lab(*lab))
    return {firing: sorted(labs, key=lambda lab: -lab.lightness) for firing, labs in found.items()}
