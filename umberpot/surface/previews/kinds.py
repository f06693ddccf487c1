"""What a face that is drawn as a picture has to be, and what its kind says of it."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from django import forms
from django.http import QueryDict

from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import CalculatedPlan


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
