"""Passwords that whoever knows the studio would try first."""

import re
from collections.abc import Iterable

from django.contrib.auth.models import AbstractBaseUser
from django.core.exceptions import ValidationError

from umberpot.studio.models import Membership

HELP = "It may not contain your name or the studio's."
LEAST_LETTERS = 4
"""Shorter names are in many a good password by chance."""


def refuse_names_in(password: str, names: Iterable[str]) -> None:
    """Raises ValidationError where one of the names is in it, however it is written."""
    typed = _letters(password)
    for name in names:
        if len(_letters(name)) >= LEAST_LETTERS and _letters(name) in typed:
            raise ValidationError(HELP, "names_in_password")


def _letters(text: str) -> str:
    return re.sub(r"[\W_]+", "", text.casefold())


class NamesValidator:
    """Django's password validator: neither the user's name nor that of a studio of theirs."""

    def validate(self, password: str, user: AbstractBaseUser | None = None) -> None:
        if user is None:
            return
        studios = Membership.objects.filter(user=user.pk) if user.pk else Membership.objects.none()
        names = [studio for (studio,) in studios.values_list("studio__name")]
        refuse_names_in(password, [user.get_username(), *names])

    def get_help_text(self) -> str:
        return HELP
