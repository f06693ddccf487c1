"""What a clay's bars say together, cone by cone.

Bars of one cone are a set of equal pieces: what such pieces were seen to differ by, in this set and
in all others of the studio, counts where it is larger than the instruments' own
(:mod:`claycore.measure.replicates`).
"""

from collections import Counter, defaultdict
from collections.abc import Callable, Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from claycore.firing import cones
from claycore.measure.replicates import (
    NO_RECORD,
    EqualPieces,
    Record,
    Spread,
    UsualSpread,
    equal_pieces,
)
from claycore.measure.uncertainty import Estimate
from claycore.testing import soaking
from claycore.testing.bars import REMARKS, Bar, BarResults, FiredResults, bar_results


@dataclass(frozen=True)
class Soaked:
    """What one way of soaking gave at one cone."""

    method: str
    absorption: Estimate
    apparent_porosity: Estimate | None = None
    bulk_density: Estimate | None = None
    apparent_specific_gravity: Estimate | None = None
    saturation: Estimate | None = None


@dataclass(frozen=True)
class AtCone:
    """All bars after a firing to one cone.

    ``remarks`` counts bars by remark, ``looked`` those that somebody looked at. ``sag_pct`` is the
    most that any of them sagged, in percent of the span it stood over.
    """

    cone: str
    bars: int
    firing: Estimate | None
    total: Estimate | None
    volume_total: Estimate | None
    loss_on_ignition: Estimate | None
    soaks: Mapping[str, Soaked]
    pyroplastic_index: Estimate | None
    remarks: Mapping[str, int]
    looked: int = 0
    sag_pct: float | None = None

    @property
    def soaked(self) -> Soaked | None:
        """The soak to judge by: the one that fills the pores most surely."""
        return self._by("absorption")

    @property
    def absorption(self) -> Estimate | None:
        """Absorption by the soak to judge by."""
        return self.soaked.absorption if self.soaked else None

    @property
    def hung(self) -> Soaked | None:
        """The surest soak after which pieces were also weighed hung in water."""
        return self._by("bulk_density")

    @property
    def saturated(self) -> Soaked | None:
        """The boil that the saturation coefficient rests on."""
        return self._by("saturation_coefficient")

    @property
    def saturation(self) -> Estimate | None:
        """The saturation coefficient, by the standard's boil where there is one."""
        return self.saturated.saturation if self.saturated else None

    def _by(self, code: str) -> Soaked | None:
        """The soak that a result is judged by."""
        result = RESULTS[code]
        known = [m for m, soak in self.soaks.items() if getattr(soak, result.attribute)]
        method = result.judged_by(known)
        return self.soaks[method] if method else None

    @property
    def apparent_porosity(self) -> Estimate | None:
        """In percent, by the surest soak."""
        return self.hung.apparent_porosity if self.hung else None

    @property
    def bulk_density(self) -> Estimate | None:
        """Bulk density in g/cm³, by the surest soak."""
        return self.hung.bulk_density if self.hung else None

    @property
    def apparent_specific_gravity(self) -> Estimate | None:
        """By the surest soak."""
        return self.hung.apparent_specific_gravity if self.hung else None


Figure = tuple[str, str]
"""A result's code and the way of soaking that gave it, '' where none did."""


@dataclass(frozen=True)
class ClayResults:
    """What all bars of a clay say: before firing, and at each cone from coolest to hottest.

    ``sets`` has the equal pieces behind each figure, by cone ('' before any firing); ``spreads``
    what is known of how far such pieces lie apart, these bars included.
    """

    bars: int
    drying: Estimate | None
    water_of_plasticity: Estimate | None
    dry_remarks: Mapping[str, int]
    dry_looked: int
    cones: tuple[AtCone, ...]
    problems: tuple[str, ...]
    sets: Mapping[tuple[str, Figure], EqualPieces]
    spreads: Mapping[Figure, Spread]

    def at(self, cone: str) -> AtCone | None:
        """What was found at this cone, None where it was not tested."""
        return next((found for found in self.cones if found.cone == cone), None)


