"""What the ways of adjusting a clay were tried on: blends with an addition, and if it helped."""

from collections import defaultdict
from collections.abc import Iterable

from claycore.materials.additions import ADDITIONS
from umberpot.clays.records import ClayRecord
from umberpot.clays.verdicts.judging import JudgedClay, judge
from umberpot.clays.verdicts.sentences import way_tried
from umberpot.studio.models import Studio


def tried_ways(
    judged: JudgedClay, relatives: Iterable[ClayRecord], studio: Studio
) -> dict[str, list[str]]:
    """Sentences by the code of the way: each blend of the clay with such an addition.

    ``relatives`` are the records of the clay's own blends among others.
    """
    found: dict[str, list[str]] = defaultdict(list)
    for record in relatives:
        parts = list(record.clay.blend_parts.all())
        if judged.record.clay.pk not in [part.clay_id for part in parts]:
            continue
        for part in parts:
            if part.clay.is_addition and record.results.cones:
                blend = judge(record, judged.as_what, studio)
                way = ADDITIONS[part.clay.addition].way
                found[way].append(way_tried(judged, blend))
    return dict(found)
