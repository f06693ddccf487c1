"""What is said about people, roles and invitations."""

from datetime import datetime

from django.contrib.auth.models import User
from django.utils import timezone

from umberpot.studio.models import Invitation, Membership, Studio
from umberpot.studio.role_list import ROLES, Role

ALREADY_IN_A_STUDIO = "This account is in a studio already. Sign out and join with another account."
LAST_OWNER = "A studio needs an owner. Make someone else an owner first."

ROLES_IN_WORDS = [(role, facts.may_do) for role, facts in ROLES.items()]
"""Each role in a few words."""


def _day(when: datetime) -> str:
    return f"{timezone.localtime(when):%-d %B %Y, %H:%M}"


def why_closed(invitation: Invitation, now: datetime) -> str:
    """Why a link no longer works; '' while it does."""
    if invitation.used_at:
        return f"This invitation was used on {_day(invitation.used_at)}, and works only once."
    if invitation.withdrawn_at:
        return f"This invitation was withdrawn on {_day(invitation.withdrawn_at)}."
    if invitation.ends_at <= now:
        return f"This invitation ended on {_day(invitation.ends_at)}."
    return ""


def state(invitation: Invitation, now: datetime) -> str:
    """Where an invitation stands, for the owner."""
    if invitation.used_at:
        return f"used by {invitation.used_by} on {_day(invitation.used_at)}"
    if invitation.withdrawn_at:
        return f"withdrawn on {_day(invitation.withdrawn_at)}"
    if invitation.ends_at <= now:
        return f"ended on {_day(invitation.ends_at)}, not used"
    return f"open until {_day(invitation.ends_at)}"


def role_changed(member: Membership) -> str:
    """What someone is from now on."""
    return f"{member.user} is now {Role(member.role).facts.with_article}."


def left(name: str) -> str:
    """That someone has left."""
    return f"{name} is no longer in the studio. What they did keeps their name."


def welcome(member: Membership) -> str:
    """The first words to someone who has joined."""
    return f"Welcome to {member.studio}. You are {Role(member.role).facts.with_article} here."


def ready(studio: Studio) -> str:
    """The first words to who has set a studio up."""
    return f"{studio} is ready. Choose where to begin."


def founded(studio: Studio, owner: User) -> str:
    """That another studio is ready, and who signs in to it."""
    return f"{studio} is ready: its owner signs in as {owner.username}."
