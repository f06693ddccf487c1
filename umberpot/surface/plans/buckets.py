"""Slip in buckets: what coats take out of them for a plan, and what comes back from a tray."""

import uuid
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from django import forms
from django.contrib.auth.models import User
from django.db.models import Sum

from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing.weighing import is_as_wanted
from umberpot.mixing.models import Mix
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, StockMovement
from umberpot.studio.whole_change import whole_change
from umberpot.surface.models import PlannedCoat, SlipUse, SurfacePlan
from umberpot.surface.plans.colours import clay_of, pcts_of
from umberpot.ui.fields.measures import MeasureField

NOTHING_G = 0.05
"""So little slip is none: less than any scale for buckets shows."""


class TooMuch(Exception):
    """More slip than there is, or than was taken; its words say how much that is."""


@dataclass(frozen=True)
class SlipOnHand:
    """Slip that a coat can take from the shelf, how much there is, and what the plan has of it.

    ``on_hand_g`` is None where nobody ever counted it.
    """

    slip: Material
    on_hand_g: float | None
    used_g: float

    @property
    def is_gone(self) -> bool:
        """Whether nothing of it is left, and nothing can come back."""
        is_empty = self.on_hand_g is not None and abs(self.on_hand_g) < NOTHING_G
        return is_empty and abs(self.used_g) < NOTHING_G


class SlipUseForm(forms.Form):
    """How much slip is taken, or put back."""

    use_required_attribute = False

    grams = MeasureField(bounds.MASS, label="From the bucket")


def buckets_of(plan: SurfacePlan, coats: Sequence[PlannedCoat]) -> dict[int, SlipOnHand]:
    """By the key of a coat, the fullest bucket on the shelf that holds its slip.

    That is slip of the same clay with the same percentages, whichever mix it was made as. As many
    queries for many coats as for one.
    """
    on_shelf = Material.objects.of(plan.studio).on_shelf().filter(state=ClayState.SLIP)
    slips = list(on_shelf.select_related("made_from"))
    if not slips or not coats:
        return {}
    of_mixes = Mix.objects.of(plan.studio).filter(leftover__in=slips)
    mixes = {mix.leftover_id: mix for mix in of_mixes.prefetch_related("parts")}
    on_hand = shelf.counted_stock_of(slips)
    used: dict[int, float] = defaultdict(float)
    uses = SlipUse.objects.filter(plan=plan).order_by().values("slip")
    for row in uses.annotate(grams=Sum("grams")):
        used[row["slip"]] = row["grams"]
    found = {}
    for coat in coats:
        fitting = [
            SlipOnHand(slip, on_hand[slip.pk], used[slip.pk])
            for slip in slips
            if _holds(slip, mixes.get(slip.pk), coat)
        ]
        in_use = [one for one in fitting if not one.is_gone]
        if in_use:
            found[coat.pk] = max(in_use, key=lambda one: (one.used_g > 0, one.on_hand_g or 0.0))
    return found


def _holds(slip: Material, mix: Mix | None, coat: PlannedCoat) -> bool:
    """Whether a bucket, left over of a mix or bought, holds what a coat is of."""
    if coat.clay_id == slip.pk or (coat.mix and coat.mix.leftover_id == slip.pk):
        return True
    if mix:
        clay, pcts = mix.clay_name, dict(mix.said_pcts)
    else:
        clay, pcts = slip.made_from.name if slip.made_from else slip.name, {}
    wanted = pcts_of(coat)
    if clay != clay_of(coat) or pcts.keys() != wanted.keys():
        return False
    return all(is_as_wanted(pcts[name], pct) for name, pct in wanted.items())


@whole_change()
def take(plan: SurfacePlan, slip: Material, grams: float, key: uuid.UUID, by: User) -> None:
    """Takes slip out of its bucket for a plan. The same ``key`` takes once. Raises TooMuch."""
    if _is_done(plan, slip, key):
        return
    on_hand = shelf.counted_stock_of([slip])[slip.pk]
    if on_hand is not None and grams > on_hand + NOTHING_G:
        raise TooMuch(f"Only {plain(max(0.0, on_hand), 1)} g are in the bucket.")
    _use(plan, slip, grams, key, by)


@whole_change()
def put_back(plan: SurfacePlan, slip: Material, grams: float, key: uuid.UUID, by: User) -> None:
    """Puts back what a plan did not use. The same ``key`` does it once. Raises TooMuch."""
    if _is_done(plan, slip, key):
        return
    uses = SlipUse.objects.filter(plan=plan, slip=slip)
    taken: float = uses.aggregate(total=Sum("grams"))["total"] or 0.0
    if grams > taken + NOTHING_G:
        raise TooMuch(f"Only {plain(max(0.0, taken), 1)} g were taken for this plan.")
    _use(plan, slip, -grams, key, by)


def _is_done(plan: SurfacePlan, slip: Material, key: uuid.UUID) -> bool:
    """Whether it was done already; others who take from the bucket wait until this is."""
    Material.objects.select_for_update().get(pk=slip.pk)
    return SlipUse.objects.filter(studio=plan.studio_id, request_key=key).exists()


def _use(plan: SurfacePlan, slip: Material, grams: float, key: uuid.UUID, by: User) -> None:
    SlipUse.objects.create(
        studio_id=plan.studio_id, plan=plan, slip=slip, grams=grams, request_key=key, made_by=by
    )
    shelf.move(slip, -grams, StockMovement.Reason.COATED, by)
