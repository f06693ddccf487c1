"""A clay of the shelf judged: its record, its field sheet and its label held against the rules."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property

from claycore.judging import adjustment_suggestions, claims, firing_range
from claycore.judging import verdict as clay_verdict
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import FiringRange
from claycore.judging.limits import SCHOOLS, Limits
from claycore.judging.verdict import ClayVerdict
from claycore.testing.bar_checks import doubted
from claycore.testing.field_notes import NOTHING_NOTED
from umberpot.clays.limits.services import limits_of
from umberpot.clays.records import ClayRecord, clay_records
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio


@dataclass(frozen=True)
class ClayPurpose:
    """What a clay is judged as: purpose, ware and whose limits; the cone, None for the best."""

    purpose: str
    ware: str
    school: str
    cone: str | None = None

    @property
    def other_school(self) -> str:
        return next(school for school in SCHOOLS if school != self.school)


def usual_purpose(studio: Studio, clay: Material | None) -> ClayPurpose:
    """What a clay is to be judged as, else what the studio's clays usually are."""
    own_purpose, own_ware = (clay.purpose, clay.ware) if clay else ("", "")
    return ClayPurpose(own_purpose or studio.purpose, own_ware or studio.ware, studio.school)


def _as_dug_pct(clay: Material) -> float | None:
    """How much of it is as dug; None for a clay that was bought, not dug.

    A blend may be blended again: what is left of the first clay is a share of a share.
    """
    parts = list(clay.blend_parts.all()) if clay.kind == Material.Kind.BLEND else []
    if parts:
        first = _as_dug_pct(parts[0].clay)
        return None if first is None else parts[0].share_pct * first / 100
    return 100.0 if clay.kind == Material.Kind.DUG_CLAY else None


def range_of(record: ClayRecord, limits: Limits) -> FiringRange:
    """Where the clay matures and where it is spoilt, by these limits."""
    return firing_range.firing_range(record.results.cones, limits.dense.high_pct, limits.bending)


def evidence_of(record: ClayRecord, limits: Limits, cone: str | None) -> Evidence:
    """What is known of a clay, to be judged at a cone; None, or one not tested, is the best."""
    sheet = getattr(record.clay, "sheet", None)
    found = range_of(record, limits)
    at = record.results.at(cone) if cone else None
    return Evidence(
        record.results,
        found,
        at.cone if at else firing_range.best_cone(record.results.cones, found),
        sheet.notes if sheet else NOTHING_NOTED,
        _as_dug_pct(record.clay),
    )


@dataclass(frozen=True)
class JudgedClay:
    """A clay judged: the verdict for each purpose, what the other school changes, how to adjust it,
    its label.
    """

    record: ClayRecord
    as_what: ClayPurpose
    limits: Limits
    evidence: Evidence
    verdicts: Mapping[str, ClayVerdict]
    other: ClayVerdict
    label: list[claims.CheckedClaim]

    @property
    def verdict(self) -> ClayVerdict:
        """For the purpose that was asked."""
        return self.verdicts[self.as_what.purpose]

    @property
    def headline(self) -> str:
        """What is said in large letters."""
        return clay_verdict.headline(
            self.verdicts, self.as_what.purpose, self.evidence.cone, claims.any_fails(self.label)
        )

    @cached_property
    def suggestions(self) -> list[adjustment_suggestions.Suggestion]:
        """How it may be adjusted for the purpose that was asked."""
        return adjustment_suggestions.suggestions(
            self.verdict,
            self.evidence,
            self.limits,
            self.label,
            doubted(self.record.as_bars),
        )

    @property
    def adjustments_before_firing(self) -> list[adjustment_suggestions.Suggestion]:
        """What its drying alone calls for, while no bar was fired."""
        return [one for one in self.suggestions if one.adjustment.code != "fire_bars"]

    @property
    def other_school_says(self) -> str:
        """What changes under the other school; '' where nothing does."""
        school = self.as_what.other_school
        return clay_verdict.by_another_school(self.verdict, self.other, school)


def judge(record: ClayRecord, as_what: ClayPurpose, studio: Studio) -> JudgedClay:
    """A clay judged as something, by the studio's figures. Raises UnknownChoice."""
    limits = limits_of(studio, as_what.ware, as_what.school)
    evidence = evidence_of(record, limits, as_what.cone)
    other_limits = limits_of(studio, as_what.ware, as_what.other_school)
    # Of all limits, only the one of absorption has a part in the evidence.
    other_evidence = (
        evidence
        if other_limits.dense.high_pct == limits.dense.high_pct
        else evidence_of(record, other_limits, evidence.cone)
    )
    other = clay_verdict.verdict(other_evidence, other_limits, as_what.purpose)
    claim = getattr(record.clay, "claim", None)
    return JudgedClay(
        record,
        as_what,
        limits,
        evidence,
        clay_verdict.by_purpose(evidence, limits),
        other,
        claims.check_claim(claim.claim, record.results, evidence.range, limits.dense.high_pct)
        if claim
        else [],
    )


def judged_as_usual(studio: Studio, keys: Iterable[int]) -> dict[int, JudgedClay]:
    """Those of the clays that were fired, each judged as it usually is, at its best tested cone."""
    clays = Material.objects.of(studio).filter(pk__in=keys).with_what_is_judged()
    return {
        record.clay.pk: judge(record, usual_purpose(studio, record.clay), studio)
        for record in clay_records(studio, clays)
        if record.results.cones
    }
