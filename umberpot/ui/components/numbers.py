"""Figures, waits and amounts as people read them.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from claycore.firing import cones
from claycore.measure.formatting import plain, to_step, true_minus, with_u95
from claycore.measure.uncertainty import Estimate

register = template.Library()


@register.inclusion_tag("ui/components/figure.html")
def figure(text: str | int, unit: str = "", size: str = "") -> dict[str, Any]:
    """A large figure, its uncertainty smaller behind it: '3.1 ± 0.4' and its unit."""
    value, _, plus_minus = str(text).partition(" ± ")
    return {"value": value, "plus_minus": plus_minus, "unit": unit, "size": size}


@register.filter
def estimate(value: Estimate | None) -> str:
    """An estimate as 'value ± u95', or a dash where there is none."""
    return with_u95(value.value, value.u95) if value else "–"


@register.simple_tag
def figure_u95(value: float | None, u95: float | None) -> str:
    """A figure kept with its uncertainty as 'value ± u95', or a dash."""
    return with_u95(value, u95 or 0) if value is not None else "–"


@register.filter
def long_time(minutes: float) -> str:
    """A wait in the largest unit that fits: 30 min, 5 h, 2 days."""
    if minutes < 60:
        return f"{plain(minutes)} min"
    if minutes < 48 * 60:
        return f"{plain(minutes / 60, 1)} h"
    return f"{plain(minutes / 60 / 24, 1)} days"


@register.filter
def degrees(cone: str) -> str:
    """About how hot a cone is, for whoever thinks in degrees."""
    return f"about {cones.temperature_c(cone)} °C"


@register.filter
def by_step(value: float, step: float) -> str:
    """A figure with as many decimals as the instrument shows, or as it needs below ten steps."""
    return to_step(value, step)


@register.filter
def trimmed(value: float, decimals: int = 2) -> str:
    """A number with at most so many decimals, and no trailing zeros."""
    return plain(value, int(decimals))


@register.filter
def signed(value: float, decimals: int = 2) -> str:
    """A change, with its sign: '+12.5', '−3'."""
    return true_minus(f"{'+' if value > 0 else ''}{plain(value, int(decimals))}")


@register.filter
def kilos(grams: float) -> str:
    """A stock: grams below a kilo, kilos above."""
    if abs(grams) < 1000:
        return f"{plain(grams, 1)} g"
    return f"{plain(grams / 1000, 2)} kg"


@register.simple_tag
def divided(amount: float, count: int) -> str:
    """An amount of money for each of ``count``."""
    return money(amount / count)


@register.filter
def money(amount: float) -> str:
    """An amount of money with its cents."""
    return f"{amount:.2f}"
