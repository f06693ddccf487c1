"""How numbers are written in sentences: no more digits than they are worth."""

import math
import re
from collections.abc import Sequence

_HYPHEN_FOR_MINUS = re.compile(r"(?<![\w.])-(?=[\d.])")


def plain(value: float, decimals: int = 2) -> str:
    """A number with at most ``decimals`` decimals and no trailing zeros: 8.0 is '8'.

    Source: our choice of form.
    """
    text = f"{value:.{decimals}f}"
    if "." in text:
        text = text.rstrip("0").rstrip(".")
    return "0" if text == "-0" else text


def counted(count: int, one: str, many: str = "") -> str:
    """So many of a thing, '1 tile', '4 tiles' or '2 mixes'; ``many`` where it is not with an s.

    Source: English.
    """
    return f"{count} {one if count == 1 else many or f'{one}s'}"


def true_minus(text: str) -> str:
    """A text with a minus before its negative numbers, where a keyboard has only a hyphen.

    '72, -3.1' is '72, −3.1'; 'blue-green', '2026-11-08' and 'A1-bare' stay as they are. Source:
    common practice in setting numbers.
    """
    return _HYPHEN_FOR_MINUS.sub("−", text)


def hours_and_minutes(hours: float) -> str:
    """Hours as hours and minutes: 8.75 is '8 h 45 min'.

    Source: our choice of form.
    """
    whole, minutes = divmod(round(60 * hours), 60)
    return f"{whole} h {minutes:02d} min"


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


def to_two_digits(value: float, u95: float) -> tuple[str, str]:
    """A value and its expanded uncertainty for a data file, both to two digits of the uncertainty.

    3.1372 and 0.3561 are ('3.14', '0.36'): enough to calculate on with, and no more than is known.
    Both in one unit. Source: JCGM 100:2008, 7.2.6.
    """
    if u95 <= 0:
        return plain(value, 4), "0"
    decimals = min(6, max(0, 1 - math.floor(math.log10(u95 * 1.005))))
    return f"{value:.{decimals}f}", f"{u95:.{decimals}f}"


def adding_up(values: Sequence[float], decimals: int) -> list[str]:
    """Parts rounded so that they add up to their rounded total, as they are shown.

    Rounded on their own, 79.16 and 3.96 are 79.2 and 4.0, beside a total of 83.1.
    The parts that lose most by being cut off are raised by one last digit each, until they add up.
    Values of 0 or more, all in one unit. Source: the largest remainder method (Hamilton 1792).
    """
    unit = 10.0**decimals
    scaled = [value * unit for value in values]
    whole = [math.floor(value + 1e-9) for value in scaled]
    lacking = round(math.fsum(scaled)) - sum(whole)
    by_remainder = sorted(range(len(values)), key=lambda i: whole[i] - scaled[i])
    for i in by_remainder[:lacking]:
        whole[i] += 1
    return [f"{count / unit:.{decimals}f}" for count in whole]


def masses(values: Sequence[float], step: float) -> tuple[list[str], str]:
    """Parts of a mix as the scale shows them, and the total of what is shown.

    Each part is what the scale is to say, the same wherever it stands, so the total follows the
    parts and not they the total. A part under ten steps of the scale is shown with the digits it
    needs, and the others and the total with as many. Grams. Source: common practice in reading an
    instrument.
    """
    shown = [to_step(value, step) for value in values if value > 0]
    decimals = max((len(text.partition(".")[2]) for text in shown), default=decimals_of(step))
    parts = [f"{value:.{decimals}f}" for value in values]
    return parts, f"{math.fsum(map(float, parts)):.{decimals}f}"


def total_shown(shown: Sequence[str]) -> str:
    """The total of figures as they are shown, to the finest of them: '1.5' and '0.64' are '2.14'.

    Whoever adds up what stands there gets it. Source: common practice in reading an instrument.
    """
    decimals = max((len(text.partition(".")[2]) for text in shown), default=0)
    return f"{math.fsum(map(float, shown)):.{decimals}f}"


def listed(names: Sequence[str]) -> str:
    """Names as a sentence lists them. Source: English."""
    if len(names) < 2:
        return "".join(names)
    return f"{', '.join(names[:-1])} and {names[-1]}"
