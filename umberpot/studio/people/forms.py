"""Forms of inviting, joining and roles."""

from typing import Any

from django import forms

from umberpot.studio.forms import AccountForm
from umberpot.studio.models import Studio
from umberpot.studio.role_list import Role

DAYS = [(1, "1 day"), (7, "7 days"), (30, "30 days")]
"""How long an invitation may stay open."""


class InviteForm(forms.Form):
    """Who is invited, as what, and for how long the link works."""

    meant_for = forms.CharField(max_length=80, label="Name")
    role = forms.ChoiceField(choices=Role.choices, initial=Role.READER, label="Role")
    days = forms.TypedChoiceField(coerce=int, choices=DAYS, initial=7, label="Expires after")


class RoleForm(forms.Form):
    """Another role for a member."""

    role = forms.ChoiceField(choices=Role.choices)


class InvitationForm(AccountForm):
    """The account of someone who joins by an invitation."""

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        self.studio = studio
        super().__init__(*args, **kwargs)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or self.cleaned_data
        self.keep_from_password(self.studio.name)
        return cleaned
