"""What changes the shelf."""

import uuid

from django.contrib.auth.models import User
from django.db.models import Count, Q, Sum
from django.utils import timezone

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayState
from umberpot.shelf.models import Material, Photo, StockMovement, WaterMeasurement
from umberpot.studio.whole_change import whole_change


def grams_on_hand(material: Material) -> float:
    """The sum of everything that came and went."""
    return material.movements.aggregate(total=Sum("grams"))["total"] or 0.0


def counted_stock_of(materials: list[Material]) -> dict[int, float | None]:
    """What is on hand of each by its key, in grams; None where nobody ever said. One query."""
    totals = (
        StockMovement.objects.filter(material__in=materials)
        .values("material_id")
        .annotate(
            total=Sum("grams"),
            statements=Count("pk", filter=Q(reason__in=StockMovement.STATES_STOCK)),
        )
    )
    on_hand: dict[int, float | None] = dict.fromkeys((m.pk for m in materials), None)
    on_hand.update({row["material_id"]: row["total"] for row in totals if row["statements"]})
    return on_hand


@whole_change()
def count_stock(material: Material, grams: float, by: User) -> None:
    """Someone looked and there are ``grams`` of it: books the difference."""
    difference = grams - grams_on_hand(material)
    if abs(difference) > 1e-6:
        move(material, difference, StockMovement.Reason.COUNTED, by)


def move(material: Material, grams: float, reason: str, by: User) -> None:
    """Books grams that came (+) or went (−)."""
    StockMovement.objects.create(
        studio_id=material.studio_id, material=material, grams=grams, reason=reason, made_by=by
    )


def shelve_dried(clay: Material, before_g: float, dried_g: float, by: User) -> None:
    """What was dried and sieved of a dug clay stands on the shelf; a changed mass books the rest.

    Both in dry grams.
    """
    difference_g = (dried_g - before_g) / clay.dry_share
    if abs(difference_g) > 1e-6:
        move(clay, difference_g, StockMovement.Reason.DRIED, by)


@whole_change()
def measure_water(
    clay: Material, wet_g: float, dry_g: float, step_g: float, request_key: uuid.UUID, by: User
) -> None:
    """A pinch gives a clay its water content, with its date and uncertainty. Raises ClayError.

    Measured water means the clay is plastic, unless it is slip. The same key measures once.
    """
    found = moisture.measured(wet_g, dry_g, step_g)
    same = WaterMeasurement.objects.of(clay.studio).filter(request_key=request_key)
    if not same.exists():
        WaterMeasurement.objects.create(
            studio=clay.studio,
            material=clay,
            wet_g=wet_g,
            dry_g=dry_g,
            step_g=step_g,
            request_key=request_key,
            made_by=by,
        )
    clay.water_pct, clay.water_u95 = round(found.value, 3), found.u95
    clay.water_measured_on = timezone.localdate()
    if clay.state == ClayState.DRY:
        clay.state = ClayState.PLASTIC
    clay.save(update_fields=["water_pct", "water_u95", "water_measured_on", "state"])


def retire(material: Material) -> None:
    """Takes it off the shelf; whatever refers to it goes on doing so."""
    material.retired_at = timezone.now()
    material.save(update_fields=["retired_at"])


def restore(material: Material) -> None:
    """Puts it back. Raises ValidationError if its name has been taken since."""
    material.retired_at = None
    material.validate_constraints()
    material.save(update_fields=["retired_at"])


@whole_change()
def keep_photo(
    clay: Material, image: bytes, caption: str, request_key: uuid.UUID, by: User
) -> None:
    """A photograph of a clay. The same key keeps it only once."""
    same = Photo.objects.of(clay.studio).filter(request_key=request_key)
    if not same.exists():
        Photo.objects.create(
            studio=clay.studio,
            material=clay,
            image=image,
            caption=caption,
            request_key=request_key,
            made_by=by,
        )