@dataclass(frozen=True)
class Result:
    """One figure that bars give: its code, what it is called, its unit, and where it stands.

    ``attribute`` is that of AtCone, or of ClayResults for what is known before any firing, and of
    one bar's results; the figure is it times ``scale``. ``usual`` is what equal pieces usually
    differ by in it. ``of_soak`` says that each way of soaking gives one of its own, and
    ``soaks_in_order`` which of them it is judged by.
    """

    code: str
    title: str
    unit: str
    attribute: str
    usual: UsualSpread
    at_cone: bool = True
    of_soak: bool = False
    scale: float = 1.0
    soaks_in_order: Callable[[], list[soaking.SoakingMethod]] = soaking.surest_first

    def judged_by(self, methods: Collection[str]) -> str | None:
        """The way of soaking, of these, that it is judged by; None where none gives it."""
        codes = (method.code for method in self.soaks_in_order())
        return next((code for code in codes if code in methods), None)

    def of(self, found: "ClayResults | AtCone") -> Estimate | None:
        """The figure, None where it is not known."""
        known: Estimate | None = getattr(found, self.attribute)
        if known is None or self.scale == 1:
            return known
        return Estimate(known.value * self.scale, known.u95 * self.scale, known.count)


_OF_SHRINKAGE = UsualSpread(0.2)

RESULTS = {
    result.code: result
    for result in (
        Result("drying_shrinkage", "Drying shrinkage", "%", "drying", _OF_SHRINKAGE, at_cone=False),
        Result(
            "water_of_plasticity",
            "Water of plasticity, on dry clay",
            "%",
            "water_of_plasticity",
            UsualSpread(0.3),
            at_cone=False,
        ),
        Result("total_shrinkage", "Total shrinkage", "%", "total", _OF_SHRINKAGE),
        Result("firing_shrinkage", "Firing shrinkage, on dry length", "%", "firing", _OF_SHRINKAGE),
        Result("volume_shrinkage", "Volume shrinkage", "%", "volume_total", UsualSpread(0.5)),
        Result("loss_on_ignition", "Loss on ignition", "%", "loss_on_ignition", UsualSpread(0.1)),
        Result("absorption", "Absorption", "%", "absorption", UsualSpread(0.07, 1.0), of_soak=True),
        Result(
            "porosity",
            "Apparent porosity",
            "%",
            "apparent_porosity",
            UsualSpread(0.14, 2.0),
            of_soak=True,
        ),
        Result(
            "bulk_density", "Bulk density", "g/cm³", "bulk_density", UsualSpread(0.01), of_soak=True
        ),
        Result(
            "specific_gravity",
            "Apparent specific gravity",
            "",
            "apparent_specific_gravity",
            UsualSpread(0.01),
            of_soak=True,
        ),
        Result(
            "saturation_coefficient",
            "Saturation coefficient",
            "",
            "saturation",
            UsualSpread(0.02),
            of_soak=True,
            soaks_in_order=soaking.for_saturation,
        ),
        Result(
            "pyroplastic_index",
            "Pyroplastic index",
            "10⁻⁶/mm",
            "pyroplastic_index",
            UsualSpread(0.3e-6, 1e-6),
            scale=1e6,
        ),
    )
}
"""Every result of a clay, by its code; those of soaking by the surest soak there is.

The usual spreads of shrinkage and absorption are common practice (± 0.2–0.4 and ± 0.1–0.3 points);
the others are our choice, in proportion to those.
"""

OF_A_SOAK = tuple(result.code for result in RESULTS.values() if result.of_soak)
"""The results that each way of soaking gives for itself."""


def clay_results(
    bars: Sequence[Bar], elsewhere: Mapping[Figure, Record] | None = None
) -> ClayResults:
    """Everything the bars say.

    ``elsewhere`` is what equal pieces of the studio's other clays were seen to differ by; without
    it the usual spread stands in. Source: ASTM C326, C373, C20 and C67; the means are those of
    :mod:`claycore.measure.replicates`.
    """
    each = [bar_results(bar) for bar in bars]
    by_cone: dict[str, list[FiredResults]] = {}
    for bar in each:
        last_at = {fired.cone: fired for fired in bar.fired if fired.cone}
        for cone, fired in last_at.items():
            by_cone.setdefault(cone, []).append(fired)
    sets = {("", figure): pieces for figure, pieces in _sets(each, at_cone=False).items()}
    for cone, rows in by_cone.items():
        sets |= {(cone, figure): pieces for figure, pieces in _sets(rows, at_cone=True).items()}
    spreads = _spreads(sets, elsewhere or {})
    means = {
        (cone, figure): pieces.estimate(
            Spread(spreads[figure].usual, spreads[figure].record - pieces.record)
        )
        for (cone, figure), pieces in sets.items()
    }
    return ClayResults(
        bars=len(each),
        drying=means.get(("", ("drying_shrinkage", ""))),
        water_of_plasticity=means.get(("", ("water_of_plasticity", ""))),
        dry_remarks=_counted(each),
        dry_looked=_looked(each),
        cones=tuple(
            _at_cone(cone, by_cone[cone], means) for cone in sorted(by_cone, key=cones.order)
        ),
        problems=(
            *_mixed_atmospheres(bars),
            *(said for bar in each for said in (*bar.problems, *bar.gaps)),
        ),
        sets=sets,
        spreads=spreads,
    )


