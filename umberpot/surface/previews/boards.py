"""The faces that are drawn as pictures, by technique. To add one is to add an entry to BOARDS."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from django import forms
from django.http import QueryDict

from claycore.surface.coats import Technique
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import CalculatedPlan
from umberpot.surface.previews.feathered import FeatherForm, feathered
from umberpot.surface.previews.joggled import JoggleForm, joggled
from umberpot.surface.previews.scratched import DepthForm, layers_of, scratched_through
from umberpot.surface.previews.sponged_back import SpongeForm, sponged_back
from umberpot.surface.previews.stacked import StackForm, stacked


class Board(Protocol):
    """A face that can be drawn: the form of what it depends on, and what it says."""

    @property
    def form(self) -> forms.Form:
        """What it depends on, valid."""

    @property
    def summary(self) -> str:
        """Its figures, in a sentence."""

    @property
    def size(self) -> tuple[int, int]:
        """Width and height of the picture: the page keeps its place free."""

    def file(self) -> bytes:
        """The picture, of the kind's content type."""


@dataclass(frozen=True)
class PreviewKind:
    """A kind of board: its form, how it is drawn, what it needs first, and how to work it.

    ``draw`` gives None where there is too little to draw, or a figure that cannot be.
    """

    form: Callable[[QueryDict], forms.Form]
    draw: Callable[[SurfacePlan, CalculatedPlan, QueryDict], Board | None]
    needs: str
    hint: str
    content_type: str = "image/png"


ONTO_THE_BASE = "The lowest coat is the base. Add at least one slip to pour or trail onto it."

BOARDS: dict[str, PreviewKind] = {
    Technique.SGRAFFITO: PreviewKind(
        DepthForm,
        lambda plan, whole, data: scratched_through(
            layers_of(whole.rows, plan.body.name, whole.body), data
        ),
        "Add the coats that will be scratched through.",
        "60 mm of the face, by a tool with a right-angled point. Brush crumbs off; do not rub.",
        "image/svg+xml",
    ),
    Technique.FEATHERED: PreviewKind(
        FeatherForm,
        lambda _, whole, data: feathered(whole.rows, data),
        ONTO_THE_BASE,
        "150 mm of the board, trails in mm. Draw the point through while the slip is wet.",
    ),
    Technique.JOGGLED: PreviewKind(
        JoggleForm,
        lambda _, whole, data: joggled(whole.rows, data),
        ONTO_THE_BASE,
        "160 mm of the board, stripes in mm. Every tilt blurs more: know when to stop.",
    ),
    Technique.AGATE: PreviewKind(
        StackForm,
        lambda plan, whole, data: stacked(whole.rows, plan, data),
        "Add at least two slabs, the lowest first.",
        "130 mm of the block. The swirls are drawn, not measured: no two blocks come out alike.",
    ),
    Technique.SPONGED_BACK: PreviewKind(
        SpongeForm,
        lambda plan, whole, data: sponged_back(
            layers_of(whole.rows, plan.body.name, whole.body), plan.piece, data
        ),
        "Add the layers, dark to light.",
        "A form from the side, rim at the top. Rinse the sponge after each wipe.",
    ),
}
"""The kinds by their technique."""
