"""What a clay's bars say together, cone by cone.

Bars of one cone are replicates: their spread counts where it is larger than the instruments' own
(:func:`claycore.measure.replicates.mean_of`).
"""

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from claycore.firing import cones
from claycore.measure.replicates import mean_of, mean_of_known
from claycore.measure.uncertainty import Estimate
from claycore.testing import soaking
from claycore.testing.bars import Bar, BarResults, FiredResults, bar_results


@dataclass(frozen=True)
class Soaked:
    """What one way of soaking gave at one cone."""

    method: str
    absorption: Estimate
    porosity: Estimate | None
    bulk_density: Estimate | None
    specific_gravity: Estimate | None


@dataclass(frozen=True)
class AtCone:
    """All bars after a firing to one cone. ``remarks`` counts bars by remark."""

    cone: str
    bars: int
    firing: Estimate | None
    total: Estimate | None
    volume_total: Estimate | None
    loss_on_ignition: Estimate | None
    soaks: Mapping[str, Soaked]
    saturation: Estimate | None
    pyroplastic_index: Estimate | None
    remarks: Mapping[str, int]

    @property
    def soaked(self) -> Soaked | None:
        """The soak to judge by: the one that fills the pores most surely."""
        return next(self._surest(), None)

    @property
    def absorption(self) -> Estimate | None:
        """Absorption by the soak to judge by."""
        return self.soaked.absorption if self.soaked else None

    @property
    def hung(self) -> Soaked | None:
        """The surest soak after which pieces were also weighed hung in water."""
        return next((soak for soak in self._surest() if soak.bulk_density), None)

    def _surest(self) -> Iterator[Soaked]:
        """Its soaks, the surest first."""
        codes = (method.code for method in soaking.surest_first())
        return (self.soaks[code] for code in codes if code in self.soaks)

    @property
    def porosity(self) -> Estimate | None:
        """Apparent porosity in percent, by the surest soak."""
        return self.hung.porosity if self.hung else None

    @property
    def bulk_density(self) -> Estimate | None:
        """Bulk density in g/cm³, by the surest soak."""
        return self.hung.bulk_density if self.hung else None

    @property
    def specific_gravity(self) -> Estimate | None:
        """Apparent specific gravity, by the surest soak."""
        return self.hung.specific_gravity if self.hung else None


@dataclass(frozen=True)
class ClayResults:
    """What all bars of a clay say: before firing, and at each cone from coolest to hottest."""

    bars: int
    drying: Estimate | None
    water_of_plasticity: Estimate | None
    dry_remarks: Mapping[str, int]
    cones: tuple[AtCone, ...]
    problems: tuple[str, ...]

    @property
    def lone(self) -> tuple[str, ...]:
        """Cones at which one bar alone was read, so that its like are not known to agree."""
        return tuple(
            found.cone
            for found in self.cones
            if 1 in {e.count for e in (found.total, found.absorption) if e}
        )

    def at(self, cone: str) -> AtCone | None:
        """What was found at this cone, None where it was not tested."""
        return next((found for found in self.cones if found.cone == cone), None)


@dataclass(frozen=True)
class Result:
    """One figure that bars give: its code, what it is called, its unit, and where it stands.

    ``attribute`` is that of AtCone, or of ClayResults for what is known before any firing; the
    figure is it times ``scale``.
    """

    code: str
    title: str
    unit: str
    attribute: str
    at_cone: bool = True
    scale: float = 1.0

    def of(self, found: "ClayResults | AtCone") -> Estimate | None:
        """The figure, None where it is not known."""
        known: Estimate | None = getattr(found, self.attribute)
        if known is None or self.scale == 1:
            return known
        return Estimate(known.value * self.scale, known.u95 * self.scale, known.count)


RESULTS = {
    result.code: result
    for result in (
        Result("drying_shrinkage", "Drying shrinkage", "%", "drying", at_cone=False),
        Result(
            "water_of_plasticity",
            "Water of plasticity, on dry clay",
            "%",
            "water_of_plasticity",
            at_cone=False,
        ),
        Result("total_shrinkage", "Total shrinkage", "%", "total"),
        Result("firing_shrinkage", "Firing shrinkage, of dry", "%", "firing"),
        Result("volume_shrinkage", "Volume shrinkage", "%", "volume_total"),
        Result("loss_on_ignition", "Loss on ignition", "%", "loss_on_ignition"),
        Result("absorption", "Absorption", "%", "absorption"),
        Result("porosity", "Apparent porosity", "%", "porosity"),
        Result("bulk_density", "Bulk density", "g/cm³", "bulk_density"),
        Result("specific_gravity", "Apparent specific gravity", "", "specific_gravity"),
        Result("saturation_coefficient", "Saturation coefficient", "", "saturation"),
        Result("pyroplastic_index", "Pyroplastic index", "10⁻⁶/mm", "pyroplastic_index", scale=1e6),
    )
}
"""Every result of a clay, by its code; those of soaking by the surest soak there is."""

OF_A_SOAK = ("absorption", "porosity", "bulk_density", "specific_gravity")
"""The results that each way of soaking gives for itself, by their code and Soaked's attribute."""


def clay_results(bars: Sequence[Bar]) -> ClayResults:
    """Everything the bars say.

    Source: ASTM C326, C373, C20 and C67; the means are JCGM 100:2008, G.3.2.
    """
    each = [bar_results(bar) for bar in bars]
    by_cone: dict[str, list[FiredResults]] = {}
    for bar in each:
        last_at = {fired.cone: fired for fired in bar.fired}
        for cone, fired in last_at.items():
            by_cone.setdefault(cone, []).append(fired)
    return ClayResults(
        bars=len(each),
        drying=mean_of_known(bar.drying for bar in each),
        water_of_plasticity=mean_of_known(bar.water_of_plasticity for bar in each),
        dry_remarks=_counted(each),
        cones=tuple(_at_cone(cone, by_cone[cone]) for cone in sorted(by_cone, key=cones.order)),
        problems=tuple(said for bar in each for said in (*bar.problems, *bar.gaps)),
    )


def _counted(rows: Iterable[BarResults | FiredResults]) -> dict[str, int]:
    return dict(Counter(remark for row in rows for remark in row.remarks))


def _at_cone(cone: str, rows: list[FiredResults]) -> AtCone:
    surest = [method.code for method in soaking.surest_first()]
    methods = [code for code in surest if any(code in row.soaks for row in rows)]
    return AtCone(
        cone=cone,
        bars=len(rows),
        firing=mean_of_known(row.firing for row in rows),
        total=mean_of_known(row.total for row in rows),
        volume_total=mean_of_known(row.volume_total for row in rows),
        loss_on_ignition=mean_of_known(row.loss_on_ignition for row in rows),
        soaks={method: _soaked(method, rows) for method in methods},
        saturation=mean_of_known(row.saturation for row in rows),
        pyroplastic_index=mean_of_known(row.pyroplastic_index for row in rows),
        remarks=_counted(rows),
    )


def _soaked(method: str, rows: list[FiredResults]) -> Soaked:
    found = [row.soaks[method] for row in rows if method in row.soaks]
    return Soaked(
        method,
        mean_of([one.absorption for one in found]),
        mean_of_known(one.apparent_porosity for one in found),
        mean_of_known(one.bulk_density for one in found),
        mean_of_known(one.apparent_specific_gravity for one in found),
    )
