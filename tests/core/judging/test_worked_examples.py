"""All that is said of the clays and ware that were judged by hand, and of clays laid together."""

from claycore.judging import claims, drying_reading, fit, vitrification, ware, ware_pieces
from claycore.judging import verdict as cv
from claycore.judging.blend_effects import TriedBlend, guess_from_blends
from claycore.judging.firing_range import untested_by_the_least
from claycore.judging.limits import SCHOOLS, WARES, usual_limits
from claycore.judging.outcomes import Outcome
from claycore.judging.purposes import PURPOSES
from claycore.judging.ware_pieces import PieceSurface, SoakedPiece
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import clay_results
from tests.core.judging import test_ware
from tests.core.judging.test_clay_cases import CASES, judged, label_of
from tests.core.testing.making_bars import bar, run
from tests.core.worked_pages import page_test


def told(line):
    """A check as its row of the page has it; shorter where it is passed."""
    found = line.finding
    held = f"{line.title}: {found.measured} / {found.limit}"
    if line.outcome == Outcome.PASSES:
        return held
    school = f" [{found.school}]" if found.school else ""
    return f"{held}: {line.outcome}. {line.why}{school}"


def clays():
    return {case["name"]: one_clay(case) for case in CASES}


def one_clay(case):
    evidence, verdict, headline, advice = judged(case)
    passed = [
        told(line) for line in verdict.lines if line.matters and line.outcome == Outcome.PASSES
    ]
    label = claims.check_claim(label_of(case), evidence.results, evidence.range, 1.5)
    return {
        "headline": headline,
        "verdict": (verdict.title, verdict.reason, verdict.in_short),
        "passes": passed,
        "other checks": [
            told(line) for line in verdict.lines if line.matters and line.outcome != Outcome.PASSES
        ],
        "ranges": evidence.range,
        "untested by the least": untested_by_the_least(evidence.results.cones, evidence.range),
        "label": [one.sentence for one in label],
        "advice": [
            {
                "what": one.what,
                "because": one.because,
                "worsens": one.worsens,
                "against": one.against,
                "cones": one.cones,
            }
            for one in advice
        ],
    }


def purposes():
    """One clay for every purpose: what is asked of it, and what it comes to."""
    evidence, *_ = judged(CASES[1])
    found = cv.by_purpose(evidence, usual_limits("stoneware", "strict"))
    loose = cv.by_purpose(evidence, usual_limits("stoneware", "loose"))
    return {
        **{
            purpose: {
                "verdict": (verdict.title, verdict.reason),
                "headline": cv.headline(found, purpose, evidence.cone, False),
                "label fails": cv.headline(found, purpose, evidence.cone, True),
                "by the other school": cv.by_another_school(verdict, loose[purpose], "loose"),
                "counts": [line.title for line in verdict.lines if line.matters],
            }
            for purpose, verdict in found.items()
        },
        "drying": {
            purpose: {str(pct): drying_reading.drying_for(pct, purpose) for pct in (3, 5, 6.5, 8)}
            for purpose in PURPOSES
        },
    }


def limits():
    estimates = [Estimate(value, u95) for value, u95 in ((0.3, 0.1), (1.4, 0.3), (4.2, 0.2))]
    return {
        "every ware and school": [
            usual_limits(name, school).absorption for name in WARES for school in SCHOOLS
        ],
        "all limits": usual_limits("stoneware", "strict"),
        "against them": {
            f"{name}, {school}, {one.value} ± {one.u95}": vitrification.verdict(
                one, usual_limits(name, school), "6", 0.1
            )
            for name in ("porcelain", "stoneware", "earthenware")
            for school in SCHOOLS
            for one in estimates
        },
        "classes of tiles": {
            str(pct): vitrification.tile_class(Estimate(pct, 0.1), "6")
            for pct in (0.2, 0.5, 2.0, 4.4, 8.0, 14.0)
        },
        "what would decide": {
            f"{one.value} on a scale of {step} g": vitrification.what_would_decide(one, 1.5, step)
            for one in (*estimates, Estimate(1.49, 0.3))
            for step in (0.01, 1.0)
        },
    }


def wares():
    return {case["name"]: one_ware(case) for case in test_ware.CASES}


def one_ware(case):
    found = ware.judge_ware(test_ware.ware_of(case))
    return {
        f"{use}: {one.status}": [
            f"{link.code}{'' if link.holds else ' (fails)' if link.holds is False else ' (open)'}:"
            f" {link.message} {link.would_establish}".rstrip()
            for link in one.links
        ]
        + ([f"weakest: {one.weakest.code}"] if one.weakest else [])
        for use, one in found.items()
    }


def bodies():
    bars = Estimate(0.8, 0.1, 3)
    pieces = {
        "glazed": SoakedPiece(Estimate(0.2, 0.1), "boil_soak", PieceSurface.GLAZED),
        "bare foot": SoakedPiece(Estimate(2.1, 0.2), "boil_soak", PieceSurface.BARE_FOOT),
        "quickly boiled": SoakedPiece(Estimate(0.9, 0.1), "quick_boil", PieceSurface.BARE),
        "damp": SoakedPiece(Estimate(0.4, 0.1), "boil_soak", PieceSurface.GLAZED, True),
    }
    found = {
        f"{name}, {'bars' if of_bars else 'no bars'}": ware_pieces.body_of(
            of_bars, "boil_soak" if of_bars else "", [one], "stoneware"
        )
        for name, one in pieces.items()
        for of_bars in (bars, None)
    }
    return {
        **found,
        "all of them": ware_pieces.body_of(bars, "boil_soak", [*pieces.values()], "stoneware"),
    }


def together():
    """Two clays in one piece, and a clay that was blended."""
    plain, ground = (
        clay_results([*run(("6", total, 2.0)), bar("wet", length_dry=length)])
        for total, length in ((12.1, 94), (10.2, 92.5))
    )
    [fired], [other] = plain.cones, ground.cones
    tried = [
        TriedBlend(10, fired, clay_results(run(("6", total, absorbed))).cones[0])
        for total, absorbed in ((12.6, 1.2), (13.0, 1.1), (12.4, 1.5))
    ]
    fits = [
        fit.fit("drying", plain.drying, ground.drying),
        fit.fit("total", fired.total, other.total),
        fit.fit("total", other.total, fired.total),
        fit.fit("total", None, fired.total),
        fit.fit("total", Estimate(9, 0.2), Estimate(12.3, 0.3)),
        fit.fit("total", Estimate(12.1, 0.2), Estimate(11.8, 0.3)),
        fit.fit("total", Estimate(12.1, 0.2), Estimate(10.6, 0.3)),
    ]
    return {
        "fits": fits,
        "the worst": fit.worst(fits),
        "15 % more": guess_from_blends(fired, 15, tried),
    }


PAGES = {
    "clays": clays,
    "purposes": purposes,
    "limits": limits,
    "ware": wares,
    "bodies": bodies,
    "together": together,
}

test_page = page_test(__file__, PAGES)
