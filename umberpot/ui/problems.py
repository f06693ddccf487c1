"""What is wrong with a form, where it is said away from its fields."""

from django import forms
from django.core.exceptions import NON_FIELD_ERRORS


def first_problem(form: forms.BaseForm) -> str:
    """The first thing wrong, after the name of its field: "Ruler reads to: enter 1 or more."

    Empty for a form that is in order or was not sent.
    """
    for name, messages in form.errors.items():
        said = str(messages[0])
        if name == NON_FIELD_ERRORS:
            return said
        return f"{form[name].label}: {_inside_a_sentence(said)}"
    return ""


def _inside_a_sentence(said: str) -> str:
    """A sentence that goes on after a colon; a symbol or a name (Sea Green) stays as it is."""
    first, _, rest = said.partition(" ")
    is_symbol = len(first.strip(",:")) == 1 and first != "A"
    return said if is_symbol or rest[:1].isupper() else said[0].lower() + said[1:]
