"""What deserves a word about a dose before anything is weighed."""

from dataclasses import dataclass

from claycore import cautions, weighing
from claycore.clay_in_hand import DRY, ClayInHand
from claycore.colourants import is_unusual, kind_of
from claycore.dose import Dose, DosedAddition
from claycore.figures import plain


@dataclass(frozen=True)
class Warning:
    """Something to look at, with a code for programs and a sentence for people."""

    code: str
    message: str


def _unusual(addition: DosedAddition) -> Warning | None:
    kind = kind_of(addition.name)
    if not is_unusual(kind, addition.pct_on_dry_clay):
        return None
    low, high = kind.usual_pct
    because = f": {kind.note}" if kind.note else ""
    return Warning(
        "unusual_percentage",
        f"{plain(addition.pct_on_dry_clay)} % of {addition.name} is unusual: for {kind.title},"
        f" {plain(low)}–{plain(high)} % on dry clay is common{because}.",
    )


def _too_small(addition: DosedAddition, scale_step_g: float) -> Warning | None:
    if addition.mass_g == 0 or weighing.is_honest(addition.mass_g, scale_step_g):
        return None
    off_pct = weighing.half_step_pct(addition.mass_g, scale_step_g)
    smallest = weighing.smallest_honest_g(scale_step_g)
    return Warning(
        "weighing_too_small",
        f"{plain(addition.mass_g, 3)} g of {addition.name} on a {plain(scale_step_g, 3)} g scale"
        f" is ± {plain(off_pct, 0 if off_pct >= 1 else 1)} %. Mix more clay at once, use a finer"
        f" scale, or weigh at least {plain(smallest, 3)} g and divide it.",
    )


def _named_material(addition: DosedAddition) -> list[Warning]:
    return [
        Warning("named_material", f"{addition.name}: {cautions.NAMED_MATERIALS[hazard].text}")
        for hazard in kind_of(addition.name).hazards
    ]


def _wet_basis(clay: ClayInHand, addition: DosedAddition) -> Warning:
    wet_g = clay.mass_g * addition.pct_on_dry_clay / 100
    really = 100 * wet_g / clay.dry_g
    what = "clay" if clay.state == "plastic" else "slip"
    return Warning(
        "wet_basis",
        f"Taken of the wet {what}, {plain(addition.pct_on_dry_clay)} % would be {plain(wet_g)} g of"
        f" {addition.name}: really {plain(really)} % on dry clay."
        f" Weigh {plain(addition.mass_g)} g.",
    )


def dose_warnings(dose: Dose, scale_step_g: float) -> list[Warning]:
    """Unusual percentages, weighings below the scale, named materials, and wet clay's trap."""
    found: list[Warning] = []
    for addition in dose.additions:
        found += [w for w in (_unusual(addition), _too_small(addition, scale_step_g)) if w]
        found += _named_material(addition)
    strongest = max(dose.additions, key=lambda addition: addition.mass_g)
    if dose.clay.state != DRY and strongest.mass_g > 0:
        found.append(_wet_basis(dose.clay, strongest))
    return found
