"""Taking a step back from what the journal tells of it: all of it, or nothing."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from auditlog.diff import get_field_value, is_primitive
from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType
from django.core import serializers
from django.core.exceptions import FieldDoesNotExist
from django.db import DEFAULT_DB_ALIAS, IntegrityError, models, transaction
from django.db.models.deletion import Collector, ProtectedError
from django.utils import timezone
from django.utils.encoding import smart_str

from umberpot.clays.figures import forget_figures
from umberpot.library.undo import sentences
from umberpot.library.undo.steps import UNDO_FOR, UNDOABLE, UNDOING
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.models import Membership, Studio
from umberpot.studio.whole_change import whole_change

MOST_RECENT = 5
"""Steps that are offered to be undone where they were taken."""

MOST_LOOKED_AT = 20_000
"""Rows that such steps brought, the latest."""


class CannotUndo(Exception):
    """The step stays as it is; the message says why."""


_Action = JournalEntry.Action


def entries_of(studio: Studio, key: str) -> list[JournalEntry]:
    """What a step did, the last first."""
    return list(JournalEntry.objects.of(studio).filter(cid=key).order_by("-pk"))


@whole_change()
def undo(studio: Studio, key: str, by: Membership) -> int:
    """Takes a step back; says how many rows that touched. Raises CannotUndo, changing nothing."""
    entries = entries_of(studio, key)
    _refuse_what_is_not_to_be_undone(entries, by)
    made = {
        (entry.content_type_id, entry.object_id)
        for entry in entries
        if entry.action == _Action.CREATE
    }
    try:
        for entry in entries:
            if entry.action == _Action.DELETE:
                _restore(entry)
            elif entry.action == _Action.UPDATE:
                _put_back(entry)
            else:
                _remove(entry, made)
    except FieldDoesNotExist:
        # The journal keeps the names that fields had when the step was taken.
        raise CannotUndo(sentences.BEFORE_AN_UPDATE) from None
    forget_figures(studio)
    return len(entries)


@dataclass(frozen=True)
class RecentStep:
    """A step that can still be undone: its key, when and by whom, and how many rows it brought."""

    key: str
    at: datetime
    by: str
    rows: int


def recent_steps(studio: Studio, doing: str, by: Membership) -> list[RecentStep]:
    """The latest steps of one kind that this person may undo and nobody has. Two queries."""
    since = timezone.now() - UNDO_FOR
    entries = JournalEntry.objects.of(studio).filter(timestamp__gte=since)
    deleted = entries.filter(action=_Action.DELETE, doing=UNDOING)
    gone = set(deleted.values_list("content_type", "object_id"))
    made: dict[str, list[JournalEntry]] = defaultdict(list)
    of_kind = entries.filter(doing=doing, action=_Action.CREATE).select_related("actor")
    if not by.decides:
        of_kind = of_kind.filter(actor=by.user)
    for entry in of_kind.defer("serialized_data", "changes").order_by("-pk")[:MOST_LOOKED_AT]:
        made[entry.cid or ""].append(entry)
    return [
        RecentStep(key, rows[0].timestamp, str(rows[0].actor or ""), len(rows))
        for key, rows in made.items()
        if (rows[0].content_type_id, rows[0].object_id) not in gone
    ][:MOST_RECENT]


def _refuse_what_is_not_to_be_undone(entries: Sequence[JournalEntry], by: Membership) -> None:
    if not entries or entries[0].doing not in UNDOABLE:
        raise CannotUndo(sentences.NOT_THIS)
    if timezone.now() - entries[0].timestamp > UNDO_FOR:
        raise CannotUndo(sentences.TOO_LATE)
    mine: User | None = entries[0].actor
    if not by.decides and mine != by.user:
        raise CannotUndo(sentences.NOT_YOURS)


def _model_of(entry: JournalEntry) -> type[models.Model]:
    model = ContentType.objects.get_for_id(entry.content_type_id).model_class()
    if model is None:
        raise CannotUndo(sentences.NOT_THIS)
    return model


def _restore(entry: JournalEntry) -> None:
    """A row that was deleted, with its own key, from all that the entry kept of it."""
    model = _model_of(entry)
    if model._base_manager.filter(pk=entry.object_id).exists():
        raise CannotUndo(sentences.ALREADY)
    (kept,) = serializers.deserialize("python", [entry.serialized_data])
    for field in model._meta.concrete_fields:
        target = getattr(kept.object, field.attname)
        if field.is_relation and target is not None:
            related: Any = field.related_model
            if not related._base_manager.filter(pk=target).exists():
                raise CannotUndo(sentences.GONE.format(name=entry.object_repr))
    try:
        with transaction.atomic():
            kept.save()
    except IntegrityError:
        raise CannotUndo(sentences.TAKEN.format(name=entry.object_repr)) from None


def _put_back(entry: JournalEntry) -> None:
    """What a row was before, if it still is what the step made of it."""
    row = _model_of(entry)._base_manager.filter(pk=entry.object_id).first()
    if row is None:
        raise CannotUndo(sentences.GONE.format(name=entry.object_repr))
    fields: dict[str, Any] = {name: row._meta.get_field(name) for name in entry.changes}
    for name, field in fields.items():
        before, after = entry.changes[name]
        now = _as_told(row, field)
        if now == before and now != after:
            raise CannotUndo(sentences.ALREADY)
        if now != after:
            raise CannotUndo(sentences.CHANGED.format(name=entry.object_repr))
        setattr(row, field.attname, _as_kept(field, before))
    try:
        with transaction.atomic():
            row.save(update_fields=list(fields))
    except IntegrityError:
        raise CannotUndo(sentences.TAKEN.format(name=entry.object_repr)) from None


def _as_told(row: models.Model, field: Any) -> Any:
    """A field's value as the journal writes it."""
    value = get_field_value(row, field, use_json_for_changes=True)
    return value if is_primitive(value) else smart_str(value)


def _as_kept(field: Any, told: Any) -> Any:
    """The other way round: times are told as UTC without saying so."""
    value = field.to_python(told)
    if isinstance(field, models.DateTimeField) and value is not None and timezone.is_naive(value):
        return timezone.make_aware(value, UTC)
    return value


def _remove(entry: JournalEntry, made: set[tuple[int, int | None]]) -> None:
    """A row that the step made, unless something that came later hangs on it."""
    row = _model_of(entry)._base_manager.filter(pk=entry.object_id).first()
    if row is None:
        raise CannotUndo(sentences.ALREADY)
    collector = Collector(using=DEFAULT_DB_ALIAS)
    try:
        collector.collect([row])
    except ProtectedError:
        raise CannotUndo(sentences.IN_USE.format(name=entry.object_repr)) from None
    for model, rows in collector.data.items():
        kind = ContentType.objects.get_for_model(model).pk
        if any((kind, one.pk) not in made for one in rows):
            raise CannotUndo(sentences.IN_USE.format(name=entry.object_repr))
    row.delete()
