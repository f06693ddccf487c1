"""Inviting, joining, changing a role, leaving. Each is one transaction."""

import secrets
from datetime import timedelta
from hashlib import sha256

from django.contrib.auth.models import User
from django.utils import timezone

from umberpot.studio.models import Invitation, Membership, Studio
from umberpot.studio.people import sentences
from umberpot.studio.role_list import Role
from umberpot.studio.signals import secrets_to_renew
from umberpot.studio.whole_change import whole_change


class Refused(Exception):
    """What was asked for cannot be; the message says why, for the person."""


def _digest(token: str) -> str:
    return sha256(token.encode()).hexdigest()


def invite(
    studio: Studio, by: User, meant_for: str, role: Role, days: int
) -> tuple[Invitation, str]:
    """An invitation and the token of its link, which is told this once and kept nowhere."""
    token = secrets.token_urlsafe(24)
    made = Invitation.objects.create(
        studio=studio,
        made_by=by,
        digest=_digest(token),
        role=role,
        meant_for=meant_for,
        ends_at=timezone.now() + timedelta(days=days),
    )
    return made, token


def invitation_behind(token: str) -> Invitation | None:
    """The invitation a link belongs to, whatever became of it; None for a token that is none."""
    found = Invitation.objects.filter(digest=_digest(token)).select_related("studio")
    return found.first()


@whole_change()
def join(invitation: Invitation, person: User) -> Membership:
    """Makes someone a member by an invitation, which is used up by it.

    Raises Refused where it no longer stands, or where the person is in a studio already.
    """
    now = timezone.now()
    standing = Invitation.objects.of(invitation.studio).filter(
        pk=invitation.pk, used_at=None, withdrawn_at=None, ends_at__gt=now
    )
    fresh = standing.first()
    if fresh is None:
        raise Refused(sentences.why_closed(Invitation.objects.get(pk=invitation.pk), now))
    if person.pk and Membership.objects.filter(user=person).exists():
        raise Refused(sentences.ALREADY_IN_A_STUDIO)
    if person.pk is None:
        person.save()
    fresh.used_at = now
    fresh.used_by = person
    fresh.save(update_fields=["used_at", "used_by"])
    return Membership.objects.create(user=person, studio=fresh.studio, role=fresh.role)


@whole_change()
def withdraw(invitation: Invitation) -> None:
    """Closes an invitation that nobody has used. Raises Refused where somebody has."""
    fresh = Invitation.objects.get(pk=invitation.pk)
    if fresh.used_at:
        raise Refused(sentences.why_closed(fresh, timezone.now()))
    if not fresh.withdrawn_at:
        fresh.withdrawn_at = timezone.now()
        fresh.save(update_fields=["withdrawn_at"])


def _keep_an_owner(member: Membership) -> None:
    owners = Membership.objects.filter(studio=member.studio, role=Role.OWNER)
    if not owners.exclude(pk=member.pk).exists():
        raise Refused(sentences.LAST_OWNER)


@whole_change()
def change_role(member: Membership, role: Role) -> None:
    """Gives a member another role. Raises Refused for the last owner."""
    if member.role == Role.OWNER and role != Role.OWNER:
        _keep_an_owner(member)
    member.role = role
    member.save(update_fields=["role"])


@whole_change()
def leave(member: Membership, by: User) -> None:
    """Ends a membership. What the person did keeps their name.

    The private calendar's address is renewed, because whoever leaves may know it. Raises Refused
    for the last owner.
    """
    if member.role == Role.OWNER:
        _keep_an_owner(member)
    studio = member.studio
    member.delete()
    secrets_to_renew.send(Membership, studio=studio, by=by)
