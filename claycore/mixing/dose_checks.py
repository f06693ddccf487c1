"""What deserves a word about a dose before anything is weighed."""

from collections.abc import Sequence

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.materials.colourants import is_unusual, kind_of
from claycore.materials.composition import Addition, Convention
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import plain, to_step
from claycore.measure.notices import Notice
from claycore.mixing import weighing
from claycore.mixing.dose import Dose, DosedAddition
from claycore.mixing.strength import StrengthChange


def unusual_percentage(
    name: str, pct_on_dry_clay: float, state: ClayState = ClayState.DRY
) -> Notice | None:
    """A percentage on dry clay that is not common for what the name says it is.

    In slip it is held against what slips for decorating take.

    Source: common practice.
    """
    kind = kind_of(name)
    in_slip = state == ClayState.SLIP
    if not is_unusual(kind, pct_on_dry_clay, in_slip=in_slip):
        return None
    low, high = kind.usual_in_slip_pct if in_slip else kind.usual_pct
    because = f": {kind.note}" if kind.note and not in_slip else ""
    use = " in a slip for decorating" if in_slip else ""
    return Notice(
        "unusual_percentage",
        f"{plain(pct_on_dry_clay)} % of {in_a_sentence(name)} is unusual{use}. For {kind.title},"
        f" {plain(low)}–{plain(high)} % on dry clay is common{because}.",
    )


def small_weighing(name: str, grams: float, scale_step_g: float) -> Notice | None:
    """A mass of powder that the scale cannot weigh honestly.

    Source: half a display step is JCGM 100:2008, 4.3.7; ± 5 % is common practice.
    """
    if grams == 0 or weighing.is_honest(grams, scale_step_g):
        return None
    off_pct = weighing.half_step_pct(grams, scale_step_g)
    smallest = weighing.smallest_honest_g(scale_step_g)
    return Notice(
        "weighing_too_small",
        f"{plain(grams, 3)} g of {name} weighed in {plain(scale_step_g, 3)} g steps is"
        f" uncertain by ±\u00a0{plain(off_pct, 0 if off_pct >= 1 else 1)} %. Mix more clay at"
        f" once, use a finer scale, or weigh {plain(smallest, 3)} g or more and divide it.",
    )


def change_warnings(
    wanted: Sequence[Addition], change: StrengthChange, scale_step_g: float, state: ClayState
) -> list[Notice]:
    """What deserves a word about a change of strength; ``wanted`` are percent on dry clay.

    Source: common practice.
    """
    found = []
    for addition in wanted:
        added_g = change.add_colourants_g[addition.name]
        found += [
            notice
            for notice in (
                unusual_percentage(addition.name, addition.pct, state),
                small_weighing(addition.name, added_g, scale_step_g),
            )
            if notice
        ]
    return found


def _own_convention(clay: ClayInHand, addition: DosedAddition) -> Notice:
    of_wet = addition.pct_on_dry_clay * clay.dry_fraction
    return Notice(
        "on_wet_clay",
        f"{plain(of_wet)} % of the wet {_WET[clay.state]} is {plain(addition.pct_on_dry_clay)} %"
        " on dry clay. It makes the same colour again only while the water stays the same.",
    )


_WET: dict[str, str] = {ClayState.PLASTIC: "clay", ClayState.SLIP: "slip"}


def _wet_basis(clay: ClayInHand, addition: DosedAddition, scale_step_g: float) -> Notice:
    wet_g = clay.mass_g * addition.pct_on_dry_clay / 100
    really = 100 * wet_g / clay.dry_g
    return Notice(
        "wet_basis",
        f"Calculated on the wet {_WET[clay.state]}, {plain(addition.pct_on_dry_clay)} % would be"
        f" {to_step(wet_g, scale_step_g)} g of {addition.name}, which is {plain(really)} % on dry"
        f" clay. Weigh {to_step(addition.mass_g, scale_step_g)} g.",
    )


