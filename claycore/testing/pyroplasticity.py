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