def _mixed_atmospheres(bars: Iterable[Bar]) -> Iterator[str]:
    """Where bars of one cone are taken together though the kiln's air differed."""
    airs: dict[str, set[bool]] = defaultdict(set)
    for bar in bars:
        for firing in bar.firings:
            if firing.cone:
                airs[firing.cone].add(firing.reduced)
    for cone in sorted(airs, key=cones.order):
        if len(airs[cone]) > 1:
            yield (
                f"Cone {cone} was fired in oxidation and in reduction. The bars are taken together"
                " here, though iron in a clay fluxes more in reduction."
            )


def together(
    figure: Figure, pieces: Iterable[Estimate | None], records: Mapping[Figure, Record]
) -> Estimate | None:
    """What equal pieces come to in one figure; None where none of them gives it.

    ``records`` is what other pieces of the studio were seen to differ by. In the result's unit.
    Source: :mod:`claycore.measure.replicates`.
    """
    known = [piece for piece in pieces if piece]
    if not known:
        return None
    usual = RESULTS[figure[0]].usual
    return equal_pieces(known, usual).estimate(Spread(usual, records.get(figure, NO_RECORD)))


def _counted(rows: Iterable[BarResults | FiredResults]) -> dict[str, int]:
    counts = Counter(remark for row in rows for remark in row.remarks)
    # A set has no order of its own, and what is said of bars is not to change places by itself.
    return {remark: counts[remark] for remark in REMARKS if remark in counts}


def _looked(rows: Iterable[BarResults | FiredResults]) -> int:
    return sum(1 for row in rows if row.remarks)


def _sets(
    rows: Iterable[BarResults] | Iterable[FiredResults], at_cone: bool
) -> dict[Figure, EqualPieces]:
    """The equal pieces behind each figure that is known."""
    known: dict[Figure, list[Estimate]] = {}
    for row in rows:
        for result in RESULTS.values():
            if result.at_cone == at_cone:
                for figure, estimate in _figures_of(row, result):
                    known.setdefault(figure, []).append(estimate)
    return {f: equal_pieces(pieces, RESULTS[f[0]].usual) for f, pieces in known.items()}


def _figures_of(
    row: BarResults | FiredResults, result: Result
) -> Iterator[tuple[Figure, Estimate]]:
    """What one bar gives of a result, by each way of soaking where that matters."""
    sources = row.soaks if isinstance(row, FiredResults) and result.of_soak else {"": row}
    for method, source in sources.items():
        estimate = getattr(source, result.attribute)
        if estimate is not None:
            yield (result.code, method), estimate


def _spreads(
    sets: Mapping[tuple[str, Figure], EqualPieces], elsewhere: Mapping[Figure, Record]
) -> dict[Figure, Spread]:
    """What is known of each figure's spread: from elsewhere, and from all of these sets."""
    records: dict[Figure, Record] = {}
    for (_, figure), pieces in sets.items():
        known = records.get(figure, elsewhere.get(figure, NO_RECORD))
        records[figure] = known + pieces.record
    return {figure: Spread(RESULTS[figure[0]].usual, record) for figure, record in records.items()}


def _at_cone(
    cone: str, rows: list[FiredResults], all_means: Mapping[tuple[str, Figure], Estimate]
) -> AtCone:
    means = {figure: mean for (at, figure), mean in all_means.items() if at == cone}
    methods = {method: None for _, method in means if method}
    plain = {
        result.attribute: means.get((result.code, ""))
        for result in RESULTS.values()
        if result.at_cone and not result.of_soak
    }
    return AtCone(
        cone=cone,
        bars=len(rows),
        soaks={method: _soaked(method, means) for method in methods},
        remarks=_counted(rows),
        looked=_looked(rows),
        sag_pct=max((row.sag_pct for row in rows if row.sag_pct is not None), default=None),
        **plain,
    )


def _soaked(method: str, means: Mapping[Figure, Estimate]) -> Soaked:
    return Soaked(
        method,
        means["absorption", method],
        means.get(("porosity", method)),
        means.get(("bulk_density", method)),
        means.get(("specific_gravity", method)),
        means.get(("saturation_coefficient", method)),
    )
