"""What is known of the fired colours of plans: of their bodies and of each coat."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from claycore.colour.notation import Lab
from claycore.surface.samples import coats_to
from umberpot.colours.find.library import TestedTiles, tested_under_each
from umberpot.colours.fired import Conditions
from umberpot.colours.predict.expected import Expected, FiredGround, ground_of
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.as_core import core_coat
from umberpot.surface.plans.faces import Face
from umberpot.surface.plans.fired_stacks import FiredStacks

HATCHED = "url(#hatched)"
"""The pattern of what has no known colour; ``surface/plans/_hatched.html`` defines it."""


class ColourOrigin(StrEnum):
    """How a colour is known, by the class that draws it."""

    FIRED = "band-fired"
    PREDICTED = "band-predicted"
    UNKNOWN = "band-unknown"


@dataclass(frozen=True)
class SectionLayer:
    """A coat as a section shows it; what nothing is known of is None.

    ``own`` is the colour of its slip by itself, and ``seen`` that of a test tile which carries what
    is under it too. ``bare`` is known of it without the glaze, where nothing is under the glaze.
    """

    title: str
    thick_mm: float
    own: Expected | None
    covers_pct: float = 100.0
    seen: Expected | None = None
    bare: Expected | None = None

    @property
    def colour(self) -> Expected | None:
        """What one will see of it: as a test tile of the stack says, else as the slip by itself."""
        return self.seen or self.own

    @property
    def drawn(self) -> ColourOrigin:
        if self.colour is None:
            return ColourOrigin.UNKNOWN
        return ColourOrigin.PREDICTED if self.colour.is_predicted else ColourOrigin.FIRED

    @property
    def bare_drawn(self) -> ColourOrigin:
        """How the colour without the glaze is known."""
        return (
            ColourOrigin.PREDICTED if self.bare and self.bare.is_predicted else ColourOrigin.FIRED
        )

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
    ground: FiredGround


def _under(plan: SurfacePlan, face: Face, clay: str) -> Conditions:
    """How a face of a plan fires a clay, by the name of it."""
    glazing = face.glazing
    air = Atmosphere.OXIDATION
    return Conditions(clay, plan.cone, air, glazing.is_glazed, glaze=glazing.name)


def _ways_of(plan: SurfacePlan, faces: Sequence[Face]) -> Iterator[Conditions]:
    """How a plan fires its body and the clays of its slips, and the same without its glaze."""
    for face in faces:
        for clay in {plan.body.name, *(clay_of(coat) for coat in face.coats)}:
            yield _under(plan, face, clay)
            yield _bare(_under(plan, face, clay))


def _ground(conditions: Conditions, tested: TestedTiles) -> _ClayGround:
    return _ClayGround(tested.clay, ground_of(conditions, tested))


def _bare(under: Conditions) -> Conditions:
    """The same without the glaze."""
    return replace(under, glazed=False, glaze="")


class FiredClays:
    """The clays of a studio as some plans will fire them, all looked up at once."""

    def __init__(self, studio: Studio, plans: Iterable[tuple[SurfacePlan, Sequence[Face]]]) -> None:
        fired = {under for plan, faces in plans for under in _ways_of(plan, faces)}
        tested = tested_under_each(studio, fired)
        self._found = {under: _ground(under, there) for under, there in tested.items()}
        self._stacks = FiredStacks(studio)

    def body(self, plan: SurfacePlan, face: Face) -> Lab | None:
        """The fired colour of the body of a face; None where no plain tile of it was read."""
        return self._found[_under(plan, face, plan.body.name)].plain

    def layers(self, plan: SurfacePlan, face: Face) -> list[SectionLayer]:
        """Each coat in the colour of its own tiles, or a predicted one; the lowest first."""
        return [self._layer(plan, face, place) for place in range(len(face.coats))]

    def _layer(self, plan: SurfacePlan, face: Face, place: int) -> SectionLayer:
        coats, coat = face.coats, face.coats[place]
        on_body, alone = _under(plan, face, plan.body.name), _under(plan, face, clay_of(coat))
        core = [] if plan.is_stacked else [core_coat(one) for one in coats]
        on_it = coats_to(core, place, plan.entry.lies) if core else ()
        seen, own = self._stacks.colour(on_it, on_body), self._colour(coat, alone)
        bare = None
        if face.glazing.is_glazed and not (seen or own):
            bare = self._stacks.colour(on_it, _bare(on_body)) or self._colour(coat, _bare(alone))
        covers = coat.covers_pct or plan.entry.covers(place, len(coats))
        thick_mm = coat.coats * coat.thickness_mm
        return SectionLayer(coat.name, thick_mm, own, covers, seen, bare)

    def _colour(self, coat: PlannedCoat, under: Conditions) -> Expected | None:
        there = self._found[under]
        pcts = pcts_of(coat)
        if pcts:
            return there.ground.expected(pcts)
        if there.plain and (coat.clay or coat.mix):
            return Expected(there.plain, there.ground.conditions, None, ("plain tiles",))
        return None
