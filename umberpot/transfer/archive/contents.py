"""What an archive holds, and how each value is written in it.

Rows are numbered from 1 within their model, in the order in which they were made, and point to one
another by these numbers: the keys of one installation mean nothing in another.
"""

import re
import uuid
from collections.abc import Iterator
from datetime import UTC, date, datetime
from decimal import Decimal
from functools import cache
from typing import Any

from django.apps import apps
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import models
from django.utils.dateparse import parse_datetime

from umberpot.studio.models import Studio, StudioOwned
from umberpot.transfer.archive import shapes

_LARGEST_WHOLE = 2**31 - 1

FORMAT = "umber pot studio"
VERSION = 5
"""Raised when an archive of before can no longer be read as it is; then ``RENAMED`` says how."""

LEFT_OUT = {
    "studio.Invitation": "a way into this installation",
    "bench.CalendarFeed": "a secret address of this installation",
    "library.Share": "a way into this installation",
    "clays.ClayFigure": "worked out again from the readings",
    "clays.SummedUp": "says only that figures need not be worked out again",
    "library.PracticeAnswer": "how practice goes is nobody else's business",
}
"""Models of a studio that an archive leaves out, and why. So are the journal and the members."""

EXCLUDED_FIELDS = {"id", "studio"}
"""Fields that are not written: keys of this installation, and what is worked out again."""

MANIFEST, README, STUDIO, PEOPLE = "manifest.json", "README.txt", "studio.json", "people.jsonl"

NAMES = re.compile(
    r"manifest\.json|README\.txt|studio\.json|people\.jsonl|csv/[a-z]+\.csv"
    r"|data/[a-z]+\.[A-Za-z]+\.jsonl|files/[a-z]+\.[A-Za-z]+/[0-9]+-[a-z_]+"
)
"""Every name there may be in an archive. None has a way up, a root, or a drive in it."""


@cache
def archived() -> dict[str, type[models.Model]]:
    """The models of an archive by their label, in a set order."""
    owned = [model for model in apps.get_models() if issubclass(model, StudioOwned)]
    labels = {model._meta.label: model for model in owned}
    return {label: labels[label] for label in sorted(labels.keys() - LEFT_OUT.keys())}


def told_fields(model: type[models.Model]) -> list[models.Field]:
    """The fields of a model that an archive writes."""
    return [f for f in model._meta.concrete_fields if f.name not in EXCLUDED_FIELDS]


def plain_fields(model: type[models.Model]) -> list[models.Field]:
    """Those that stand in its rows."""
    return [f for f in told_fields(model) if not isinstance(f, models.BinaryField)]


def file_fields(model: type[models.Model]) -> list[models.Field]:
    """Those whose content is a file of its own."""
    return [f for f in told_fields(model) if isinstance(f, models.BinaryField)]


def studio_fields() -> list[models.Field]:
    """What an archive tells of the studio itself."""
    return [f for f in Studio._meta.concrete_fields if f.name != "id"]


def data_name(label: str) -> str:
    """The name of the file of a model's rows."""
    return f"data/{label}.jsonl"


def file_name(label: str, number: int, field: models.Field) -> str:
    """The name of the file of one row's picture."""
    return f"files/{label}/{number}-{field.name}"


def written(value: Any) -> Any:
    """A value as JSON has it. Times are UTC to the microsecond."""
    if isinstance(value, datetime):
        return value.astimezone(UTC).isoformat()
    if isinstance(value, date | uuid.UUID | Decimal):
        return str(value)
    return value


def read_value(field: models.Field, value: Any) -> Any:
    """A value as the field has it. Raises ValidationError for one it may not have."""
    if isinstance(field, models.JSONField):
        shapes.check_json(field, value)
        return value
    if value is None and field.null:
        return None
    _refuse_another_type(field, value)
    if isinstance(field, models.DateTimeField):
        return _moment(value)
    if value == "" and not field.choices and field.empty_strings_allowed:
        return ""
    read = field.clean(value, None)
    if isinstance(read, float):
        shapes.check_figure(field, read)
    return read


