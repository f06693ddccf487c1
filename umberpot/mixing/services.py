"""Making a mix of what was ordered, once; and the same again."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.utils import timezone

from claycore.mixing.dose import Dose
from umberpot.mixing.composition import refresh, work_out
from umberpot.mixing.models import Mix, MixPart, SavedCalculation, name_of
from umberpot.mixing.orders import MixOrder, Shelf, order_of_dose
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change


@dataclass(frozen=True)
class OrderedMix:
    """A mix and its parts in order."""

    mix: Mix
    parts: Sequence[MixPart]


def planned_mix(
    studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User
) -> tuple[Mix, list[MixPart]]:
    """A mix and its parts in order as they are ordered, not saved yet."""
    mix = Mix(
        studio=studio,
        name=name_of(order.wanted_pcts, order.clay_name),
        state=order.state,
        clay_g=order.clay_g,
        dry_clay_g=order.dry_clay_g,
        sum_query=order.sum_query,
        request_key=request_key,
        clay_name=order.clay_name or "clay",
        clay=order.clay,
        wanted_pcts=order.wanted_pcts,
        plan=order.plan,
        plan_position=order.plan_position,
        pot=order.pot,
        poured_g=order.poured_g,
        made_by=by,
    )
    parts = [
        MixPart(
            studio=studio,
            mix=mix,
            position=position,
            role=part.role,
            material=part.material,
            source=part.source,
            contains=part.contains,
            name=part.name,
            planned_pct=part.pct,
            planned_g=part.grams,
            dry_share=part.dry_share,
            settled_at=timezone.now() if part.settled else None,
        )
        for position, part in enumerate(order.parts)
    ]
    return mix, parts


@whole_change()
def create_mix(studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User) -> Mix:
    """A mix with its parts in order. The same ``request_key`` makes it only once."""
    made = Mix.objects.of(studio).filter(request_key=request_key).first()
    if made:
        return made
    ordered = ordered_mix(studio, order, request_key, by)
    keep_mixes([ordered])
    return ordered.mix


def ordered_mix(studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User) -> OrderedMix:
    """A mix that knows what is in it, not saved yet. Another may be ordered of it."""
    mix, parts = planned_mix(studio, order, request_key, by)
    work_out(mix, parts)
    return OrderedMix(mix, parts)


@whole_change()
def keep_mixes(ordered: Sequence[OrderedMix]) -> None:
    """Saves mixes that were ordered, each after those it is made of.

    As many queries for many as for one, but where all of a mix is there already.
    """
    Mix.objects.bulk_create(one.mix for one in ordered)
    MixPart.objects.bulk_create(part for one in ordered for part in one.parts)
    for one in ordered:
        if all(part.settled_at for part in one.parts):
            refresh(one.mix)


def make_mix(
    studio: Studio, dose: Dose, clay_name: str, sum_query: str, request_key: uuid.UUID, by: User
) -> Mix:
    """Keeps a dose as a mix to weigh. The same ``request_key`` makes it only once."""
    order = order_of_dose(Shelf(studio), dose, clay_name, sum_query)
    return create_mix(studio, order, request_key, by)


def save_calculation(
    studio: Studio, tool: str, name: str, query: str, request_key: uuid.UUID, by: User
) -> SavedCalculation:
    """A calculation under a name. The same ``request_key`` saves it only once."""
    saved, _ = SavedCalculation.objects.get_or_create(
        studio=studio,
        request_key=request_key,
        defaults={"tool": tool, "name": name, "query": query, "made_by": by},
    )
    return saved
