"""A clay's figures as rows, for its page, its report and its data file."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.measure.uncertainty import Estimate
from claycore.testing.bars import REMARKS
from claycore.testing.results import OF_A_SOAK, RESULTS, AtCone, ClayResults
from claycore.testing.soaking import surest_first
from umberpot.clays.models import ClayFigure
from umberpot.clays.verdicts.judging import JudgedClay
from umberpot.clays.verdicts.sentences import matures_in_short, spoils_in_short
from umberpot.shelf.models import Material


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


def figure_rows(found: ClayResults) -> list[FigureRow]:
    """Every figure that is known at a cone at least, in the order of the core's results."""
    rows: list[FigureRow] = []
    for code, result in RESULTS.items():
        if code == OF_A_SOAK[0]:
            rows += _soak_rows(found)
        elif result.at_cone and code not in OF_A_SOAK:
            cells = tuple(result.of(at) for at in found.cones)
            rows.append(FigureRow(code, result.title, result.unit, "", cells))
    return [row for row in rows if row.is_known]


def _soak_rows(found: ClayResults) -> Iterator[FigureRow]:
    """What each way of soaking gave, the surest first."""
    for method in surest_first():
        way = method.title.lower()
        soaked = [at.soaks.get(method.code) for at in found.cones]
        for code in OF_A_SOAK:
            result = RESULTS[code]
            cells = tuple(getattr(one, result.attribute) if one else None for one in soaked)
            yield FigureRow(code, f"{result.title}, {way}", result.unit, method.code, cells)


def seen_at(at: AtCone) -> str:
    """What was seen on the bars at a cone, with how many."""
    return ", ".join(f"{REMARKS[code]} {count}" for code, count in at.remarks.items())


@dataclass(frozen=True)
class ConeRow:
    """One line of a clay in a list: the cone, its figures in the order of the columns.

    ``colour`` is what the clay alone fires to; None where it was not read.
    """

    cone: str
    cells: tuple[ClayFigure | None, ...]
    bars: int
    colour: Lab | None = None


@dataclass(frozen=True)
class ClayRow:
    """A clay in a list: its figures before any firing, a line for each cone, and its verdict.

    ``judged`` is None where no bar of it was fired.
    """

    clay: Material
    before: tuple[ClayFigure | None, ...]
    fired: tuple[ConeRow, ...]
    judged: JudgedClay | None = None

    @property
    def colours(self) -> list[Lab]:
        """What it fires to, from the coolest cone up."""
        return [at.colour for at in self.fired if at.colour]

    @property
    def matures(self) -> str:
        """Where it matures, in short."""
        return matures_in_short(self.judged.evidence.range.maturity) if self.judged else ""

    @property
    def spoils(self) -> str:
        """From where it bloats or slumps, in short."""
        return spoils_in_short(self.judged.evidence.range) if self.judged else ""


def clay_row(
    clay: Material,
    figures: Sequence[ClayFigure],
    columns: Sequence[str],
    judged: JudgedClay | None = None,
    colours: Mapping[tuple[int, str], Lab] | None = None,
) -> ClayRow:
    """The kept figures of a clay, laid out by the columns' results.

    ``colours`` are by the clay's key and the cone.
    """
    known = {(figure.cone, figure.result): figure for figure in figures}
    before = tuple(known.get(("", c)) for c in columns if not RESULTS[c].at_cone)
    at_cone = [c for c in columns if RESULTS[c].at_cone]
    fired = []
    for cone in sorted({figure.cone for figure in figures if figure.cone}, key=cones.order):
        cells = tuple(known.get((cone, c)) for c in at_cone)
        bars = max(cell.bars for cell in cells if cell)
        fired.append(ConeRow(cone, cells, bars, (colours or {}).get((clay.pk, cone))))
    return ClayRow(clay, before, tuple(fired), judged)
