"""Bars with known figures, for the tests of what is made of them."""

from claycore.measure.uncertainty import Measured
from claycore.testing.bars import Bar, FiredBar

STEP_G = 0.01
STEP_MM = 0.1


def g(value, step=STEP_G):
    return Measured(value, step) if value is not None else None


def mm(value, step=STEP_MM):
    return Measured(value, step) if value is not None else None


def fired(cone, total_pct=None, absorption_pct=None, mass=80.0, method="boil_soak", remarks=()):
    """A 100 mm, 80 g bar after a firing that made just these figures."""
    return FiredBar(
        cone,
        length=mm(100 - total_pct) if total_pct is not None else None,
        mass=g(mass),
        soaked={method: g(mass * (1 + absorption_pct / 100))} if absorption_pct is not None else {},
        remarks=frozenset(remarks),
    )


def bar(code, *firings, length_dry=94.0, mass_dry=88.0, mass_wet=112.0, **more):
    return Bar(
        code,
        length_wet=mm(100),
        mass_wet=g(mass_wet),
        length_dry=mm(length_dry),
        mass_dry=g(mass_dry),
        firings=firings,
        **more,
    )


def run(*rows):
    """Three equal bars a (cone, total, absorption) row: a clay whose curve is known."""
    return [
        bar(f"{cone}-{n}", fired(cone, total, absorbed, remarks=rest[0] if rest else ()))
        for cone, total, absorbed, *rest in rows
        for n in range(3)
    ]