def _unusual_water(clay: ClayCondition) -> Notice | None:
    water_pct = clay.water_pct
    low, high = moisture.POSSIBLE_WATER_PCT
    if clay.state != ClayState.PLASTIC or low <= water_pct <= high:
        return None
    usual = "–".join(plain(pct) for pct in moisture.USUAL_WATER_PCT)
    told = (
        f"{plain(water_pct, 1)} % water is unusual for plastic clay; throwing clay"
        f" usually has {usual} % of its wet weight."
    )
    on_wet = moisture.wet_basis(water_pct)
    if water_pct < low:
        why = " A clay this dry is leather-hard or drier: measure a sample."
    elif on_wet <= high:
        why = f" If your figure is on dry clay, enter {plain(on_wet, 1)} %."
    else:
        why = " A clay this wet is slip: enter it as slip, by its solids."
    return Notice("unusual_water", told + why)


def _unmeasured_water(clay: ClayInHand, addition: DosedAddition) -> Notice | None:
    water_pct = 100 * clay.water_g / clay.mass_g
    off = moisture.UNMEASURED_WITHIN_PCT
    if clay.state != ClayState.PLASTIC or not off < water_pct < 100 - off:
        return None
    pct = addition.pct_on_dry_clay
    low = moisture.really_made(pct, water_pct, water_pct - off)
    high = moisture.really_made(pct, water_pct, water_pct + off)
    return Notice(
        "water_not_measured",
        f"The water content of {plain(water_pct, 1)} % was not measured. If it is wrong"
        f" by {plain(off)} points either way, {plain(pct)} % of {in_a_sentence(addition.name)} will"
        f" really be {plain(low, 1)} to {plain(high, 1)} %. To be sure, measure it from a"
        " sample.",
    )


def water_warnings(clay: ClayCondition, *, measured: bool) -> list[Notice]:
    """What deserves a word about the water of plastic clay, whatever strengths are made of it.

    Source: common practice; how far a strength is off is arithmetic on the usual range of water.
    """
    unusual = _unusual_water(clay)
    found = [unusual] if unusual else []
    if clay.state == ClayState.PLASTIC and not measured:
        off = moisture.UNMEASURED_WITHIN_PCT
        share = off / (100 - clay.water_pct)
        found.append(
            Notice(
                "water_not_measured",
                f"The water content of {plain(clay.water_pct, 1)} % was not"
                f" measured. If it is wrong by {plain(off, 1)} points, each strength is off by"
                f" ±\u00a0{plain(100 * share, 1)}\u00a0% of itself. To be sure, weigh a sample, dry"
                " it and weigh it again.",
            )
        )
    return found


MOST_TOGETHER_PCT = 30.0
"""More than this of all colourants together deserves a look. Common practice."""


def dose_warnings(
    dose: Dose,
    scale_step_g: float,
    *,
    water_measured: bool = False,
    convention: Convention = Convention.ON_DRY_CLAY,
) -> list[Notice]:
    """What to look at: water, percentages, small weighings, wet clay's trap.

    Who takes percentages of the wet clay on purpose is told what that is on dry clay.
    Source: common practice.
    """
    water = _unusual_water(dose.clay.condition)
    found = [water] if water else []
    for addition in dose.additions:
        looked_at = (
            unusual_percentage(addition.name, addition.pct_on_dry_clay, dose.clay.state),
            small_weighing(addition.name, addition.mass_g, scale_step_g),
        )
        found += [warning for warning in looked_at if warning]
    together_pct = sum(addition.pct_on_dry_clay for addition in dose.additions)
    is_body = dose.clay.state != ClayState.SLIP
    if is_body and len(dose.additions) > 1 and together_pct > MOST_TOGETHER_PCT:
        found.append(
            Notice(
                "unusual_percentage",
                f"Together that is {plain(together_pct, 1)} % on dry clay: hardly a clay any more."
                " Is every percentage right?",
            )
        )
    strongest = max(dose.additions, key=lambda addition: addition.mass_g, default=None)
    if strongest is None or strongest.mass_g == 0:
        return found
    if not water_measured:
        unmeasured = _unmeasured_water(dose.clay, strongest)
        found += [unmeasured] if unmeasured else []
    if convention == Convention.ON_WET_CLAY and dose.clay.state != ClayState.DRY:
        found.append(_own_convention(dose.clay, strongest))
    elif dose.clay.state != ClayState.DRY:
        found.append(_wet_basis(dose.clay, strongest, scale_step_g))
    return found
