"""Notes kept and withdrawn."""

import uuid

from django.contrib.auth.models import User
from django.utils import timezone

from umberpot.library.models import Note
from umberpot.studio.models import StudioOwned


def keep_note(
    kind: str, subject: StudioOwned, words: str, image: bytes | None, key: uuid.UUID, by: User
) -> Note:
    """A note about something; ``kind`` is one of SUBJECTS. The same ``key`` keeps only one."""
    kept, _ = Note.objects.get_or_create(
        studio_id=subject.studio_id,
        request_key=key,
        defaults={kind: subject, "made_by": by, "words": words, "image": image},
    )
    return kept


def withdraw(note: Note) -> None:
    """Takes a note that was a mistake out of sight; it stays in the data file."""
    if note.withdrawn_at is None:
        note.withdrawn_at = timezone.now()
        note.save(update_fields=["withdrawn_at"])