def _refuse_another_type(field: models.Field, value: Any) -> None:
    """A field takes over what looks like its kind; an archive has the kind itself."""
    is_number = isinstance(value, int | float) and not isinstance(value, bool)
    if isinstance(field, models.BooleanField):
        fits = isinstance(value, bool)
    elif isinstance(field, models.IntegerField):
        fits = is_number and isinstance(value, int) and abs(value) <= _LARGEST_WHOLE
    elif isinstance(field, models.FloatField):
        fits = is_number
    else:
        fits = isinstance(value, str) and "\x00" not in value
    if not fits:
        raise ValidationError("not of its kind")


def _moment(text: str) -> datetime:
    """A time with its zone, in a year in which somebody may have written it."""
    moment = parse_datetime(text)
    if moment is None or moment.tzinfo is None or not 1900 <= moment.year <= 2200:
        raise ValidationError("not a time with its zone")
    return moment


def default_of(field: models.Field) -> Any:
    """What a row of an earlier version has in a field that it did not know yet.

    Raises ValidationError where there is nothing it could be.
    """
    if field.has_default():
        return field.get_default()
    if field.null:
        return None
    if field.empty_strings_allowed and field.blank:
        return ""
    raise ValidationError("missing")


def related(field: models.Field) -> type[models.Model] | None:
    """The model a field points to; None for a field that does not."""
    return field.related_model if field.is_relation else None


def points_to_person(field: models.Field) -> bool:
    """Whether it points to somebody's account, which an archive knows only by name."""
    return related(field) is User


RENAMED: dict[int, dict[str, dict[str, str]]] = {
    1: {
        "mixing.Mix": {"reckoned_anew_at": "recalculated_at"},
        "mixing.MixPart": {"reckoned_g": "recalculated_g"},
    },
    4: {
        "firings.FiringChange": {"says": "summary"},
        "surface.FactorTrial": {"claim_says": "claim_kind"},
        "surface.KeptPreview": {"says": "summary"},
    },
}
"""By version and kind of row, the fields that have another name since: the old, then the new."""


RELABELLED: dict[int, dict[str, str]] = {
    2: {
        "kiln.Firing": "firings.Firing",
        "kiln.FiringChange": "firings.FiringChange",
        "kiln.Kiln": "firings.Kiln",
        "kiln.WitnessCone": "firings.WitnessCone",
        "kiln.Loading": "tiles.Loading",
        "results.Photograph": "colours.Photograph",
        "results.Ring": "colours.Ring",
        "results.Scale": "colours.Scale",
        "results.Prediction": "colours.Prediction",
        "results.WareBatch": "ware.WareBatch",
        "results.LeachScreen": "ware.LeachScreen",
    }
}
"""By version, the kinds of row that have another label since: the old, then the new."""


REVALUED: dict[int, dict[tuple[str, str], dict[str, str]]] = {
    3: {
        ("surface.SurfacePlan", "technique"): {
            "plain": "coats",
            "scratched": "sgraffito",
            "stacked": "agate",
        }
    }
}
"""By version, kind of row and field, the values that are another since: the old, then the new."""


def labels_of(version: int) -> dict[str, str]:
    """By today's label of each kind of row, the one that an archive of the version has."""
    then = {label: label for label in archived()}
    for step in reversed(range(version, VERSION)):
        before = {new: old for old, new in RELABELLED.get(step, {}).items()}
        then = {label: before.get(name, name) for label, name in then.items()}
    return then


def upgraded(label: str, row: dict[str, Any], version: int) -> dict[str, Any]:
    """A row as this version has it."""
    for step in range(version, VERSION):
        names = RENAMED.get(step, {}).get(label, {})
        row = {names.get(name, name): value for name, value in row.items()}
        for (of, field), values in REVALUED.get(step, {}).items():
            if of == label and field in row:
                row[field] = values.get(row[field], row[field])
    return row


def every_name(counts: dict[str, int]) -> Iterator[str]:
    """The names that every archive has."""
    yield from (STUDIO, PEOPLE, README)
    yield from (data_name(label) for label in counts)
