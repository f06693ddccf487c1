"""Which cone a whole firing curve brings down: holds and slow stretches count, not only the peak.

A cone's bending runs faster the hotter it is, like any thermally activated creep: at the rate
``k = A · exp(−E / RT)``, and it is down when ``∫ k dt`` comes to 1. A and E of each cone follow
from its charted temperatures, so that a constant rate gives the chart back: every one of the 111
within 4 °C, four in five within 2. Source: the kinetics are textbook (Arrhenius); the fit to the
charts is our own.

Two cones whose E differ would change places on a curve far from the charts. Neighbours that do so
between a hold of ten hours and the fastest charted rate share one E; and beyond, a cone counts as
down only when every cooler one is.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from itertools import pairwise

from claycore.firing import cones
from claycore.measure.errors import Inconsistent

GAS_CONSTANT = 8.314462618
"""J/(mol·K). Source: CODATA 2018, exact."""

ZERO_C_IN_KELVIN = 273.15

GIVES_BACK_WITHIN_C = 4.0
"""A constant rate gives every charted temperature back within so much; a test holds it to that."""

LONGEST_FITTED_HOLD_H = 10.0
"""Up to holds of so many hours neighbours keep their order by their own kinetics. Our choice."""

Point = tuple[float, float]
"""A point of a curve: hours since the start, and °C."""


_DUST = 1e-9
"""What floating point may take from a sum of 1."""


_LARGE = 500.0
"""From here on exp(x) nears what a float holds, and the asymptotic series is exact to it."""

_LOG_OF_FOREVER = 700.0
"""A longer hold than exp of this many hours no float holds."""


@dataclass(frozen=True)
class Reached:
    """The hottest cone that is down, and the next, which is not; None past the ends."""

    down: str | None
    not_down: str | None


@dataclass(frozen=True)
class Kinetics:
    """How fast a cone bends: the logarithm of A (per hour), and E in J/mol."""

    log_a: float
    energy: float

    def log_rate(self, temperature_c: float) -> float:
        """The logarithm of the bending rate, per hour."""
        return self.log_a - self.energy / (GAS_CONSTANT * _kelvin(temperature_c))


def _kelvin(temperature_c: float) -> float:
    return temperature_c + ZERO_C_IN_KELVIN


def _log_integral(energy: float, temperature_c: float) -> float:
    """The logarithm of ``∫ exp(−E/RT) dT`` from 0 K up to a temperature, in kelvins.

    With x = E/RT it is ``T · exp(−x) · (1 − x · exp(x) · E₁(x))``, E₁ the exponential integral.
    Taken as a logarithm, because exp(−x) of a high E is too small for a float times a large A.
    """
    # SciPy takes a while to import, so it is imported only where heat work is calculated.
    from scipy.special import exp1

    kelvin = _kelvin(temperature_c)
    x = energy / (GAS_CONSTANT * kelvin)
    if x > _LARGE:
        return math.log(kelvin) - x + math.log(1 / x - 2 / x**2)
    return math.log(kelvin) - x + math.log1p(-x * math.exp(x) * float(exp1(x)))


def _log_a(energy: float, row: Sequence[tuple[float, int]]) -> list[float]:
    """The logarithm of A that each charted (rate, temperature) asks for, at this energy."""
    return [math.log(rate) - _log_integral(energy, temperature) for rate, temperature in row]


def _misfit(energy: float, rows: Sequence[Sequence[tuple[float, int]]]) -> float:
    """How far the charted rates of these cones disagree about A, at one common energy.

    Squares of what each row's logarithms lie apart from their own mean. An error of the logarithm
    is an error of the temperature times E/RT², so it is divided by E: else the least E always won.
    """
    # At the true energy all three charted rates of a cone ask for the same A.
    total = 0.0
    for row in rows:
        logs = _log_a(energy, row)
        mean = math.fsum(logs) / len(logs)
        total += math.fsum((log - mean) ** 2 for log in logs)
    return total / energy**2


def _fitted(names: Sequence[str]) -> list[Kinetics]:
    """Cones that share an energy, each with its own A."""
    from scipy.optimize import minimize_scalar

    rows = [cones.charted(name) for name in names]
    found = minimize_scalar(
        lambda log_energy: _misfit(math.exp(log_energy), rows),
        bounds=(math.log(1e5), math.log(4e6)),
        method="bounded",
        options={"xatol": 1e-9},
    )
    energy = math.exp(float(found.x))
    logs = [_log_a(energy, row) for row in rows]
    return [Kinetics(math.fsum(log) / len(log), energy) for log in logs]


def _bends_before(cooler: Kinetics, hotter: Kinetics) -> bool:
    """Whether the cooler cone bends faster at every temperature where one of them is bent.

    That is from where a long hold bends the cooler to where a fast rise bends the hotter. The
    logarithm of a rate is a straight line over 1/T, so that the two ends tell.
    """
    by_a_hold_c = (
        cooler.energy / (GAS_CONSTANT * (cooler.log_a + math.log(LONGEST_FITTED_HOLD_H)))
        - ZERO_C_IN_KELVIN
    )
    ends = (by_a_hold_c, _bent_at(hotter, cones.CHARTED_RATES[-1]))
    return all(cooler.log_rate(end) > hotter.log_rate(end) for end in ends)


def _bent_at(fit: Kinetics, rate: float) -> float:
    """Where a cone of this kinetics bends at a constant rate, in °C."""
    from scipy.optimize import brentq

    wanted = math.log(rate) - fit.log_a
    return float(brentq(lambda t: _log_integral(fit.energy, t) - wanted, 100.0, 2500.0))


@cache
def kinetics() -> dict[str, Kinetics]:
    """A and E of every cone, coolest first.

    Each cone is fitted by itself; neighbours that would change places at some temperature share
    one energy, and so on until none do (pooling of adjacent violators). Source: our own fit to the
    published charts; pooling as in isotonic regression (Barlow et al. 1972).
    """
    # Cones fitted one by one cross somewhere: each is right on its chart, and far from it a hotter
    # one would fall before a cooler. Where two neighbours cross they are fitted with one energy, so
    # that their rates keep a fixed ratio and cannot cross; the joined group may now cross the one
    # before it, so the walk steps back.
    groups = [[name] for name in cones.CONES]
    fits = [_fitted(group) for group in groups]
    index = 0
    while index < len(groups) - 1:
        if _bends_before(fits[index][-1], fits[index + 1][0]):
            index += 1
            continue
        groups[index : index + 2] = [groups[index] + groups[index + 1]]
        fits[index : index + 2] = [_fitted(groups[index])]
        index = max(0, index - 1)
    return {
        name: fit
        for group, of_group in zip(groups, fits, strict=True)
        for name, fit in zip(group, of_group, strict=True)
    }


def work(curve: Sequence[Point], name: str) -> float:
    """What a curve adds up to for one cone: down from 1 on.

    ``curve`` is of (hours, °C), straight between its points. Raises ClayError naming ``cone`` or
    ``curve``. Source: the module's own.
    """
    fit = kinetics()[cones.check(name)]
    _check_curve(curve)
    return math.fsum(_work_of(fit, one, other) for one, other in pairwise(curve))


def _check_curve(curve: Sequence[Point]) -> None:
    for _, temperature_c in curve:
        if not -ZERO_C_IN_KELVIN < temperature_c <= cones.TEMPERATURE.high:
            raise Inconsistent("curve", temperature_c, cones.TEMPERATURE.sentence)
    for (before, _), (after, _) in pairwise(curve):
        if after < before:
            raise Inconsistent("curve", after, "The hours of a curve must not run backwards.")


def _work_of(fit: Kinetics, one: Point, other: Point) -> float:
    """Of one straight stretch: closed where the temperature changes, rate times time where not."""
    hours, low, high = other[0] - one[0], *sorted((one[1], other[1]))
    if hours == 0:
        return 0.0
    if high - low < 1e-9:
        return hours * math.exp(fit.log_rate(high))
    log_per_kelvin = fit.log_a + math.log(hours / (high - low))
    upper, lower = (_log_integral(fit.energy, t) + log_per_kelvin for t in (high, low))
    return math.exp(upper) - math.exp(lower)


def cone_of(curve: Sequence[Point]) -> Reached:
    """The hottest cone that a curve brings down with all cooler ones, and the next.

    None past the ends. Raises ClayError naming ``curve``. Source: the module's own.
    """
    lower = None
    for name in cones.CONES:
        if work(curve, name) < 1 - _DUST:
            return Reached(lower, name)
        lower = name
    return Reached(lower, None)


MOST_SURPLUS_C = 150.0
"""A curve further from a cone than this is not made to fit it by another top. Our choice."""


def surplus_c(curve: Sequence[Point], name: str) -> float:
    """By how many °C the whole of a curve may lie lower while a cone still comes down.

    Negative where it has to lie higher; at most MOST_SURPLUS_C either way. With the same rates and
    holds that is how far its top may be off. Within 0.1 °C. Raises ClayError naming ``cone`` or
    ``curve``. Source: the module's own.
    """
    low, high = -MOST_SURPLUS_C, MOST_SURPLUS_C
    while high - low > _SURPLUS_WITHIN_C:
        less = (low + high) / 2
        is_down = work([(hours, celsius - less) for hours, celsius in curve], name) >= 1 - _DUST
        low, high = (less, high) if is_down else (low, less)
    return (low + high) / 2


_SURPLUS_WITHIN_C = 0.1


def hold_for(name: str, peak_c: float, rate: float = cones.USUAL_RATE) -> float:
    """Hours to hold at a peak, reached at a constant rate, until a cone is down; 0 if it is.

    In °C and °C an hour. Raises ClayError naming ``cone``, ``rate`` or ``temperature``. Source: the
    module's own.
    """
    cones.RATE.check("rate", rate)
    cones.TEMPERATURE.check("temperature", peak_c)
    asked = cones.CONES[: cones.order(name) + 1]
    return max(_hold_of(kinetics()[cone], peak_c, rate) for cone in asked)


def _hold_of(fit: Kinetics, peak_c: float, rate: float) -> float:
    """Of one cone alone; by logarithms, because what is far too cool takes longer than a float."""
    log_on_the_way = fit.log_a + _log_integral(fit.energy, peak_c) - math.log(rate)
    if log_on_the_way >= 0:
        return 0.0
    log_hours = math.log(-math.expm1(log_on_the_way)) - fit.log_rate(peak_c)
    return math.exp(log_hours) if log_hours < _LOG_OF_FOREVER else math.inf


def bends_at(name: str, rate: float) -> float:
    """The temperature at which the fit says a cone bends at a constant rate, in °C.

    Rate in °C an hour. Raises ClayError naming ``cone`` or ``rate``. Source: the module's own.
    """
    cones.RATE.check("rate", rate)
    return _bent_at(kinetics()[cones.check(name)], rate)
