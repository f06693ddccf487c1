"""Everything that is known of a clay of the shelf, gathered for the core to judge."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from claycore import clay_verdict, firing_range, label_claims, mending
from claycore.clay_limits import Limits
from claycore.clay_results import ClayResults, results
from claycore.clay_rules import Evidence
from claycore.clay_verdict import Verdict
from claycore.field_notes import NOTHING_NOTED
from claycore.firing_range import FiringRange
from claycore.vitrification import SCHOOLS
from umberpot.reading.limits import limits_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import Tile


@dataclass(frozen=True)
class JudgedAs:
    """What a clay is judged as: purpose, ware and whose limits; the cone, None for the best."""

    purpose: str
    ware: str
    school: str
    cone: str | None = None

    @property
    def other_school(self) -> str:
        return next(school for school in SCHOOLS if school != self.school)


def _as_dug_pct(clay: Material) -> float:
    """A blend may be blended again: what is left of the first clay is a share of a share."""
    parts = list(clay.blend_parts.all()) if clay.kind == Material.BLEND else []
    return parts[0].share_pct * _as_dug_pct(parts[0].clay) / 100 if parts else 100.0


@dataclass(frozen=True)
class ClayRead:
    """A clay with its bars, and what they say."""

    clay: Material
    bars: Sequence[Tile]
    results: ClayResults

    @property
    def as_dug_pct(self) -> float:
        """Of a blend, how much is its first clay; 100 for a clay as it is."""
        return _as_dug_pct(self.clay)

    def range(self, limits: Limits) -> FiringRange:
        return firing_range.firing_range(self.results.cones, limits.absorption.high_pct)

    def evidence(self, limits: Limits, cone: str | None) -> Evidence:
        sheet = getattr(self.clay, "sheet", None)
        tested = [at.cone for at in self.results.cones]
        found = self.range(limits)
        return Evidence(
            self.results,
            found,
            cone if cone in tested else firing_range.best_cone(self.results.cones, found),
            sheet.notes if sheet else NOTHING_NOTED,
            self.as_dug_pct,
        )


@dataclass(frozen=True)
class Judged:
    """A clay judged: the verdict, what the other school changes, how to mend it, its label."""

    read: ClayRead
    as_what: JudgedAs
    limits: Limits
    evidence: Evidence
    verdict: Verdict
    other: Verdict
    mends: list[mending.Mend]
    label: list[label_claims.Held]

    @property
    def changed(self) -> list[tuple[clay_verdict.Line, clay_verdict.Line]]:
        """The rules with another outcome under the other school."""
        return clay_verdict.changed_lines(self.verdict, self.other)


def clays_with_bars(clays: Iterable[Material], tiles: Iterable[Tile]) -> list[ClayRead]:
    """Each clay with its bare tiles and bars. Tiles are fetched ``with_history``."""
    by_clay: dict[int, list[Tile]] = {}
    for tile in tiles:
        if tile.clay_id is not None and not tile.glazed:
            by_clay.setdefault(tile.clay_id, []).append(tile)
    read = []
    for clay in clays:
        bars = by_clay.get(clay.pk, [])
        read.append(ClayRead(clay, bars, results([bar_of(bar, _span(bar)) for bar in bars])))
    return read


def _span(bar: Tile) -> float | None:
    test = getattr(bar.trial, "test", None)
    return test.span_mm if test else None


def judge(read: ClayRead, as_what: JudgedAs, studio: Studio) -> Judged:
    """A clay judged as something, by the studio's figures. Raises UnknownChoice."""
    limits = limits_of(studio, as_what.ware, as_what.school)
    evidence = read.evidence(limits, as_what.cone)
    verdict = clay_verdict.verdict(evidence, limits, as_what.purpose)
    other_limits = limits_of(studio, as_what.ware, as_what.other_school)
    other = clay_verdict.verdict(
        read.evidence(other_limits, evidence.cone), other_limits, as_what.purpose
    )
    spoils = firing_range.SURE in (evidence.range.bloats.outcome, evidence.range.slumps.outcome)
    claim = getattr(read.clay, "claim", None)
    return Judged(
        read,
        as_what,
        limits,
        evidence,
        verdict,
        other,
        mending.mends(verdict.lines, spoilt_when_hotter=spoils),
        label_claims.held(claim.claim, read.results, evidence.range, limits.absorption.high_pct)
        if claim
        else [],
    )
