"""A dose as a person reads it: rounded to the scale, with its working in one line."""

from dataclasses import dataclass
from typing import Any

from claycore.materials import composition
from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import decimals_of, plain, to_step
from claycore.mixing.dose import Dose, DosedAddition
from umberpot.ui.mix_bar import segments_of


@dataclass(frozen=True)
class ShownAddition:
    """One colourant's figure, and the sum that gives it."""

    name: str
    grams: str
    on_dry_clay: str
    share_of_total: str
    working: str
    position: int
    in_bar: bool


def _addition_working(dose: Dose, addition: DosedAddition, convention: str, decimals: int) -> str:
    dry = plain(dose.clay.dry_g, max(decimals, 1))
    grams = plain(addition.mass_g, decimals)
    if convention == composition.Convention.SHARE_OF_TOTAL:
        clay_share = 100 * dose.clay.dry_g / dose.dry_total_g
        share = plain(addition.share_of_total_pct, 3)
        return f"{dry} g dry clay × {share} ÷ {plain(clay_share, 3)} = {grams} g"
    return f"{dry} g dry clay × {plain(addition.pct_on_dry_clay, 3)} ÷ 100 = {grams} g"


def _dry_clay_working(dose: Dose, cleaned: dict[str, Any]) -> str:
    if dose.clay.state == ClayState.DRY:
        return ""
    dry = f"{plain(dose.clay.dry_g, 1)} g dry clay"
    if dose.clay.state == ClayState.PLASTIC:
        water = plain(cleaned["water_pct"], 2)
        return f"{plain(dose.clay.mass_g, 1)} g − {water} % water = {dry}"
    gravity = cleaned.get("specific_gravity")
    if gravity is None:
        solids = plain(cleaned["solids_pct"], 2)
        return f"{plain(dose.clay.mass_g, 1)} g slip × {solids} ÷ 100 = {dry}"
    density = cleaned.get("solid_density") or 2.6
    formula = f"({plain(gravity, 3)} − 1) × {plain(density)} ÷ ({plain(density)} − 1)"
    volume_ml = dose.clay.mass_g / gravity
    return f"{plain(volume_ml, 1)} mL × {formula} = {dry}"


def dose_shown(dose: Dose, cleaned: dict[str, Any], scale_step_g: float) -> dict[str, Any]:
    """Everything the answer panel shows of a dose."""
    decimals = decimals_of(scale_step_g)
    convention = cleaned.get("convention") or composition.Convention.ON_DRY_CLAY
    clay_name = cleaned.get("clay") or "clay"
    return {
        "clay_name": clay_name,
        "additions": [
            ShownAddition(
                addition.name,
                to_step(addition.mass_g, scale_step_g),
                plain(addition.pct_on_dry_clay),
                plain(addition.share_of_total_pct),
                _addition_working(dose, addition, convention, max(decimals + 1, 2)),
                position=sum(1 for before in dose.additions[:index] if before.mass_g > 0),
                in_bar=addition.mass_g > 0,
            )
            for index, addition in enumerate(dose.additions)
        ],
        "dry_clay": plain(dose.clay.dry_g, 1),
        "dry_clay_working": _dry_clay_working(dose, cleaned),
        "water": plain(dose.clay.water_g, 1),
        "dry_total": plain(dose.dry_total_g, decimals),
        "water_to_add": plain(dose.water_to_add_g, 1) if dose.water_to_add_g else "",
        "segments": segments_of(
            clay_name, dose.clay.dry_g, [(a.name, a.mass_g) for a in dose.additions]
        ),
    }
