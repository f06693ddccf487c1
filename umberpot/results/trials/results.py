"""What a trial's readings say: one row a tile, one verdict a batch of equal tiles."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import pairwise

from claycore.colour import difference
from claycore.firing import cones
from claycore.judging import vitrification
from claycore.judging.limits import Limits
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import percentage, plain
from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate
from claycore.testing import absorption
from claycore.testing.bars import bar_results
from claycore.testing.readings import Quantity
from claycore.testing.result_checks import absorption_warnings
from claycore.testing.results import Figure, together
from claycore.testing.soaking import METHODS, SoakingMethod, surest_first
from umberpot.clays.limits.services import limits_of
from umberpot.firings.models import Firing
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import NOT_NAMED, Trial
from umberpot.tiles.progress import TileProgress


@dataclass(frozen=True)
class TileResult:
    """A tile's figures, ± for pieces like it; ``problem`` says what cannot be in its record."""

    progress: TileProgress
    drying: Estimate | None
    firing: Estimate | None
    total: Estimate | None
    absorption: Estimate | None
    verdict: vitrification.AbsorptionVerdict | None
    method: SoakingMethod | None
    problem: str
    pct: float
    pct_words: str

    @property
    def tile_class(self) -> str:
        """The published class of ceramic tiles its absorption falls in."""
        if not (self.absorption and self.progress.firing):
            return ""
        return vitrification.tile_class(self.absorption, self.progress.firing.cone)

    @property
    def notes(self) -> list[str]:
        """What to bear in mind about its absorption."""
        if not self.absorption:
            return []
        outcome = self.verdict.outcome if self.verdict else None
        glazed = self.progress.tile.glazed
        found = absorption_warnings(self.absorption, outcome, self.method, glazed)
        return [warning.message for warning in found]

    @property
    def pct_short(self) -> str:
        """Its percentages, as they stand over a tile of the strip: '3 + 0.5 %'."""
        mix = self.progress.tile.mix
        pcts = [percentage(pct) for pct in mix.said_pcts.values()] if mix else []
        bare = "coats" if self.progress.tile.stack else "plain"
        return f"{' + '.join(pcts)} %" if pcts else bare


@dataclass(frozen=True)
class Replicates:
    """Tiles of one mix or stack fired to one cone, alike glazed: their mean and its verdict."""

    title: str
    glazed: bool
    tiles: list[TileResult]
    absorption: Estimate | None
    total: Estimate | None
    verdict: vitrification.AbsorptionVerdict | None

    @property
    def notes(self) -> list[str]:
        """What to bear in mind about its absorption, each thing once."""
        told = [note for r in self.tiles if r.absorption for note in r.notes]
        return list(dict.fromkeys(told))


@dataclass(frozen=True)
class ColourJoint:
    """Where two tiles of the strip touch: how far their colours lie apart, if both are known."""

    left: str
    right: str
    delta_e: float | None = None
    reading: str = ""


def _percentages(progress: TileProgress) -> tuple[float, str]:
    """The strongest colourant's true percentage, and all of them in words."""
    mix = progress.tile.mix
    if progress.tile.stack:
        return 0.0, progress.tile.made_of
    if mix is None:
        return 0.0, f"{progress.tile.clay}, plain"
    rows = [(pct, name) for name, pct in mix.said_pcts.items()]
    words = " + ".join(f"{percentage(pct)} % {in_a_sentence(name)}" for pct, name in rows)
    return max((pct for pct, _ in rows), default=0.0), words or f"{mix.clay_name}, plain"


def _heat_order(progress: TileProgress) -> int:
    """By the heat of its last firing; of one that is not fired yet, by that it waits for."""
    return progress.firing.heat_order if progress.firing else cones.order(progress.tile.cone)


def _colourants(progress: TileProgress) -> str:
    """The colourants of a tile by name; '' of a plain one, which so comes first."""
    return " + ".join(progress.tile.mix.said_pcts) if progress.tile.mix else ""


