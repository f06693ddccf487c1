"""Forms of the studio itself."""

from typing import Any

from django import forms
from django.contrib.auth import authenticate
from django.contrib.auth.forms import BaseUserCreationForm, PasswordChangeForm
from django.contrib.auth.models import User
from django.http import HttpRequest

from claycore.measure import bounds
from umberpot.studio.models import Studio
from umberpot.studio.passwords import refuse_names_in
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import MeasureField


class OwnedModelForm(forms.ModelForm):
    """A form of something that belongs to a studio: names are unique within it.

    The constraint checks take in what no form shows, or the database alone would object.
    """

    def _get_validation_exclusions(self) -> set[str]:
        unseen = {"studio", "retired_at"}
        return super()._get_validation_exclusions() - unseen  # type: ignore[misc]


class AccountForm(BaseUserCreationForm):
    """A new account in a studio it is not in yet: that studio's name is kept from the password."""

    class Meta:
        model = User
        fields = ["username"]

    def keep_from_password(self, studio_name: str) -> None:
        """The password's own validator knows only studios the person is in."""
        try:
            refuse_names_in(self.cleaned_data.get("password2") or "", [studio_name])
        except forms.ValidationError as refused:
            self.add_error("password2", refused)


class FoundForm(forms.Form):
    """Another studio, for somebody who has an account."""

    studio_name = forms.CharField(max_length=80, label="Studio name")


class FirstRunForm(AccountForm):
    """The studio's name and its owner's sign-in."""

    studio_name = forms.CharField(
        max_length=80, label="Studio name", widget=forms.TextInput({"autofocus": True})
    )

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        # Django's form begins with the name of the account, this one with the studio's.
        self.fields["username"].widget.attrs.pop("autofocus", None)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or self.cleaned_data
        self.keep_from_password(cleaned.get("studio_name") or "")
        return cleaned


class NewPasswordForm(PasswordChangeForm):
    """Another password. The old one goes the way of a sign-in, so that guesses are counted."""

    renew_calendar = forms.BooleanField(
        required=False,
        initial=True,
        label="Replace the private calendar address too",
        help_text="If someone may know the password, they may know the address. Phones that follow"
        " the calendar need the new address from the Bench.",
    )

    def __init__(self, *args: Any, request: HttpRequest, **kwargs: Any) -> None:
        self.request = request
        super().__init__(*args, **kwargs)

    def clean_old_password(self) -> str:
        old: str = self.cleaned_data["old_password"]
        if authenticate(self.request, username=self.user.get_username(), password=old) is None:
            raise forms.ValidationError("That is not the password you have now.")
        return old


class PreferencesForm(EditingForm, forms.ModelForm):
    """How the studio measures and judges."""

    scale_step_g = MeasureField(bounds.STEP, label="Scale reads to")
    ruler_step_mm = MeasureField(bounds.STEP, label="Ruler reads to")
    mark_length_mm = MeasureField(bounds.LENGTH, label="Marked line on tiles")
    wedge_up_to_g = MeasureField(bounds.MASS, label="Most clay to wedge")
    wedge_powder_up_to_g = MeasureField(bounds.MASS, label="Most colourant to wedge in")
    address = forms.URLField(
        max_length=200,
        required=False,
        assume_scheme="http",
        label="Address for phones and paper",
        error_messages={"invalid": "Enter a whole address, like https://studio.local:8000."},
    )

    class Meta:
        model = Studio
        fields = [
            "name",
            "scale_step_g",
            "ruler_step_mm",
            "mark_length_mm",
            "usual_cone",
            "scratching_tool",
            "ware",
            "school",
            "purpose",
            "currency",
            "address",
            "paper",
            "tables",
            "wedge_up_to_g",
            "wedge_powder_up_to_g",
            "unit_system",
        ]

    def __init__(self, *args: Any, proposed_address: str = "", **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["address"].widget.attrs["placeholder"] = proposed_address
        self.fields["paper"].label = "Paper"
        self.fields["tables"].label = "CSV files"
        self.fields["ware"].label = "Default ware"
        self.fields["usual_cone"].label = "Default cone"
        self.fields["school"].label = "Absorption limits"
        self.fields["purpose"].label = "Default purpose"
        self.fields["scratching_tool"].label = "Scratching tool"
        self.fields["unit_system"].label = "Units offered first"
