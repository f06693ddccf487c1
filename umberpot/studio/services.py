"""Founding a studio."""

from django.contrib.auth.models import User
from django.db import transaction

from umberpot.studio.models import Membership, Studio


class AlreadyFounded(Exception):
    """There is a user already, so the first-run page has done its work."""


@transaction.atomic
def found_studio(studio_name: str, owner: User) -> Studio:
    """Makes the first studio and its owner, together or not at all. Raises AlreadyFounded."""
    if User.objects.exists():
        raise AlreadyFounded
    owner.save()
    studio = Studio.objects.create(name=studio_name)
    Membership.objects.create(user=owner, studio=studio, role=Membership.OWNER)
    return studio
