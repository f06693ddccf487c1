"""Plans and their coats: made, changed, moved, overruled."""

import uuid
from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import User

from claycore.surface.shapes import Side
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.surface.models import PlannedCoat, SurfacePlan

MOST_COATS = 12


class TooManyCoats(Exception):
    """A plan has as many coats as it may."""


def make_plan(studio: Studio, columns: Mapping[str, Any], key: uuid.UUID, by: User) -> SurfacePlan:
    """A plan without coats. The same ``key`` makes only one."""
    made, _ = SurfacePlan.objects.get_or_create(
        studio=studio, request_key=key, defaults={**columns, "made_by": by}
    )
    return made


def change_plan(plan: SurfacePlan, columns: Mapping[str, Any]) -> None:
    """Other pieces, body or technique; the coats stay."""
    for name, value in columns.items():
        setattr(plan, name, value)
    plan.save()


@whole_change()
def add_coat(plan: SurfacePlan, columns: Mapping[str, Any]) -> PlannedCoat:
    """One more coat on top. Raises TooManyCoats."""
    SurfacePlan.objects.select_for_update().get(pk=plan.pk)
    count = plan.coats.count()
    if count >= MOST_COATS:
        raise TooManyCoats
    made: PlannedCoat = plan.coats.create(studio_id=plan.studio_id, place=count, **columns)
    return made


@whole_change()
def move_coat(coat: PlannedCoat, up: bool) -> None:
    """Moves a coat one place up or down, past the next coat that lies on its own side."""
    coats, at = _with_place(coat)
    beside = [n for n, one in enumerate(coats) if _shares_a_side(one, coat)]
    own = beside.index(at) + (1 if up else -1)
    _put(coats, at, beside[min(max(0, own), len(beside) - 1)])


@whole_change()
def move_coat_to(coat: PlannedCoat, place: int) -> None:
    """Moves a coat to a place from the bottom, to the end of the stack at most."""
    coats, at = _with_place(coat)
    _put(coats, at, min(max(0, place), len(coats) - 1))


def _with_place(coat: PlannedCoat) -> tuple[list[PlannedCoat], int]:
    """The coats of its plan, and where it is among them."""
    coats = list(coat.plan.coats.select_for_update())
    return coats, next(n for n, one in enumerate(coats) if one.pk == coat.pk)


def _put(coats: list[PlannedCoat], at: int, to: int) -> None:
    coats.insert(to, coats.pop(at))
    _number(coats)


def _shares_a_side(one: PlannedCoat, other: PlannedCoat) -> bool:
    return Side.BOTH in (one.side, other.side) or one.side == other.side


@whole_change()
def remove_coat(coat: PlannedCoat) -> None:
    """Takes a coat out of the stack; those above come down."""
    plan = coat.plan
    coat.delete()
    _number(list(plan.coats.all()))


def _number(coats: list[PlannedCoat]) -> None:
    for place, coat in enumerate(coats):
        coat.place = place
    PlannedCoat.objects.bulk_update(coats, ["place"])


def overrule(coat: PlannedCoat, rule: str, because: str) -> None:
    """Keeps why a rule is not kept at this coat; '' lets it stand again."""
    coat.overruled.pop(rule, None)
    if because:
        coat.overruled[rule] = because
    coat.save(update_fields=["overruled"])
