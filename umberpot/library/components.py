"""The pieces of other places' pages that stand in the Library.

Registered as builtin tags, so a template may use them without loading anything.
"""

import uuid
from typing import Any

from django import template
from django.db.models import BooleanField, ExpressionWrapper, Q

from umberpot.library.models import SUBJECTS, Note
from umberpot.library.notes.forms import NoteForm

register = template.Library()

HAS_IMAGE = ExpressionWrapper(Q(image__isnull=False), output_field=BooleanField())


@register.inclusion_tag("library/notes/_notes.html", takes_context=True)
def notes_of(context: dict[str, Any], subject: Any) -> dict[str, Any]:
    """The notes about something, and where to write one more."""
    kind = next(name for name, model in SUBJECTS.items() if isinstance(subject, model))
    notes = Note.objects.filter(**{kind: subject}, withdrawn_at=None).select_related("made_by")
    return {
        **{"notes": notes.defer("image").annotate(has_image=HAS_IMAGE), "kind": kind},
        **{"subject": subject, "form": NoteForm(auto_id="note_%s"), "request_key": uuid.uuid4()},
        "csrf_token": context.get("csrf_token"),
    }
