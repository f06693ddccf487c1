"""Which rows the journal follows, and the bulk writes that the library's signals do not see."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from auditlog.diff import model_instance_diff
from auditlog.registry import auditlog
from django.apps import apps
from django.db import models
from django.db.models import prefetch_related_objects
from django.db.models.signals import pre_delete

from umberpot.studio.journal.models import JournalEntry

NOT_FOLLOWED = {
    "kiln.LogPoint": "thousands a firing; the log they belong to is followed",
    "clays.ClayFigure": "worked out again from readings, which are followed",
    "clays.KeptVerdict": "follows from readings, which are followed",
    "clays.SummedUp": "says only that figures need not be worked out again",
    "library.PracticeAnswer": "how practice goes is nobody else's business",
}
"""Models of a studio that the journal leaves out, and why."""

EXCLUDED_FIELDS = {
    *("id", "studio", "made_at", "made_by", "request_key"),
    *("digest", "token"),
    "next_tile_number",
    *("seconds", "heard_at"),
    "marks",
}
"""Fields that say nothing of a change, are secret, are kept only for speed, tick along with a
firing that is followed, or follow a hand while it marks a photograph."""


def followed_fields(model: type[models.Model]) -> list[str]:
    """The names of the fields whose changes are told. Pictures are not: they never change."""
    fields = model._meta.concrete_fields
    told = [f.name for f in fields if not isinstance(f, models.BinaryField)]
    return [name for name in told if name not in EXCLUDED_FIELDS]


def follow_every(of_a_studio: type[models.Model], others: Iterable[type[models.Model]]) -> None:
    """Has the library follow every model of a studio, once all of them are loaded."""
    owned = [model for model in apps.get_models() if issubclass(model, of_a_studio)]
    for model in (*owned, *others):
        if model._meta.label not in NOT_FOLLOWED:
            auditlog.register(model, include_fields=followed_fields(model))
            pre_delete.connect(_load_the_rest, sender=model)


def _load_the_rest(instance: models.Model, **signal: Any) -> None:
    """A row about to go is told of as a whole; a picture that was not loaded cannot be later."""
    missing = instance.get_deferred_fields()
    if missing:
        instance.refresh_from_db(fields=missing)


def is_followed(model: type[models.Model]) -> bool:
    """Whether the journal follows this model."""
    return auditlog.contains(model)


def record_made(rows: Iterable[models.Model]) -> None:
    """Tells of rows that were made many at a time."""
    _write(rows, lambda row: (JournalEntry.Action.CREATE, _difference(None, row)))


def record_changed(before: Sequence[models.Model], after: Mapping[Any, models.Model]) -> None:
    """Tells of rows that were changed many at a time: as they were, and as they are by key."""
    still = [row for row in before if row.pk in after]
    was = {row.pk: row for row in still}
    _write(
        [after[row.pk] for row in still],
        lambda row: (JournalEntry.Action.UPDATE, _difference(was[row.pk], row)),
    )


def _difference(old: models.Model | None, new: models.Model | None) -> Any:
    return model_instance_diff(old, new, use_json_for_changes=True)


def _write(rows: Iterable[models.Model], change_of: Any) -> None:
    # The library hears of rows that are saved one by one; a bulk write sends no signal of a row, so
    # its entries are made here, in the transaction that the caller holds open.
    entries = []
    rows = list(rows)
    if rows:
        prefetch_related_objects(rows, *getattr(rows[0], "NAMED_BY", ()))
    for row in rows:
        action, changes = change_of(row)
        if row.pk is not None and changes:
            entries.append(JournalEntry.objects.entry_of(row, action, changes))
    JournalEntry.objects.bulk_create(entries)
