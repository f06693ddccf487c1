"""What deserves a word about a shrinkage or an absorption. Source: common practice."""

from claycore.measure.formatting import plain, with_u95
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit
from claycore.testing.bar_checks import MOST_ABSORPTION_PCT
from claycore.testing.results import together
from claycore.testing.shrinkage import MUCH_TOTAL_PCT, Shrinkage
from claycore.testing.soaking import SoakingMethod


def shrinkage_warnings(found: Shrinkage) -> list[Notice]:
    """Lengths that grew where clay shrinks, and more shrinkage than most put up with.

    Source: common practice.
    """
    warnings = []
    if found.drying and found.drying.high < 0:
        warnings.append(
            Notice(
                "dry_longer_than_wet",
                "The bone-dry length is more than the wet length. Measure both again.",
            )
        )
    if found.firing and found.firing.high < 0:
        warnings.append(
            Notice(
                "fired_longer_than_dry",
                "The line grew in the firing. Either it was misread or the clay bloated.",
            )
        )
    if found.total and found.total.low > MUCH_TOTAL_PCT:
        warnings.append(
            Notice(
                "much_shrinkage",
                f"Above about {plain(MUCH_TOTAL_PCT)} % total shrinkage, most potters add"
                " fire clay or grog, or choose another clay (common practice).",
            )
        )
    return warnings


def absorption_warnings(
    found: Estimate,
    outcome: AgainstLimit | None,
    method: SoakingMethod | None,
    glazed: bool = False,
) -> list[Notice]:
    """What makes an absorption read low, or too high to be true, in percent.

    ``outcome`` is None where no limit was given. Source: common practice.
    """
    warnings = []
    scale_u95 = found.u95 if found.instruments_u95 is None else found.instruments_u95
    if found.value <= scale_u95:
        warnings.append(
            Notice(
                "took_up_nothing",
                f"It absorbed no measurable water{_lighter(found)}. A glaze"
                " skin may keep the water out: test an unglazed piece, or a broken one.",
            )
        )
    if found.low > MOST_ABSORPTION_PCT:
        warnings.append(
            Notice(
                "took_up_too_much",
                f"It absorbed {plain(found.value, 0)} %: hardly any fired clay absorbs more than"
                f" {plain(MOST_ABSORPTION_PCT, 0)} %. Do both weights belong to this piece, and is"
                " the decimal point in its place?",
            )
        )
    if glazed:
        warnings.append(
            Notice(
                "glazed",
                "This tile is glazed. Glaze seals the pores, so absorption reads low."
                " Judge the body on an unglazed tile.",
            )
        )
    if method and method.reads_low and outcome in (AgainstLimit.WITHIN, AgainstLimit.NOT_DECIDED):
        warnings.append(
            Notice(
                "method_reads_low",
                f"{method.title} can leave pores unfilled and read low. A longer boil"
                " might still put it over the limit.",
            )
        )
    return warnings


def _lighter(found: Estimate) -> str:
    return ", and reads a little lighter soaked than dry" if found.value < 0 else ""


def one_piece_warnings(found: Estimate, limit_pct: float) -> list[Notice]:
    """A verdict on one piece that its like may not share, both in percent.

    Source: what equal pieces usually differ by, common practice (claycore.testing.results).
    """
    of_its_like = together(("absorption", ""), [found], {})
    decided = against_limit(found, limit_pct) != AgainstLimit.NOT_DECIDED
    if not (of_its_like and decided):
        return []
    if against_limit(of_its_like, limit_pct) != AgainstLimit.NOT_DECIDED:
        return []
    return [
        Notice(
            "one_piece",
            "That is this one piece. For others like it, count on"
            f" {with_u95(of_its_like.value, of_its_like.u95)} %, which reaches across the limit:"
            " soak two or three (identical pieces usually differ so, common practice).",
        )
    ]
