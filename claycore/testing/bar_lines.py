"""Bars as lines of figures, one line a bar and cone, the way they stand in a notebook."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from claycore.firing import cones
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import Measured
from claycore.testing.bars import Bar, FiredBar

MOST_LINES = 240


@dataclass(frozen=True)
class BarLine:
    """One bar after one firing: lengths in mm, masses in g, None for what was not read.

    ``cone`` is None for a bar that was not fired. ``mass_g`` is the dry mass at this stage,
    ``soaked_g`` that after the soak. ``remarks`` are codes of claycore.testing.bars.REMARKS.
    """

    code: str
    cone: str | None
    wet_mm: float | None = None
    dry_mm: float | None = None
    fired_mm: float | None = None
    mass_g: float | None = None
    soaked_g: float | None = None
    remarks: frozenset[str] = frozenset()


@dataclass(frozen=True)
class SagLine:
    """How far one bar sagged on two supports in one firing; all lengths in mm."""

    code: str
    cone: str
    sag_mm: float
    span_mm: float
    thickness_mm: float


def bars_of(
    lines: Sequence[BarLine],
    method: str,
    ruler_step_mm: float,
    scale_step_g: float,
    sags: Sequence[SagLine] = (),
) -> list[Bar]:
    """The bars that the lines tell of, in their order; a bar's cones from coolest to hottest.

    ``method`` is how they were soaked. A figure that stands in several lines of a bar is read once.
    A sag of a bar that no line tells of is a bar of its own. Raises Inconsistent naming ``bar`` for
    two lines of one bar and cone, and for two figures that are one reading. Source: arithmetic on
    the lines.
    """
    by_code: dict[str, list[BarLine]] = {}
    for line in lines:
        by_code.setdefault(line.code, []).append(line)
    for sag in sags:
        of_bar = by_code.setdefault(sag.code, [])
        if all(line.cone != sag.cone for line in of_bar):
            of_bar.append(BarLine(sag.code, sag.cone))
    bars = [
        _bar(code, of_bar, method, ruler_step_mm, scale_step_g) for code, of_bar in by_code.items()
    ]
    return [_sagged(bar, [s for s in sags if s.code == bar.code], ruler_step_mm) for bar in bars]


def _sagged(bar: Bar, sags: Sequence[SagLine], ruler_step: float) -> Bar:
    if not sags:
        return bar
    span = _one(bar.code, "span", (sag.span_mm for sag in sags))
    by_cone = {sag.cone: sag for sag in sags}
    if len(by_cone) < len(sags):
        raise Inconsistent("sag", bar.code, f"{bar.code} sags twice at one cone.")
    firings = tuple(
        replace(
            firing,
            sag=Measured(by_cone[firing.cone].sag_mm, ruler_step),
            thickness=Measured(by_cone[firing.cone].thickness_mm, ruler_step),
        )
        if firing.cone in by_cone
        else firing
        for firing in bar.firings
    )
    return replace(bar, span=Measured(span or 0.0, ruler_step), firings=firings)


def _bar(
    code: str, lines: Sequence[BarLine], method: str, ruler_step: float, scale_step: float
) -> Bar:
    def length(mm: float | None) -> Measured | None:
        return None if mm is None else Measured(mm, ruler_step)

    def mass(g: float | None) -> Measured | None:
        return None if g is None else Measured(g, scale_step)

    unfired = [line for line in lines if line.cone is None]
    fired = sorted(
        (line for line in lines if line.cone is not None), key=lambda li: cones.order(li.cone or "")
    )
    tested = [line.cone for line in lines]
    if len(set(tested)) < len(tested):
        raise Inconsistent("bar", code, f"{code} is entered twice for one cone.")
    bar = Bar(
        code,
        length(_one(code, "wet length", (line.wet_mm for line in lines))),
        length_dry=length(_one(code, "dry length", (line.dry_mm for line in lines))),
        mass_dry=mass(next((line.mass_g for line in unfired), None)),
        remarks=unfired[0].remarks if unfired else frozenset(),
    )
    firings = []
    for line in fired:
        soaked = mass(line.soaked_g)
        firings.append(
            FiredBar(
                line.cone or "",
                length=length(line.fired_mm),
                mass=mass(line.mass_g),
                soaked={method: soaked} if soaked else {},
                remarks=line.remarks,
            )
        )
    return replace(bar, firings=tuple(firings))


def _one(code: str, what: str, figures: Iterable[float | None]) -> float | None:
    """The figure that all lines of a bar agree on."""
    known = {figure for figure in figures if figure is not None}
    if len(known) > 1:
        raise Inconsistent("bar", code, f"{code} has two figures for its {what}.")
    return next(iter(known), None)
