"""Two leftovers as one: whether the result can be wedged, and what has to be done until it can.

Source: common practice; the water is mass balance, on the wet basis.
"""

from collections.abc import Sequence

from claycore.materials import moisture
from claycore.materials.batch import Batch, join
from claycore.measure.formatting import plain
from claycore.measure.notices import Notice
from claycore.mixing.mixing_in import PLASTIC_WATER_PCT


def water_to_lose_g(both: Batch, water_pct: float = PLASTIC_WATER_PCT) -> float:
    """The water that has to go until the batch holds this much, percent of its wet weight.

    Grams; negative where water has to be added. Source: mass balance.
    """
    return both.water_g - both.dry_g * water_pct / (100 - water_pct)


def _water_pct(batch: Batch) -> float:
    return 100 * batch.water_g / batch.mass_g


def combining_notices(parts: Sequence[Batch]) -> list[Notice]:
    """What has to be done until the result can be wedged; nothing where it can, or where it is dry.

    Slip joined with slip stays slip, and is not told of either.

    Source: common practice on how much water wedges.
    """
    both = join(parts)
    stiffest, wettest = moisture.POSSIBLE_WATER_PCT
    if not both.water_g or all(_water_pct(part) > wettest for part in parts):
        return []
    pct = _water_pct(both)
    lose_g = water_to_lose_g(both)
    if pct > wettest:
        return [
            Notice(
                "too_wet",
                f"{plain(pct, 1)} % water is too wet to wedge. About {plain(lose_g, 0)} g of water"
                f" has to go to reach {plain(PLASTIC_WATER_PCT)} %: blend it, pour it on plaster,"
                " turn it once and allow a day. Still too wet then: fresh or dried plaster, a"
                " thinner sheet, or a fan.",
            )
        ]
    if pct < stiffest:
        return [
            Notice(
                "too_stiff",
                f"{plain(pct, 1)} % water is too stiff to wedge. Work in about"
                f" {plain(-lose_g, 0)} g of water, bit by bit, or let it dry and slake it.",
            )
        ]
    return []
