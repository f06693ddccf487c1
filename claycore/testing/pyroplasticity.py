"""How far a bar sags while it is fired on two supports.

Source: the porcelain-tile literature's pyroplastic index ``PI = h²·s/L⁴``, from memory.
"""

from claycore.measure import bounds
from claycore.measure.uncertainty import Estimate, Measured, propagated


def index(thickness: Measured, sag: Measured, span: Measured) -> Estimate:
    """``PI = h² · s / L⁴`` in 1/mm, all lengths in mm: bars of different size can be compared.

    ``sag`` at mid-span may be 0. Raises OutOfBounds naming ``thickness``, ``sag`` or ``span``.
    Source: the porcelain-tile literature's pyroplastic index, from memory.
    """
    bounds.LENGTH.check("thickness", thickness.value)
    bounds.SAG.check("sag", sag.value)
    bounds.LENGTH.check("span", span.value)
    per_sag = thickness.value**2 / span.value**4
    value = per_sag * sag.value
    return propagated(
        value,
        2 * value / thickness.value * thickness.u,
        per_sag * sag.u,
        4 * value / span.value * span.u,
    )


def sag_pct(sag: Measured, span: Measured) -> float:
    """How far a bar sagged, in percent of its span; both in mm.

    Raises OutOfBounds naming ``sag`` or ``span``. Source: arithmetic.
    """
    return 100 * bounds.SAG.check("sag", sag.value) / bounds.LENGTH.check("span", span.value)


def floor_sag(index_per_mm: float, thickness_mm: float, diameter_mm: float) -> float:
    """How far a flat floor sags over its foot ring in the firing, in mm: ``0.2 · PI · d⁴ / h²``.

    ``index_per_mm`` in 1/mm. Raises OutOfBounds naming ``thickness`` or ``diameter``. Source: the
    simply supported disc of the same index, from memory.
    """
    thickness = bounds.LENGTH.check("thickness", thickness_mm)
    diameter = bounds.LENGTH.check("diameter", diameter_mm)
    return 0.2 * index_per_mm * diameter**4 / thickness**2
