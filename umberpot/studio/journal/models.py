"""One change of one row."""

from datetime import date
from typing import Any

from auditlog.models import AbstractLogEntry, LogEntryManager
from django.contrib.contenttypes.models import ContentType
from django.core import serializers
from django.core.exceptions import ObjectDoesNotExist
from django.db import models
from django.utils import timezone

from umberpot.studio.journal.steps import current_step


class EntryManager(LogEntryManager):
    """Writes entries with what the step knows: the studio, the person, the page."""

    def of(self, studio: models.Model) -> models.QuerySet["JournalEntry"]:
        """The entries of this studio and of no other."""
        return self.filter(studio=studio)

    def entry_of(self, instance: models.Model, action: int, changes: Any) -> "JournalEntry":
        """An entry about a row, not saved yet. One about a deleted row holds all of it."""
        step = current_step()
        gone = action == JournalEntry.Action.DELETE
        return JournalEntry(
            content_type=ContentType.objects.get_for_model(instance),
            object_pk=str(instance.pk),
            object_id=instance.pk,
            object_repr=_name_of(instance),
            action=action,
            changes=changes,
            studio_id=getattr(instance, "studio_id", instance.pk),
            actor=step.person if step else None,
            cid=step.key if step else None,
            doing=step.doing if step else "",
            serialized_data=_whole(instance) if gone else None,
        )

    def log_create(self, instance: models.Model, force_log: bool = False, **kwargs: Any) -> Any:
        """Called by the library once a row is saved or deleted."""
        entry = self.entry_of(instance, kwargs["action"], kwargs["changes"])
        entry.save(force_insert=True)
        return entry


def _name_of(instance: models.Model) -> str:
    """What a row calls itself; one that cannot say so is still told of."""
    try:
        return str(instance)
    except (ObjectDoesNotExist, ValueError, TypeError):
        return f"{instance._meta.verbose_name}"


def _whole(instance: models.Model) -> Any:
    """Everything of a row, pictures too, so that its deletion can be undone."""
    (row,) = serializers.serialize("python", [instance])
    for name, value in row["fields"].items():
        if isinstance(value, date):
            row["fields"][name] = value.isoformat()  # the serializer's own JSON cuts a time short
    return row


class JournalEntry(AbstractLogEntry):
    """What one step did to one row. The library's own entry, with fewer indexes and a studio."""

    studio = models.ForeignKey("studio.Studio", on_delete=models.CASCADE, related_name="+")
    doing = models.CharField(max_length=80)
    content_type = models.ForeignKey(
        ContentType, on_delete=models.CASCADE, related_name="+", db_index=False
    )
    object_pk = models.CharField(max_length=255)
    object_id = models.BigIntegerField(null=True)
    action = models.PositiveSmallIntegerField(choices=AbstractLogEntry.Action.choices)
    timestamp = models.DateTimeField(default=timezone.now)

    objects = EntryManager()

    class Meta(AbstractLogEntry.Meta):
        abstract = False
        ordering = ["-pk"]
        indexes = [
            models.Index(fields=["studio", "-id"], name="journal_of_a_studio"),
            models.Index(fields=["content_type", "object_id"], name="journal_of_a_row"),
        ]
