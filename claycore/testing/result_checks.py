"""What deserves a word about a shrinkage or an absorption. Source: common practice."""

from claycore.measure.formatting import plain
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit
from claycore.testing.shrinkage import MUCH_TOTAL_PCT, Shrinkage
from claycore.testing.soaking import SoakingMethod


def shrinkage_warnings(found: Shrinkage) -> list[Notice]:
    """Lengths that grew where clay shrinks, and more shrinkage than most put up with.

    Source: common practice.
    """
    warnings = []
    if found.drying and found.drying.high < 0:
        warnings.append(
            Notice("dry_longer_than_wet", "Bone dry it is longer than wet. Measure both again.")
        )
    if found.firing and found.firing.high < 0:
        warnings.append(
            Notice(
                "fired_longer_than_dry",
                "It grew in the firing: a misread line, or a clay that bloated.",
            )
        )
    if found.total and found.total.low > MUCH_TOTAL_PCT:
        warnings.append(
            Notice(
                "much_shrinkage",
                f"Over about {plain(MUCH_TOTAL_PCT)} % in all, most mend the clay with fire clay or"
                " grog, or leave it (common practice).",
            )
        )
    return warnings


def absorption_warnings(
    found: Estimate,
    outcome: AgainstLimit | None,
    method: SoakingMethod | None,
    glazed: bool = False,
) -> list[Notice]:
    """What makes an absorption read low. ``outcome`` is None where no limit was given.

    Source: common practice.
    """
    warnings = []
    if found.value < 0:
        warnings.append(
            Notice(
                "lighter_within_uncertainty",
                "Soaked it reads a little lighter than dry, but no more than the scale explains:"
                " take it as no absorption that this scale can see.",
            )
        )
    if glazed:
        warnings.append(
            Notice(
                "glazed",
                "Glazed: the glaze seals pores, so this reads low. Judge the body on a bare one.",
            )
        )
    if method and method.reads_low and outcome == AgainstLimit.WITHIN:
        warnings.append(
            Notice(
                "method_reads_low",
                f"{method.title} can leave pores unfilled and read low: a longer boil could still"
                " put it over the limit.",
            )
        )
    return warnings
