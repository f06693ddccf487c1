"""A fire without a cone: what was noted of it, and what its pieces came to."""

from collections.abc import Iterable
from dataclasses import dataclass

from claycore.firing.kinds import kind_of, unusual_peak
from claycore.measure.formatting import plain
from umberpot.clays.figures import spread_records
from umberpot.clays.fires import OPEN_BODY, AfterFire, after_fires
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile


@dataclass(frozen=True)
class Fire:
    """What is known of a fire without a cone, and what its pieces came to."""

    facts: list[tuple[str, str]]
    unusual: str
    open_body: str
    pieces: list[AfterFire]


def fire_of(studio: Studio, firing: Firing, tiles: Iterable[Tile]) -> Fire | None:
    """What is known of it; None of a kiln firing, which is told by its cone."""
    if kind_of(firing.kind).has_cones:
        return None
    measured = [one for one in after_fires(tiles, spread_records(studio)) if one.firing == firing]
    return Fire(_facts(firing), unusual_peak(firing.kind, firing.peak_c), OPEN_BODY, measured)


def _facts(firing: Firing) -> list[tuple[str, str]]:
    """What was noted of a firing that had no cone: what burned, how long, how hot."""
    noted = [
        ("Burned", firing.burned),
        ("Duration", f"{plain(firing.lasted_h)} h" if firing.lasted_h else ""),
        ("Peak", f"{plain(firing.peak_c, 0)} °C" if firing.peak_c else ""),
    ]
    return [(what, said or "not noted") for what, said in noted]
