"""Taking rows in: all of them, or only the good ones."""

from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from umberpot.studio.models import Studio
from umberpot.transfer.kinds import Kind, RowErrors
from umberpot.ui.tables import Row


@dataclass(frozen=True)
class Refused:
    """What is wrong in one place of the file."""

    line: int
    column: str
    message: str


@dataclass(frozen=True)
class Taken:
    """How many rows were taken, and what was wrong with the others."""

    count: int
    refused: tuple[Refused, ...]


class _NotAll(Exception):
    """Some row was bad where all or none were asked for."""


def take(kind: Kind, rows: list[Row], studio: Studio, by: User, *, only_good: bool) -> Taken:
    """Takes the rows in. Without ``only_good`` one bad row means that none is taken.

    Every row is tried whatever became of those before it, so that all mistakes are named at once.
    The inner transaction is a savepoint: a row that fails half way leaves nothing behind. The outer
    one is undone by raising through it, which is how Django takes back what other rows did.
    """
    count = 0
    refused: list[Refused] = []
    try:
        with transaction.atomic():
            for row in rows:
                try:
                    with transaction.atomic():
                        kind.take(row.cells, studio, by)
                    count += 1
                except RowErrors as error:
                    refused += [Refused(row.line, *at) for at in error.errors]
                except IntegrityError:
                    refused.append(Refused(row.line, "", "This contradicts what is there."))
            if refused and not only_good:
                raise _NotAll
    except _NotAll:
        count = 0
    return Taken(count, tuple(refused))
