"""A plan, its faces and its coats as the core knows them."""

from collections.abc import Sequence

from claycore.colour.notation import Lab
from claycore.surface.coats import Application, Clear, Coat, CoatStack, Onto, SlipKind, Technique
from claycore.surface.shapes import Side
from umberpot.colours.predict.expected import Expected
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.faces import Face


def core_coat(coat: PlannedCoat, colour: Expected | None = None) -> Coat:
    """A coat with the fired colour of its slip, None where that is not known."""
    return Coat(
        coat.name,
        Application(coat.application),
        coat.coats,
        coat.thickness_mm,
        Onto(coat.onto),
        colour.lab.lightness if colour else None,
        SlipKind(coat.kind),
        coat.covers_pct,
        Side(coat.side),
    )


def core_face(
    plan: SurfacePlan, face: Face, colours: Sequence[Expected | None], body: Lab | None
) -> CoatStack:
    """A face with the fired colours of its slips and its body, as far as they are known."""
    return CoatStack(
        [core_coat(coat, colour) for coat, colour in zip(face.coats, colours, strict=True)],
        Technique(plan.technique),
        body.lightness if body else None,
        face.glazing.clear,
        once_fired=plan.once_fired,
        glaze_look=face.glazing.look,
    )


def core_piece(plan: SurfacePlan, coats: Sequence[PlannedCoat], faces: Sequence[Face]) -> CoatStack:
    """A whole piece, with what is done to all of its faces: glazed where any of them is."""
    glazed = any(face.glazing.is_glazed for face in faces)
    return CoatStack(
        [core_coat(coat) for coat in coats],
        Technique(plan.technique),
        clear=Clear.THIN if glazed else Clear.NONE,
        once_fired=plan.once_fired,
    )
