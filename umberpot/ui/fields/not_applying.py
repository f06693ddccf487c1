"""Fields of a form that what was chosen elsewhere in it makes meaningless."""

from typing import Any

from django import forms


def does_not_apply(form: forms.BaseForm, cleaned: dict[str, Any], *names: str) -> None:
    """Nothing typed in these fields counts, not even as an error: they come out as None."""
    for name in names:
        form.errors.pop(name, None)
        cleaned[name] = None
