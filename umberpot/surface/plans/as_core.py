"""A plan and its coats as the core knows them."""

from collections.abc import Sequence

from claycore.colour.notation import Lab
from claycore.surface.coats import Application, Coat, Onto, SlipKind, Stack, Technique
from umberpot.colours.predict.expected import Expected
from umberpot.surface.models import PlannedCoat, SurfacePlan


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
    )


def core_stack(
    plan: SurfacePlan,
    coats: Sequence[PlannedCoat],
    colours: Sequence[Expected | None],
    body: Lab | None,
) -> Stack:
    """A plan with the fired colours of its slips and its body, as far as they are known."""
    return Stack(
        [core_coat(coat, colour) for coat, colour in zip(coats, colours, strict=True)],
        Technique(plan.technique),
        body.lightness if body else None,
        plan.clear,
        once_fired=plan.once_fired,
        glaze_look=plan.glaze_look,
    )
