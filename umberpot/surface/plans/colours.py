"""What is known of the fired colours of plans: of their bodies and of each coat."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.colour.notation import Lab
from umberpot.colours.find.library import tested_under
from umberpot.colours.fired import Conditions
from umberpot.colours.predict.expected import Expected, Ground
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.surface.models import PlannedCoat, SurfacePlan

HATCHED = "url(#hatched)"
"""The pattern of what has no known colour; ``surface/plans/_hatched.html`` defines it."""


class Drawn(StrEnum):
    """How a colour is known, by the class that draws it."""

    FIRED = "band-fired"
    PREDICTED = "band-predicted"
    UNKNOWN = "band-unknown"


@dataclass(frozen=True)
class Layer:
    """A coat as a section shows it; ``colour`` is None where nothing is known of it."""

    title: str
    thick_mm: float
    colour: Expected | None
    covers_pct: float = 100.0

    @property
    def drawn(self) -> Drawn:
        if self.colour is None:
            return Drawn.UNKNOWN
        return Drawn.PREDICTED if self.colour.is_predicted else Drawn.FIRED

    @property
    def lab(self) -> Lab | None:
        return self.colour.lab if self.colour else None

    @property
    def fill(self) -> str:
        return self.colour.fill if self.colour else HATCHED


def clay_of(coat: PlannedCoat) -> str:
    """The clay of a coat's slip by name; '' where nobody knows what is in it."""
    if coat.mix:
        return coat.mix.clay_name
    return coat.clay.name if coat.clay else ""


def pcts_of(coat: PlannedCoat) -> Mapping[str, float]:
    """What colours a coat's slip, percent on dry clay."""
    return dict(coat.mix.said_pcts) if coat.mix else {}


@dataclass(frozen=True)
class _ClayGround:
    """How a clay was fired as a plan's pieces will be: alone, and coloured."""

    plain: Lab | None
    ground: Ground


class FiredClays:
    """The clays of a studio as plans will fire them; each way of firing one is looked up once."""

    def __init__(self, studio: Studio) -> None:
        self._studio = studio
        self._found: dict[Conditions, _ClayGround] = {}

    def body(self, plan: SurfacePlan) -> Lab | None:
        """The fired colour of a plan's body; None where no plain tile of it was read."""
        return self._clay(plan, plan.body.name).plain

    def layers(self, plan: SurfacePlan, coats: Sequence[PlannedCoat]) -> list[Layer]:
        """Each coat in the colour of its own tiles, or a predicted one; the lowest first."""
        covers = plan.entry.covers
        return [
            Layer(
                coat.name,
                coat.coats * coat.thickness_mm,
                self._colour(plan, coat),
                coat.covers_pct or covers(place, len(coats)),
            )
            for place, coat in enumerate(coats)
        ]

    def _colour(self, plan: SurfacePlan, coat: PlannedCoat) -> Expected | None:
        there = self._clay(plan, clay_of(coat))
        pcts = pcts_of(coat)
        if pcts:
            return there.ground.expected(pcts)
        if there.plain and (coat.clay or coat.mix):
            return Expected(there.plain, there.ground.conditions, None, ("plain tiles",))
        return None

    def _clay(self, plan: SurfacePlan, name: str) -> _ClayGround:
        conditions = Conditions(name, plan.cone, Atmosphere.OXIDATION, plan.clear_over)
        if conditions not in self._found:
            tested = tested_under(self._studio, conditions)
            palette = tested.palette(tested.clay, frozenset()) if tested.clay else None
            ground = Ground(conditions, tested.tiles, palette)
            self._found[conditions] = _ClayGround(tested.clay, ground)
        return self._found[conditions]
