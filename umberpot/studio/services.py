"""Founding a studio, and the codes of what it makes."""

from django.contrib.auth.models import User

from claycore import inscriptions
from umberpot.studio.models import Membership, Studio
from umberpot.studio.role_list import Role
from umberpot.studio.whole_change import whole_change


class AlreadyFounded(Exception):
    """There is a user already, so the first-run page has done its work."""


@whole_change()
def found_first_studio(studio_name: str, owner: User) -> Studio:
    """Makes the first studio and its owner. Raises AlreadyFounded where there is anybody."""
    if User.objects.exists():
        raise AlreadyFounded
    return found_studio(studio_name, owner)


def owns_installation(member: Membership) -> bool:
    """Whether somebody is an owner of the first studio, whose machine this is."""
    first = Studio.objects.order_by("pk").values_list("pk", flat=True).first()
    return member.decides and member.studio_id == first


@whole_change()
def found_studio(studio_name: str, owner: User) -> Studio:
    """Makes a studio and its owner, together or not at all; the owner is in no other."""
    owner.save()
    studio = Studio.objects.create(name=studio_name)
    Membership.objects.create(user=owner, studio=studio, role=Role.OWNER)
    return studio


@whole_change()
def next_codes(studio: Studio, count: int) -> list[str]:
    """The next codes of the studio's one scheme, which tiles, bags and buckets share."""
    fresh = Studio.objects.get(pk=studio.pk)
    first = fresh.next_tile_number
    fresh.next_tile_number = first + count
    fresh.save(update_fields=["next_tile_number"])
    return [inscriptions.code(first + offset) for offset in range(count)]
