"""What a run of cones says, in sentences."""

from collections.abc import Sequence

from django.utils import timezone

from claycore.firing import cones
from claycore.judging import firing_range
from claycore.judging.firing_range import FiringRange, Maturity, Spoiling
from claycore.measure.formatting import plain, with_u95
from claycore.measure.replicates import Spread
from claycore.measure.uncertainty import Estimate
from claycore.testing import pyroplasticity
from claycore.testing.results import RESULTS, ClayResults, Figure
from claycore.testing.soaking import METHODS
from umberpot.clays.models import KeptVerdict
from umberpot.clays.verdicts.history import VerdictMove
from umberpot.clays.verdicts.judging import JudgedClay


def range_sentences(found: FiringRange, limit_pct: float) -> list[tuple[str, str]]:
    """(heading, sentence) for maturity, bloating, slumping and the firing range."""
    if not found.tested:
        return [("Firing", "No bars fired yet.")]
    rows = [("Maturity", _maturity(found.maturity, limit_pct))]
    rows += [
        (heading, _spoiling(spoiling, heading.lower(), doubt, found.unseen))
        for heading, spoiling, doubt in (
            ("Bloating", found.bloats, "within the ± of the readings"),
            ("Slumping", found.slumps, "which only small closed forms stand"),
        )
    ]
    rows.append(("Firing range", _range(found)))
    if found.rises_oddly:
        at = " and ".join(found.rises_oddly)
        rows.append(
            (
                "Check",
                f"At cone {at} absorption rose although shrinkage rose too. Check that"
                " these bars were soaked the same way and not mixed up.",
            )
        )
    return rows


def matures_in_short(maturity: Maturity) -> str:
    """Where a clay matures, for a list: 'cone 4–5', 'by cone 6', 'not reached'."""
    if maturity.outcome == firing_range.MaturityOutcome.NOT_MEASURED:
        return "not measured"
    if maturity.outcome == firing_range.MaturityOutcome.NOT_REACHED:
        return "not reached"
    if maturity.outcome == firing_range.MaturityOutcome.NOT_DECIDED:
        return "inconclusive"
    if maturity.coarse or maturity.low_c is None or maturity.high_c is None:
        return f"by cone {maturity.cone}"
    low, high = cones.needed_for(maturity.low_c), cones.needed_for(maturity.high_c)
    return f"cone {low}" if low == high else f"cone {low}–{high}"


def spoils_in_short(found: FiringRange) -> str:
    """From where a clay bloats or slumps, for a list."""
    words = []
    for verb, spoiling in (("bloats", found.bloats), ("slumps", found.slumps)):
        if spoiling.outcome == firing_range.Sureness.SURE:
            words.append(f"{verb} by cone {spoiling.cone}")
        elif spoiling.outcome == firing_range.Sureness.PERHAPS:
            words.append(f"possibly {verb} by cone {spoiling.cone}")
    if words:
        return ", ".join(words)
    return "not checked" if found.unseen else "not seen"


def spread_words(found: ClayResults, cone: str | None) -> list[str]:
    """What the ± of shrinkage and of absorption rest on, a sentence each; at a cone, if any."""
    at = found.at(cone) if cone else None
    told: list[tuple[Figure, Estimate | None]] = [
        (("drying_shrinkage", ""), found.drying),
        (("total_shrinkage", ""), at.total if at else None),
    ]
    if at and at.soaked:
        told.append((("absorption", at.soaked.method), at.absorption))
    return [_spread(found.spreads[figure], figure, known) for figure, known in told if known]


def _spread(spread: Spread, figure: Figure, known: Estimate) -> str:
    code, method = figure
    title = RESULTS[code].title
    if method:
        title += f", {METHODS[method].title.lower()}, near {plain(known.value, 1)} %"
    apart = f"± {plain(spread.of_pieces(known.value), 2)} %"
    if not spread.record.pieces:
        return f"{title}: no identical bars on record yet; {apart} is usual (common practice)."
    worth = plain(spread.record.pieces, 0)
    differ = f"identical bars in this studio differ by {apart}"
    return f"{title}: {differ}, learned from about {worth} bars."


def _maturity(maturity: Maturity, limit_pct: float) -> str:
    limit = f"{plain(limit_pct)} %"
    if maturity.outcome == firing_range.MaturityOutcome.NOT_MEASURED:
        return "Not known: no fired bar has been soaked."
    if maturity.outcome == firing_range.MaturityOutcome.NOT_REACHED:
        return f"Not reached: absorption stayed above {limit} at every tested cone."
    if maturity.outcome == firing_range.MaturityOutcome.NOT_DECIDED:
        return f"Inconclusive: absorption may be under {limit}, but not certainly. Test more bars."
    if maturity.after is None or maturity.low_c is None or maturity.high_c is None:
        return (
            f"Certainly under {limit} by cone {maturity.cone}. It may mature cooler: no"
            " cooler cone tested is certainly over the limit."
        )
    if maturity.coarse:
        return (
            f"Between cone {maturity.after} and {maturity.cone}, too far apart to say where."
            f" Certainly by cone {maturity.cone}."
        )
    return (
        f"From {_about(maturity.low_c, maturity.high_c)}, interpolated between tested cones"
        f" {maturity.after} and {maturity.cone}. Certainly by cone {maturity.cone}."
    )


