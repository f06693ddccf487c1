"""The pieces of other places' pages that stand in the Library.

Registered as builtin tags, so a template may use them without loading anything.
"""

import uuid
from typing import Any

from django import template
from django.contrib.messages.storage.base import Message
from django.db.models import BooleanField, ExpressionWrapper, Q
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString

from claycore.glossary import by_anchor
from umberpot.library.findings.forms import ExpectForm
from umberpot.library.findings.services import standing
from umberpot.library.models import CONCLUDED, SUBJECTS, Note
from umberpot.library.notes.forms import NoteForm
from umberpot.library.places import PLACE, TOOLS
from umberpot.library.undo.middleware import TAG
from umberpot.library.undo.services import recent_steps
from umberpot.tiles.models import Trial
from umberpot.ui.tools import shown_tools

register = template.Library()

HAS_IMAGE = ExpressionWrapper(Q(image__isnull=False), output_field=BooleanField())


@register.inclusion_tag("ui/components/tools.html")
def library_tools(here: str) -> dict[str, Any]:
    """The tools of the Library."""
    return shown_tools(PLACE, TOOLS, here)


@register.inclusion_tag("library/notes/_notes.html", takes_context=True)
def notes_of(context: dict[str, Any], subject: Any) -> dict[str, Any]:
    """The notes about something, and where to write one more."""
    kind = next(name for name, model in SUBJECTS.items() if isinstance(subject, model))
    notes = Note.objects.filter(**{kind: subject}, withdrawn_at=None).select_related("made_by")
    return {
        "notes": notes.defer("image").annotate(has_image=HAS_IMAGE),
        "kind": kind,
        "subject": subject,
        "form": NoteForm(auto_id="note_%s"),
        "request_key": uuid.uuid4(),
        "csrf_token": context.get("csrf_token"),
    }


@register.inclusion_tag("library/findings/_of_subject.html")
def finding_of(subject: Any, noun: str) -> dict[str, Any]:
    """What was concluded of something, or where to conclude it; ``noun`` is what it is called."""
    kind = next(name for name, model in CONCLUDED.items() if isinstance(subject, model))
    found = standing(kind, subject)
    about = kind.replace("_", "-")
    return {"finding": found, "kind": kind, "about": about, "subject": subject, "noun": noun}


@register.inclusion_tag("library/findings/_expectations.html", takes_context=True)
def expectations_of(
    context: dict[str, Any], trial: Trial, *, may_add: bool = True
) -> dict[str, Any]:
    """What was expected of a trial, and where to write it down or add to it."""
    return {
        "expectations": trial.expectations.select_related("made_by"),
        "trial": trial,
        "form": ExpectForm(auto_id="expect_%s"),
        "may_add": may_add,
        "csrf_token": context.get("csrf_token"),
    }


@register.inclusion_tag("library/undo/_recent.html", takes_context=True)
def recent_steps_to_undo(context: dict[str, Any], doing: str, title: str) -> dict[str, Any]:
    """The latest steps of one kind that can still be undone, where they were taken."""
    request = context["request"]
    steps = recent_steps(request.studio, doing, request.membership)
    return {"steps": steps, "title": title, "csrf_token": context.get("csrf_token")}


@register.filter
def step_to_undo(message: Message) -> str:
    """The key of the step that a message offers to take back; '' for every other message."""
    tag = message.extra_tags or ""
    return tag.removeprefix(TAG) if tag.startswith(TAG) else ""


@register.simple_tag
def term(word: str, shown: str = "") -> SafeString:
    """A word of the glossary, whose meaning opens where it stands.

    Without scripts it is a link to the glossary. A word that is not there is an error.
    """
    anchor, entry = next((at, one) for at, one in by_anchor().items() if one.word == word)
    return format_html(
        '<a class="term" href="{}#{}" data-word="{}" data-summary="{}" data-formula="{}">{}</a>',
        *(reverse("library:words"), anchor),
        *(entry.word, entry.summary, entry.formula, shown or word),
    )


@register.filter
def explained(heading: str) -> str:
    """A heading whose words before a comma are in the glossary, with those explained."""
    first, comma, rest = heading.partition(",")
    by_word = {one.word.casefold(): one.word for one in by_anchor().values()}
    word = by_word.get(first.casefold())
    return format_html("{}{}{}", term(word, first), comma, rest) if word else heading
