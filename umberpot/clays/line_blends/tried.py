"""What the studio's own blends tell of an addition."""

from claycore.judging.blend_effects import TriedBlend
from umberpot.clays.records import clay_records
from umberpot.shelf.models import BlendPart, Material
from umberpot.studio.models import Studio

OF_TWO = 2


def blends_tried(studio: Studio, addition: str, cone: str) -> list[TriedBlend]:
    """The blends of one clay with an addition of this kind, fired to the cone as the clay was.

    As many queries for many blends as for one.
    """
    of_kind = BlendPart.objects.of(studio).filter(clay__addition=addition)
    blends = Material.objects.of(studio).filter(pk__in=of_kind.values("blend"))
    shares: dict[Material, tuple[float, Material]] = {}
    for blend in blends.with_what_is_judged():
        parts = list(blend.blend_parts.all())
        added = [part for part in parts if part.clay.addition == addition]
        clays = [part.clay for part in parts if part.clay.is_testable]
        if len(parts) == OF_TWO and added and clays:
            shares[blend] = (added[0].share_pct, clays[0])
    wanted = {clay.pk: clay for blend, (_, plain) in shares.items() for clay in (blend, plain)}
    records = {record.clay.pk: record for record in clay_records(studio, wanted.values())}
    found = []
    for blend, (pct, plain) in shares.items():
        after, before = (records[clay.pk].results.at(cone) for clay in (blend, plain))
        if after and before:
            found.append(TriedBlend(pct, before, after))
    return found