def tile_result(
    progress: TileProgress, limits: Limits, records: Mapping[Figure, Record]
) -> TileResult:
    """Everything one tile says after its last firing, held against a limit.

    ``records`` is what the studio's equal pieces were seen to differ by.
    """
    said = bar_results(bar_of(progress.tile))
    after = said.after(len(progress.tile.firings) - 1)
    soaked = progress.readings.get(Quantity.MASS_SOAKED)
    found = after.soaks.get(soaked.method) if after and soaked else None
    absorbed = None
    if found and soaked:
        absorbed = together(("absorption", soaked.method), [found.absorption], records)
    verdict = None
    if absorbed and progress.firing:
        step = progress.readings[Quantity.MASS_FIRED].step
        hides = _hides(progress, METHODS[soaked.method] if soaked else None)
        verdict = vitrification.verdict(absorbed, limits, progress.firing.cone, step, hides)
    pct, words = _percentages(progress)
    return TileResult(
        progress=progress,
        drying=together(("drying_shrinkage", ""), [said.drying], records),
        firing=together(("firing_shrinkage", ""), [after.firing if after else None], records),
        total=together(("total_shrinkage", ""), [after.total if after else None], records),
        absorption=absorbed,
        verdict=verdict,
        method=METHODS[soaked.method] if soaked else None,
        problem=" ".join(said.problems),
        pct=pct,
        pct_words=words,
    )


def _hides(progress: TileProgress, method: SoakingMethod | None) -> str:
    """What may have kept water out of its pores; a tile with a bare half lets it in there."""
    tile = progress.tile
    sealed = tile.glazed and not tile.bare_half
    return vitrification.what_hides_pores(sealed, bool(method and method.reads_low))


def trial_results(
    trial: Trial, progresses: Iterable[TileProgress], records: Mapping[Figure, Record]
) -> list[TileResult]:
    """A trial's tiles as they are compared: unglazed first, by cone, colourant and strength."""
    limits = limits_of(trial.studio, trial.ware, trial.school)
    results = [tile_result(progress, limits, records) for progress in progresses]
    return sorted(
        results,
        key=lambda r: (
            (r.progress.tile.glazed, r.progress.tile.glaze_name),
            _heat_order(r.progress),
            _colourants(r.progress),
            r.pct,
            r.progress.tile.pk,
        ),
    )


def replicates(
    trial: Trial, results: list[TileResult], records: Mapping[Figure, Record]
) -> list[Replicates]:
    """Fired tiles that are replicates of each other, with the verdict on their mean.

    Where they were soaked in several ways, those count that the surest was used on.
    """
    limits = limits_of(trial.studio, trial.ware, trial.school)
    groups: dict[tuple[object, ...], tuple[Firing, list[TileResult]]] = {}
    for result in results:
        tile, firing = result.progress.tile, result.progress.firing
        if firing:
            same = (tile.mix_id, tile.stack_id, firing.heat, tile.glazed, tile.glaze_id)
            groups.setdefault(same, (firing, []))[1].append(result)
    made = []
    for firing, tiles in groups.values():
        tile = tiles[0].progress.tile
        soaked = _surest_soaked(tiles)
        absorbed = verdict = None
        if soaked:
            figure = ("absorption", soaked[0].method.code if soaked[0].method else "")
            absorbed = together(figure, [r.absorption for r in soaked], records)
        if absorbed:
            step = max(r.progress.readings[Quantity.MASS_FIRED].step for r in soaked)
            hides = _hides(soaked[0].progress, soaked[0].method)
            verdict = vitrification.verdict(absorbed, limits, firing.cone, step, hides)
        glaze = f", {tile.glaze_name or NOT_NAMED}" if tile.glazed else ""
        title = f"{tiles[0].pct_words}, {firing.heat}{glaze}"
        total = together(("total_shrinkage", ""), [r.total for r in tiles], records)
        made.append(Replicates(title, tile.glazed, tiles, absorbed, total, verdict))
    return made


def _surest_soaked(tiles: list[TileResult]) -> list[TileResult]:
    """Those of the tiles that the surest way of soaking was used on."""
    for method in surest_first():
        soaked = [tile for tile in tiles if tile.absorption and tile.method == method]
        if soaked:
            return soaked
    return []


def joints(results: list[TileResult]) -> list[ColourJoint]:
    """Every joint of the strip, left to right."""
    rows = []
    for left, right in pairwise(result.progress for result in results):
        codes = left.tile.code, right.tile.code
        if left.colour and right.colour:
            delta_e = difference.ciede2000(left.colour.lab, right.colour.lab)
            rows.append(ColourJoint(*codes, delta_e, difference.in_words(delta_e)))
        else:
            rows.append(ColourJoint(*codes))
    return rows


def summary(made: list[Replicates]) -> str:
    """One line for a list: how many batches are within, over, or inconclusive."""
    counts = {
        words: sum(1 for b in made if b.verdict and b.verdict.outcome == outcome)
        for outcome, words in (
            (absorption.AgainstLimit.WITHIN, "within the limit"),
            (absorption.AgainstLimit.OVER, "over the limit"),
            (absorption.AgainstLimit.NOT_DECIDED, "inconclusive"),
        )
    }
    return ", ".join(f"{plain(n)} {words}" for words, n in counts.items() if n)
