"""What every kind of row has: its columns, how it goes out, how it is read and written.

Reading a row asks the data and changes nothing, so that a long file holds nobody up; writing what
was read is quick, and all that happens inside a transaction.
"""

import uuid
from abc import ABC, abstractmethod
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from django import forms
from django.contrib.auth.models import User

from umberpot.studio.models import Studio

Cells = Mapping[str, str]
Ready = TypeVar("Ready")


class RowErrors(Exception):
    """What is wrong with a row: (column, message)."""

    def __init__(self, errors: list[tuple[str, str]]) -> None:
        super().__init__(errors)
        self.errors = errors


def errors_of(form: forms.BaseForm, columns: Mapping[str, str]) -> RowErrors:
    """A form's errors by column; ``columns`` names those that are called otherwise in a file."""
    return RowErrors(
        [
            (columns.get(field, field.replace("__all__", "")), str(messages[0]))
            for field, messages in form.errors.items()
        ]
    )


class Reader(ABC, Generic[Ready]):
    """Takes the rows of one file in; ``at_once`` of them are written in one transaction."""

    at_once = 2000

    def __init__(self, studio: Studio, by: User) -> None:
        self.studio = studio
        self.by = by

    @abstractmethod
    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        """Those of the keys that the studio has."""

    @abstractmethod
    def read(self, cells: Cells, key: uuid.UUID) -> Ready | None:
        """A row, ready to be written; None where the studio has it as it is. Raises RowErrors."""

    @abstractmethod
    def write(self, rows: Sequence[Ready]) -> None:
        """Writes what was read; runs inside a transaction."""


@dataclass(frozen=True)
class TransferKind:
    """One kind of thing: its columns, how it is written out, how a file of it is taken in.

    ``figures`` are those of its columns that hold numbers.
    """

    key: str
    title: str
    columns: tuple[str, ...]
    figures: frozenset[str]
    rows_of: Callable[[Studio], Iterable[Cells]]
    reader: Callable[[Studio, User], Reader]


def number(value: float | None) -> str:
    """A number in a cell; empty where there is none."""
    return "" if value is None else f"{value:.10g}"


def pairs(values: Mapping[str, float]) -> str:
    """Names and percentages in one cell: ``Quay Blue: 8; Rutile: 2``."""
    return "; ".join(f"{name}: {number(pct)}" for name, pct in values.items())
