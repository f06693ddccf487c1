"""What is said while a surface is planned."""

from claycore.surface.coats import Clear
from umberpot.surface.models import SurfacePlan

PLAN_SAVED = "Plan saved. Add the first coat."
CHANGED = "Plan saved."
COAT_ADDED = "Coat added."
COAT_REMOVED = "Coat removed."
PREVIEW_SAVED = "Preview saved."
PREVIEW_REMOVED = "Preview removed."
PHOTOGRAPH_SAVED = "Photograph saved."
NOTHING_DRAWN = "There is no preview to save yet."
CHOOSE_A_PHOTOGRAPH = "Choose a photograph first."
WAITS_SAVED = "Waits saved."
TOO_MANY = "A plan has at most 12 coats. Remove one first."


def set_aside(name: str, aside: bool) -> str:
    """A plan is out of sight, or back."""
    return f"{name} set aside." if aside else f"{name} restored."


_GLAZES = {
    Clear.NONE: "",
    Clear.THIN: ", clear glaze over it",
    Clear.THICK: ", thick clear glaze over it",
}


def of_plan(plan: SurfacePlan, area_cm2: float) -> str:
    """The pieces of a plan and what is done to them, in a line."""
    said = f"{plan.pieces} × {plan.get_shape_display()}"
    if not plan.is_stacked:
        said += f", {plan.side_words}: {area_cm2:.0f} cm² of {plan.body}"
    return f"{said}, cone {plan.cone}{_GLAZES[plan.clear]}. {plan.entry.title}."
