"""Entries of the journal put into words: steps, what each did, values before and after."""

import json
from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import cached_property
from itertools import groupby
from typing import Any

from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType
from django.core.exceptions import FieldDoesNotExist, ValidationError
from django.db import models
from django.utils import timezone
from django.utils.text import Truncator

from claycore.measure.formatting import plain, true_minus
from umberpot.library.undo.steps import UNDO_FOR, UNDOABLE
from umberpot.studio.journal.models import JournalEntry

MOST_SHOWN = 12
"""More rows of one step than this are counted, not listed."""

LONGEST_VALUE = 120

DID = {
    JournalEntry.Action.CREATE: "added",
    JournalEntry.Action.UPDATE: "changed",
    JournalEntry.Action.DELETE: "removed",
}

Names = dict[type[models.Model], dict[Any, str]]


@dataclass(frozen=True)
class FieldChange:
    """One field of one row: what it was and what it became, in words."""

    field: str
    said: str


@dataclass(frozen=True)
class ChangedRow:
    """One row of a step."""

    kind: str
    kinds: str
    name: str
    did: str
    changes: list[FieldChange]


@dataclass(frozen=True)
class DescribedStep:
    """One request: who, when, and what it did to which rows."""

    key: str | None
    at: datetime
    person: User | None
    rows: list[ChangedRow]
    count: int
    doing: str

    @cached_property
    def summary(self) -> str:
        """Such as "3 readings added, 1 tile changed"."""
        counted = Counter((row.kind, row.kinds, row.did) for row in self.rows)
        each = counted.items()
        return ", ".join(f"{n} {kind if n == 1 else kinds} {did}" for (kind, kinds, did), n in each)

    @property
    def shown(self) -> list[ChangedRow]:
        return self.rows[:MOST_SHOWN]

    @property
    def more(self) -> int:
        return self.count - len(self.shown)

    def may_be_undone(self) -> bool:
        """Whether the step is of a kind that can be taken back, and recent enough."""
        return bool(self.key) and self.doing in UNDOABLE and timezone.now() - self.at < UNDO_FOR


def describe_entries(entries: Sequence[JournalEntry]) -> list[DescribedStep]:
    """The steps of these entries, which come newest first; one query per kind of row named."""
    names = _names_of(entries)
    steps = []
    for _, group in groupby(entries, key=_step_of):
        rows = list(group)
        steps.append(
            DescribedStep(
                key=rows[0].cid,
                at=rows[0].timestamp,
                person=rows[0].actor,
                rows=[_changed_row(entry, names) for entry in rows],
                count=len(rows),
                doing=rows[0].doing,
            )
        )
    return steps


def _step_of(entry: JournalEntry) -> str:
    """What the application does by itself counts as one step a minute."""
    return entry.cid or f"{entry.timestamp:%Y-%m-%d %H:%M}"


def _field(model: type[models.Model] | None, name: str) -> Any:
    try:
        return model._meta.get_field(name) if model else None
    except FieldDoesNotExist:
        return None


def _model(entry: JournalEntry) -> type[models.Model] | None:
    kind: ContentType = ContentType.objects.get_for_id(entry.content_type_id)
    return kind.model_class()


def _names_of(entries: Iterable[JournalEntry]) -> Names:
    """What the rows that changes point to are called, by model and key."""
    wanted: defaultdict[type[models.Model], set[Any]] = defaultdict(set)
    for entry in entries:
        for name, values in (entry.changes or {}).items():
            field = _field(_model(entry), name)
            if field is not None and field.is_relation:
                # A field that held words when this was written may point to a row today.
                wanted[field.related_model] |= {key for key in values if isinstance(key, int)}
    return {
        model: {row.pk: str(row) for row in model._base_manager.filter(pk__in=keys)}
        for model, keys in wanted.items()
    }


def _changed_row(entry: JournalEntry, names: Names) -> ChangedRow:
    model = _model(entry)
    fields = ((_field(model, name), name, pair) for name, pair in (entry.changes or {}).items())
    return ChangedRow(
        kind=str(model._meta.verbose_name) if model else "row",
        kinds=str(model._meta.verbose_name_plural) if model else "rows",
        name=entry.object_repr,
        did=DID[entry.action],
        changes=[
            FieldChange(
                _words(field, name), _said(entry, [_value(field, one, names) for one in pair])
            )
            for field, name, pair in fields
            if any(one not in (None, "") for one in pair)
        ],
    )


def _said(entry: JournalEntry, pair: list[str]) -> str:
    """Before and after; of a row that was added or removed, what it had."""
    if entry.action == JournalEntry.Action.UPDATE:
        return " → ".join(one or "nothing" for one in pair)
    return "".join(pair)


def _words(field: Any, name: str) -> str:
    return str(field.verbose_name) if field is not None else name


def _value(field: Any, value: Any, names: Names) -> str:
    """A value as the pages would show it; '' where there is none."""
    if value is None or value == "":
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if field is not None and field.is_relation and isinstance(value, int):
        return names.get(field.related_model, {}).get(value, f"no. {value}, no longer there")
    if isinstance(field, models.DateTimeField):
        return _moment(field, value)
    if isinstance(field, models.FloatField):
        with suppress(ValueError, TypeError):
            return true_minus(plain(float(value), 4))
    if isinstance(value, dict | list):
        return Truncator(json.dumps(value, ensure_ascii=False)).chars(LONGEST_VALUE)
    choices = dict(field.flatchoices) if field is not None and field.choices else {}
    shown = str(choices.get(value, value) if choices else value)
    # What is all figures, as a colour is; people's words stay as they wrote them.
    is_figures = not any(letter.isalpha() for letter in shown)
    return Truncator(true_minus(shown) if is_figures else shown).chars(LONGEST_VALUE)


def _moment(field: models.DateTimeField, value: Any) -> str:
    """The library keeps times as UTC without saying so."""
    try:
        kept = field.to_python(value)
    except ValidationError:
        return str(value)
    aware = timezone.make_aware(kept, UTC) if timezone.is_naive(kept) else kept
    return f"{timezone.localtime(aware):%-d %b %Y, %H:%M}"