def _about(low_c: float, high_c: float) -> str:
    """Temperatures as the cones they need: 'about cone 4 to 5'."""
    low, high = cones.needed_for(low_c), cones.needed_for(high_c)
    return f"about cone {low}" if low == high else f"about cone {low} to {high}"


def _spoiling(spoiling: Spoiling, fault: str, doubt: str, unseen: Sequence[str]) -> str:
    if spoiling.outcome == firing_range.Sureness.NOT_SEEN and unseen:
        return f"No {fault} seen, but the bars of cone {' or '.join(unseen)} were not checked."
    if spoiling.outcome == firing_range.Sureness.NOT_SEEN:
        return f"No {fault} seen at any tested cone."
    signs = ", ".join(spoiling.signs)
    after = f"after {spoiling.last_good}, " if spoiling.last_good else ""
    if spoiling.outcome == firing_range.Sureness.SURE:
        return f"By cone {spoiling.cone} ({after}{signs})."
    return f"Possibly by cone {spoiling.cone} ({signs}, {doubt})."


def _range(found: FiringRange) -> str:
    if not found.best:
        return "No tested cone is certainly in the range."
    doubted = found.in_doubt
    good = found.best[: len(found.best) - len(doubted)]
    if not doubted:
        hotter = "; nothing hotter was tested." if found.open_above else "."
        return f"{_from_to(good).capitalize()} of the cones tested{hotter}"
    verbs = [
        verb
        for verb, spoiling in (("bloat", found.bloats), ("slump", found.slumps))
        if spoiling.cone and cones.order(spoiling.cone) <= cones.order(doubted[-1])
    ]
    unless = f"unless the clay starts to {' or '.join(verbs)} there."
    if not good:
        return f"{_from_to(doubted).capitalize()}, {unless}"
    return f"{_from_to(good).capitalize()} of the cones tested; {_from_to(doubted)} too, {unless}"


def _from_to(tested: Sequence[str]) -> str:
    return f"cone {tested[0]}" if len(tested) == 1 else f"cone {tested[0]} to {tested[-1]}"


def verdict_moved(move: VerdictMove) -> str:
    """From what to what a verdict moved without the clay's own bars, when and why."""
    when = f"{timezone.localtime(move.now.made_at):%-d %B %Y}"
    until = f"Until {when} this said “{move.before.headline}”."
    if move.now.cause == KeptVerdict.Cause.LIMITS:
        return f"{until} The limits were changed, no bar of its own was."
    differ = "less" if move.is_surer else "more"
    size = "smaller" if move.is_surer else "larger"
    return (
        f"{until} No bar of its own changed: identical pieces in this studio now differ by"
        f" {differ}, so its ± is {size}."
    )


def floor_summary(floor_mm: float, ring_mm: float, index: Estimate, cone: str) -> str:
    """How far the floor of a piece sags over its foot ring; ``index`` as in the results."""
    per_mm = index.value / RESULTS["pyroplastic_index"].scale
    here, half, thicker = (
        plain(pyroplasticity.floor_sag(per_mm, thickness, ring), 1)
        for thickness, ring in (
            (floor_mm, ring_mm),
            (floor_mm, ring_mm / 2),
            (1.5 * floor_mm, ring_mm),
        )
    )
    return (
        f"At cone {cone} a flat floor of {plain(floor_mm, 1)} mm sags about {here} mm over a foot"
        f" ring of {plain(ring_mm, 0)} mm; {half} mm over one half as wide, {thicker} mm if half as"
        " thick again. A first guess from the bend bar: a flat disc, simply supported."
    )


def way_tried(clay: JudgedClay, blend: JudgedClay) -> str:
    """What a blend that was made to adjust a clay came to, and whether it helped."""
    before, after = (sum(line.fails for line in one.verdict.lines) for one in (clay, blend))
    helped = "it helped"
    if after >= before:
        helped = "it did not help" if after == before else "it made things worse"
    at = blend.evidence.at
    absorbed = at.absorption if at else None
    figure = f" {with_u95(absorbed.value, absorbed.u95)} % absorbed," if absorbed else ""
    cone = f" at cone {at.cone}" if at else ""
    return f"{blend.record.clay.name}{cone}:{figure} {helped}."
