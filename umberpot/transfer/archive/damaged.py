"""Rows of the data file that no form and no archive would have let in, for when a page fails."""

import json
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any

from django.core.exceptions import ValidationError
from django.db import models

from umberpot.studio.models import Studio
from umberpot.transfer.archive import contents, shapes

AT_A_TIME = 500


@dataclass(frozen=True)
class Damaged:
    """A row, by its model's label and its key, and the field that cannot be right."""

    label: str
    key: int
    field: str

    def __str__(self) -> str:
        return f"{self.label} {self.key}: {self.field} cannot be right"


def damaged_rows(studio: Studio) -> Iterator[Damaged]:
    """Every row of a studio that an archive of it could not be imported with."""
    for label, model in contents.archived().items():
        for row in model._base_manager.filter(studio=studio).iterator(AT_A_TIME):
            if wrong := wrong_in(row):
                yield Damaged(label, row.pk, wrong)


@cache
def _fields(model: type[models.Model]) -> list[models.Field]:
    return [f for f in contents.plain_fields(model) if contents.related(f) is None]


def wrong_in(row: models.Model) -> str:
    """The field of a row that cannot be right, or what in it contradicts; '' where all is well."""
    model = type(row)
    read: dict[str, Any] = {}
    for field in _fields(model):
        try:
            told = json.loads(json.dumps(contents.written(getattr(row, field.attname))))
            read[field.name] = contents.read_value(field, told)
        except (ValidationError, TypeError, ValueError, OverflowError):
            return field.name
    beside = shapes.cannot_stand_beside(row) if model._meta.label in shapes.READ_TOGETHER else ""
    return shapes.what_makes_no_sense(model, read) or beside
