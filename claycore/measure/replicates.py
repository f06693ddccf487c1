"""What equal pieces say together: their mean, and how far it may be trusted.

Source: JCGM 100:2008 (GUM), 4.2.3 and G.3.2.
"""

import math
from collections.abc import Iterable, Sequence

from scipy.special import stdtrit

from claycore.measure.uncertainty import Estimate, combined


def mean_of(estimates: Sequence[Estimate]) -> Estimate:
    """The mean of equal pieces, with their spread where it is larger than the instruments' own.

    The spread's u95 is Student's t for the pieces' degrees of freedom times the standard error of
    their mean. One piece is itself. In the pieces' unit. Source: JCGM 100:2008, 4.2.3 and G.3.2.
    """
    count = len(estimates)
    if count == 1:
        return estimates[0]
    mean = math.fsum(e.value for e in estimates) / count
    instruments = combined(*(e.u95 for e in estimates)) / count
    variance = math.fsum((e.value - mean) ** 2 for e in estimates) / (count - 1)
    spread = float(stdtrit(count - 1, 0.975)) * math.sqrt(variance / count)
    return Estimate(mean, max(instruments, spread), count)


def mean_of_known(estimates: Iterable[Estimate | None]) -> Estimate | None:
    """The mean of those that are known, None where none is.

    In their unit. Source: JCGM 100:2008, 4.2.3 and G.3.2.
    """
    known = [estimate for estimate in estimates if estimate]
    return mean_of(known) if known else None
