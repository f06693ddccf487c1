"""What pieces come to after a fire without a cone; it stands apart from what they say by cone."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from claycore.measure.formatting import with_u95
from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate
from claycore.testing.bars import FiredResults, bar_results
from claycore.testing.results import Figure, together
from claycore.testing.soaking import METHODS, surest_first
from umberpot.firings.models import Firing
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import Tile

OPEN_BODY = (
    "A fire without a cone leaves the body open. Readings here are of this fire alone and do"
    " not show how the clay matures. No two pieces colour alike; such ware is decorative."
)


@dataclass(frozen=True)
class AfterFire:
    """Pieces made alike after one fire; ``method`` is how they were soaked, '' where not."""

    firing: Firing
    made_of: str
    glazed: bool
    pieces: int
    total: Estimate | None
    absorption: Estimate | None
    method: str

    @property
    def measured(self) -> str:
        """What was measured of them, in words; '' where nothing was."""
        said = []
        if self.total:
            said.append(f"total shrinkage {with_u95(self.total.value, self.total.u95)} %")
        if self.absorption:
            figure = with_u95(self.absorption.value, self.absorption.u95)
            said.append(f"absorption {figure} %, {METHODS[self.method].title.lower()}")
        return "; ".join(said)


def after_fires(tiles: Iterable[Tile], records: Mapping[Figure, Record]) -> list[AfterFire]:
    """What tiles fetched ``with_readings`` come to after each fire without a cone, the last first.

    ``records`` is what the studio's equal pieces were seen to differ by. Makes no query.
    """
    found: dict[tuple[Firing, str, bool], list[FiredResults]] = defaultdict(list)
    for tile in tiles:
        fires = [(n, firing) for n, firing in enumerate(tile.firings) if not firing.cone]
        said = bar_results(bar_of(tile)) if fires else None
        for place, firing in fires:
            after = said.after(place) if said else None
            if after:
                found[firing, tile.made_of, tile.glazed].append(after)
    rows = [_after(*alike, results, records) for alike, results in found.items()]
    return sorted(rows, key=lambda row: (row.firing.fired_on, row.firing.pk), reverse=True)


def _after(
    firing: Firing,
    made_of: str,
    glazed: bool,
    results: list[FiredResults],
    records: Mapping[Figure, Record],
) -> AfterFire:
    soaked = {method for one in results for method in one.soaks}
    method = next((one.code for one in surest_first() if one.code in soaked), "")
    absorbed = [one.soaks[method].absorption for one in results if method in one.soaks]
    return AfterFire(
        firing,
        made_of,
        glazed,
        len(results),
        together(("total_shrinkage", ""), [one.total for one in results], records),
        together(("absorption", method), absorbed, records),
        method,
    )
