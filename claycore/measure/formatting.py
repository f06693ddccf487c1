"""How numbers are written in sentences: no more digits than they are worth."""

import math


def plain(value: float, decimals: int = 2) -> str:
    """A number with at most ``decimals`` decimals and no trailing zeros: 8.0 is '8'.

    Source: our choice of form.
    """
    text = f"{value:.{decimals}f}"
    if "." in text:
        text = text.rstrip("0").rstrip(".")
    return "0" if text == "-0" else text


def percentage(pct: float) -> str:
    """A percentage on dry clay to what a good weighing is worth: a tenth, finer below 2 %.

    Source: common practice.
    """
    return plain(pct, 1 if pct >= 2 else 2)


def decimals_of(step: float) -> int:
    """How many decimals an instrument of this step shows: 0.5 has 1, 0.01 has 2, 5 has 0.

    Source: by definition of the step.
    """
    for decimals in range(7):
        if math.isclose(step, round(step, decimals), rel_tol=1e-9, abs_tol=1e-12):
            return decimals
    return 6


def to_step(value: float, step: float) -> str:
    """A mass or length as its instrument shows it; below ten steps with the digits it needs.

    Value and step in one unit. Source: common practice in reading an instrument.
    """
    decimals = decimals_of(step)
    if 0 < abs(value) < 10 * step:
        decimals = min(4, max(decimals + 1, 1 - math.floor(math.log10(abs(value)))))
    return f"{value:.{decimals}f}"


def with_u95(value: float, u95: float) -> str:
    """A value and its expanded uncertainty, both to the first digit of the uncertainty that counts.

    3.1372 and 0.3561 are '3.1 ± 0.4'; 1.0204 and 0.0231 are '1.02 ± 0.02'. Both in one unit.
    Source: JCGM 100:2008, 7.2.6, on how many digits to give.
    """
    if u95 <= 0:
        return plain(value)
    decimals = min(4, max(0, -math.floor(math.log10(u95 * 1.0526))))
    shown = f"{value:.{decimals}f}"
    if float(shown) == 0:
        shown = f"{0:.{decimals}f}"
    return f"{shown} ± {u95:.{decimals}f}"
