"""What is said while a surface is planned."""

from claycore.measure.formatting import plain
from claycore.surface.coats import Clear
from claycore.surface.shapes import Side
from umberpot.surface.models import SurfacePlan
from umberpot.surface.models.plans import FaceGlaze
from umberpot.tiles.models import NOT_NAMED, UNGLAZED

PLAN_SAVED = "Plan saved. Add the first coat."
CHANGED = "Plan saved."
COAT_ADDED = "Coat added."
TAKEN = "Slip taken out of its bucket."
PUT_BACK = "Slip put back into its bucket."
COAT_REMOVED = "Coat removed."
PREVIEW_SAVED = "Preview saved."
PREVIEW_REMOVED = "Preview removed."
PHOTOGRAPH_SAVED = "Photograph saved."
NOTHING_DRAWN = "There is no preview to save yet."
CHOOSE_A_PHOTOGRAPH = "Choose a photograph first."
WAITS_SAVED = "Waiting times saved."
NO_SAMPLES = "There is no coat to make test tiles of. Slabs are tested as tiles of their clays."
TOO_MANY = "A plan has at most 12 coats. Remove one first."


def set_aside(name: str, aside: bool) -> str:
    """A plan is out of sight, or back."""
    return f"{name} set aside." if aside else f"{name} restored."


def _glaze(glazing: FaceGlaze) -> str:
    """What goes over a face, and how thick; '' where nothing does."""
    if glazing.clear is Clear.NONE:
        return ""
    thick = "thick " if glazing.clear is Clear.THICK else ""
    used = glazing.glaze.used_mm if glazing.glaze and thick and not glazing.is_thick else None
    why = f", which is used at {plain(used, 1)} mm" if used else ""
    sheen = glazing.glaze.get_sheen_display() if glazing.glaze else ""
    return f"{thick}{glazing.name or NOT_NAMED}{f' ({sheen})' if sheen else ''}{why}"


def _glazes(plan: SurfacePlan) -> str:
    """What goes over a plan's pieces, outside and inside apart where that differs."""
    outside = _glaze(plan.glazing)
    if not plan.inside_clear:
        return f", under {outside}" if outside else ""
    sides = {Side.OUTSIDE: outside, Side.INSIDE: _glaze(plan.inside_glazing)}
    said = [f"{plan.side_title(side)} {glaze or UNGLAZED}" for side, glaze in sides.items()]
    return f", {'; '.join(said)}"


def pieces_in_words(plan: SurfacePlan) -> str:
    """How many pieces of what shape: "1 bowl", "26 tiles", "3 boxes"."""
    shapes = str(plan.get_shape_display()).split(" or ")
    if plan.pieces != 1:
        shapes = [f"{shape}{'es' if shape.endswith('x') else 's'}" for shape in shapes]
    return f"{plan.pieces} {' or '.join(shapes)}"


def of_plan(plan: SurfacePlan, area_cm2: float) -> str:
    """The pieces of a plan and what is done to them, in a line."""
    said = pieces_in_words(plan)
    if not plan.is_stacked:
        said += f", {plan.side_words}: {area_cm2:.0f} cm² of {plan.body}"
    return f"{said}, cone {plan.cone}{_glazes(plan)}. {plan.entry.title}."
