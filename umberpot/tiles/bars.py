"""A kept tile as the core's bar: its readings, stage by stage."""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Any

from claycore.measure.uncertainty import Measured
from claycore.testing.bars import REMARKS, Bar, FiredBar
from claycore.testing.readings import READINGS, Quantity
from claycore.testing.shrinkage import DEFAULT_RULER_STEP_MM
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.tiles.models import Reading, Remark, Tile


def made_alike(tile: Tile) -> tuple[object, ...]:
    """What pieces of one trial have in common where they were made alike, and should read alike."""
    return (tile.mix_id, tile.clay_id, tile.stack_id, tile.glazed, tile.glaze_id, tile.bare_half)


def bar_of(tile: Tile) -> Bar:
    """A tile fetched ``with_history`` as a bar. Makes no query of its own."""
    test = getattr(tile.trial, "test", None)
    span_mm = test.span_mm if test else None
    readings = [reading for reading in tile.readings.all() if reading.is_current]
    remarks = [r for r in tile.remarks.all() if r.withdrawn_at is None and r.code in REMARKS]
    before = {r.quantity: r.measured for r in readings if r.firing_id is None}
    lengths = [r.step for r in readings if not READINGS[r.quantity].is_mass]
    ruler_step = max(lengths, default=DEFAULT_RULER_STEP_MM)
    return Bar(
        code=tile.code,
        length_wet=before.get(Quantity.LENGTH_WET, Measured(tile.mark_length_mm, ruler_step)),
        mass_wet=before.get(Quantity.MASS_WET),
        length_dry=before.get(Quantity.LENGTH_DRY),
        mass_dry=before.get(Quantity.MASS_DRY),
        span=Measured(span_mm, ruler_step) if span_mm else None,
        remarks=frozenset(r.code for r in remarks if r.firing_id is None),
        firings=tuple(_fired(tile, firing, readings, remarks) for firing in tile.firings),
    )


def _fired(
    tile: Tile, firing: Firing, readings: Iterable[Reading], remarks: Iterable[Remark]
) -> FiredBar:
    fired = FiredBar(
        firing.cone,
        on_the_way=tile.passed_through(firing),
        remarks=frozenset(r.code for r in remarks if r.firing_id == firing.pk),
        reduced=firing.atmosphere == Atmosphere.REDUCTION,
    )
    for reading in readings:
        if reading.firing_id == firing.pk:
            fired = with_reading(fired, reading.quantity, reading.measured, reading.method)
    return fired


_FIELDS: dict[str, str] = {
    Quantity.LENGTH_FIRED: "length",
    Quantity.MASS_FIRED: "mass",
    Quantity.SAG: "sag",
    Quantity.THICKNESS: "thickness",
}
_BY_METHOD: dict[str, str] = {Quantity.MASS_SOAKED: "soaked", Quantity.MASS_HUNG: "hung"}


def with_reading(fired: FiredBar, quantity: str, value: Measured, method: str = "") -> FiredBar:
    """The same firing of a bar with one more reading, or another figure for it."""
    name = _BY_METHOD.get(quantity) or _FIELDS[quantity]
    changed: Any = value
    if quantity in _BY_METHOD:
        changed = {**getattr(fired, name), method: value}
    return replace(fired, **{name: changed})


def with_figures(bar: Bar, place: int | None, figures: Mapping[str, Measured], method: str) -> Bar:
    """The bar as it would be with these figures at a stage: ``place`` is that of the firing.

    None is before any firing; ``method`` is that of the soak.
    """
    if place is None:
        before: Any = {str(quantity): measured for quantity, measured in figures.items()}
        return replace(bar, **before)
    fired = bar.firings[place]
    for quantity, measured in figures.items():
        fired = with_reading(fired, quantity, measured, method)
    return with_firing(bar, place, fired)


def with_firing(bar: Bar, place: int, fired: FiredBar) -> Bar:
    """The same bar with another state after one of its firings."""
    return replace(bar, firings=(*bar.firings[:place], fired, *bar.firings[place + 1 :]))
