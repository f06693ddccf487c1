"""A clay's figures as rows, for its page, its report and its data file."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from claycore.absorption import METHODS
from claycore.bars import REMARKS
from claycore.clay_results import BEST_FIRST, AtCone, ClayResults
from claycore.uncertainty import Estimate

PER_MILLION = 1e6


@dataclass(frozen=True)
class FigureRow:
    """One figure at every tested cone. ``key`` and ``unit`` name it in a data file."""

    key: str
    title: str
    unit: str
    method: str
    cells: tuple[Estimate | None, ...]

    @property
    def is_known(self) -> bool:
        return any(self.cells)


def _scaled(estimate: Estimate | None, factor: float) -> Estimate | None:
    if estimate is None:
        return None
    return Estimate(estimate.value * factor, estimate.u95 * factor, estimate.count)


_OF_CONE: tuple[tuple[str, str, str, Callable[[AtCone], Estimate | None]], ...] = (
    ("total_shrinkage", "Total shrinkage", "%", lambda at: at.total),
    ("firing_shrinkage", "Firing shrinkage, of dry", "%", lambda at: at.firing),
    ("volume_shrinkage", "Volume shrinkage", "%", lambda at: at.volume_total),
    ("loss_on_ignition", "Loss on ignition", "%", lambda at: at.loss_on_ignition),
    ("saturation_coefficient", "Saturation coefficient", "", lambda at: at.saturation),
    (
        "pyroplastic_index",
        "Pyroplastic index",
        "10⁻⁶/mm",
        lambda at: _scaled(at.pyroplastic_index, PER_MILLION),
    ),
)


def figure_rows(found: ClayResults) -> list[FigureRow]:
    """Every figure that is known at a cone at least, in the order the page has them."""
    rows = [
        FigureRow(key, title, unit, "", tuple(of(at) for at in found.cones))
        for key, title, unit, of in _OF_CONE
    ]
    rows[4:4] = _soak_rows(found)
    return [row for row in rows if row.is_known]


def _soak_rows(found: ClayResults) -> Iterator[FigureRow]:
    for method in BEST_FIRST:
        title = METHODS[method].title.lower()
        soaked = [at.soaks.get(method) for at in found.cones]
        for key, words, unit in (
            ("absorption", "Absorption", "%"),
            ("porosity", "Apparent porosity", "%"),
            ("bulk_density", "Bulk density", "g/cm³"),
            ("specific_gravity", "Apparent specific gravity", ""),
        ):
            cells = tuple(getattr(one, key) if one else None for one in soaked)
            yield FigureRow(key, f"{words}, {title}", unit, method, cells)


def seen_at(at: AtCone) -> str:
    """What was seen on the bars at a cone, with how many."""
    return ", ".join(f"{REMARKS[code]} {count}" for code, count in at.remarks.items())
