"""What changes the shelf."""

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Sum
from django.utils import timezone

from umberpot.shelf.models import Material, StockMovement


def grams_on_hand(material: Material) -> float:
    """The sum of everything that came and went."""
    return material.movements.aggregate(total=Sum("grams"))["total"] or 0.0


@transaction.atomic
def count_stock(material: Material, grams: float, by: User) -> None:
    """Someone looked and there are ``grams`` of it: books the difference."""
    difference = grams - grams_on_hand(material)
    if abs(difference) > 1e-6:
        move(material, difference, StockMovement.COUNTED, by)


def move(material: Material, grams: float, reason: str, by: User) -> None:
    """Books grams that came (+) or went (−)."""
    StockMovement.objects.create(
        studio_id=material.studio_id, material=material, grams=grams, reason=reason, made_by=by
    )


def retire(material: Material) -> None:
    """Takes it off the shelf; whatever refers to it goes on doing so."""
    material.retired_at = timezone.now()
    material.save(update_fields=["retired_at"])


def restore(material: Material) -> None:
    """Puts it back. Raises ValidationError if its name has been taken since."""
    material.retired_at = None
    material.validate_constraints()
    material.save(update_fields=["retired_at"])
