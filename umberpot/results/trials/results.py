"""What a trial's readings say: one row a tile, one verdict a batch of equal tiles."""

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

from claycore.colour import difference
from claycore.firing import cones
from claycore.judging import vitrification
from claycore.measure.formatting import percentage, plain
from claycore.measure.uncertainty import Estimate
from claycore.testing import absorption
from claycore.testing.bars import figures
from claycore.testing.readings import Quantity
from claycore.testing.result_checks import absorption_warnings
from claycore.testing.results import mean
from claycore.testing.soaking import METHODS, SoakingMethod
from umberpot.results.limits.services import absorption_limit
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import Trial
from umberpot.tiles.progress import Standing


@dataclass(frozen=True)
class TileResult:
    """A tile's figures; ``problem`` says what cannot be true in its record."""

    stands: Standing
    drying: Estimate | None
    firing: Estimate | None
    total: Estimate | None
    absorption: Estimate | None
    verdict: vitrification.Verdict | None
    method: SoakingMethod | None
    problem: str
    pct: float
    pct_words: str

    @property
    def tile_class(self) -> str:
        """The published class of ceramic tiles its absorption falls in."""
        return vitrification.tile_class(self.absorption.value) if self.absorption else ""

    @property
    def notes(self) -> list[str]:
        """What to bear in mind about its absorption."""
        if not self.absorption:
            return []
        outcome = self.verdict.outcome if self.verdict else None
        glazed = self.stands.tile.glazed
        found = absorption_warnings(self.absorption, outcome, self.method, glazed)
        return [warning.message for warning in found]

    @property
    def pct_short(self) -> str:
        """The strongest colourant's percentage, as it stands over a tile of the strip."""
        return f"{percentage(self.pct)} %" if self.pct else "plain"


@dataclass(frozen=True)
class Batch:
    """Tiles of one mix fired to one cone, alike glazed: their mean and its verdict."""

    title: str
    glazed: bool
    tiles: list[TileResult]
    absorption: Estimate | None
    total: Estimate | None
    verdict: vitrification.Verdict | None

    @property
    def notes(self) -> list[str]:
        """What to bear in mind about its absorption, each thing once."""
        told = [note for r in self.tiles if r.absorption for note in r.notes]
        return list(dict.fromkeys(told))


@dataclass(frozen=True)
class Joint:
    """Where two tiles of the strip touch: how far their colours lie apart, if both are known."""

    left: str
    right: str
    delta_e: float | None = None
    reading: str = ""


def _percentages(stands: Standing) -> tuple[float, str]:
    """The strongest colourant's true percentage, and all of them in words."""
    mix = stands.tile.mix
    if mix is None:
        return 0.0, f"{stands.tile.clay}, plain"
    rows = [(pct, name) for name, pct in mix.batch.pcts.items() if pct > 0]
    words = " + ".join(f"{percentage(pct)} % {name}" for pct, name in rows)
    return max((pct for pct, _ in rows), default=0.0), words or f"{mix.clay_name}, plain"


def tile_result(stands: Standing, limit: vitrification.Limit) -> TileResult:
    """Everything one tile says after its last firing, held against a limit."""
    said = figures(bar_of(stands.tile))
    after = said.after(len(stands.tile.firings) - 1)
    soaked = stands.readings.get(Quantity.MASS_SOAKED)
    found = after.soaks.get(soaked.method) if after and soaked else None
    absorbed = found.absorption if found else None
    verdict = None
    if absorbed and stands.firing:
        step = stands.readings[Quantity.MASS_FIRED].step
        verdict = vitrification.verdict(absorbed, limit, stands.firing.cone, step)
    pct, words = _percentages(stands)
    return TileResult(
        stands=stands,
        drying=said.drying,
        firing=after.firing if after else None,
        total=after.total if after else None,
        absorption=absorbed,
        verdict=verdict,
        method=METHODS[soaked.method] if soaked else None,
        problem=" ".join(said.problems),
        pct=pct,
        pct_words=words,
    )


def trial_results(trial: Trial, standings: Iterable[Standing]) -> list[TileResult]:
    """A trial's tiles in the order they are compared: bare first, by cone, by strength."""
    limit = absorption_limit(trial.studio, trial.ware, trial.school)
    results = [tile_result(stands, limit) for stands in standings]
    return sorted(
        results,
        key=lambda r: (
            r.stands.tile.glazed,
            cones.order(r.stands.firing.cone if r.stands.firing else r.stands.tile.cone),
            r.pct,
            r.stands.tile.pk,
        ),
    )


def batches(trial: Trial, results: list[TileResult]) -> list[Batch]:
    """Fired tiles that are replicates of each other, with the verdict on their mean."""
    limit = absorption_limit(trial.studio, trial.ware, trial.school)
    groups: dict[tuple[int | None, str, bool], list[TileResult]] = {}
    for result in results:
        tile, firing = result.stands.tile, result.stands.firing
        if firing:
            groups.setdefault((tile.mix_id, firing.cone, tile.glazed), []).append(result)
    made = []
    for (_, cone, glazed), tiles in groups.items():
        absorbed = mean(r.absorption for r in tiles)
        verdict = None
        if absorbed:
            step = max(r.stands.readings[Quantity.MASS_FIRED].step for r in tiles if r.absorption)
            verdict = vitrification.verdict(absorbed, limit, cone, step)
        title = f"{tiles[0].pct_words}, cone {cone}{', glazed' if glazed else ''}"
        made.append(Batch(title, glazed, tiles, absorbed, mean(r.total for r in tiles), verdict))
    return made


def joints(results: list[TileResult]) -> list[Joint]:
    """Every joint of the strip, left to right."""
    rows = []
    for left, right in pairwise(result.stands for result in results):
        codes = left.tile.code, right.tile.code
        if left.colour and right.colour:
            delta_e = difference.ciede2000(left.colour.lab, right.colour.lab)
            rows.append(Joint(*codes, delta_e, difference.in_words(delta_e)))
        else:
            rows.append(Joint(*codes))
    return rows


def summary(made: list[Batch]) -> str:
    """One line for a list: how many batches are within, over, or not decided."""
    counts = {
        words: sum(1 for b in made if b.verdict and b.verdict.outcome == outcome)
        for outcome, words in (
            (absorption.WITHIN, "within the limit"),
            (absorption.OVER, "over it"),
            (absorption.NOT_DECIDED, "not decided"),
        )
    }
    return ", ".join(f"{plain(n)} {words}" for words, n in counts.items() if n)
