"""Taking an archive in to an empty studio: all of it in one transaction, or nothing."""

from collections.abc import Iterator
from itertools import count, islice
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import IntegrityError, connection, models, transaction
from django.db.backends.utils import CursorWrapper
from django.db.models import Max

from umberpot.studio.models import Membership, Studio
from umberpot.studio.progress import Begin, Doing, Report, Tally, no_progress
from umberpot.studio.signals import rows_written
from umberpot.transfer.archive import contents, sentences, shapes
from umberpot.transfer.archive.checking import Archive, Unfit

AT_A_TIME = 500

Keys = dict[type[models.Model], int]
"""By model, the key before that of its first row: number n of the archive gets this plus n."""


def is_empty(studio: Studio) -> bool:
    """Whether there is nothing yet that an archive could be mixed up with."""
    return not any(
        model._base_manager.filter(studio=studio).exists() for model in contents.archived().values()
    )


def take_in(studio: Studio, file: IO[bytes], begin: Begin = no_progress) -> Archive:
    """Checks an archive and takes it in. Raises Unfit, and then nothing has changed.

    ``begin`` is told of each of the three parts: checking, writing, making searchable.

    Rows are written as they are, with the days they had: neither the journal nor any clock of the
    models has a part in it.
    """
    archive = Archive(file)
    if not is_empty(studio):
        raise Unfit(sentences.NOT_EMPTY)
    rows = archive.manifest.count
    archive.check(begin(Doing.CHECKING, rows))
    try:
        with transaction.atomic():
            before = _write(studio, archive, begin(Doing.WRITING, rows))
            _refuse_contradictions(studio, before)
            _tell(archive, before, begin(Doing.INDEXING, rows))
    except IntegrityError:
        raise Unfit(sentences.CONTRADICTS) from None
    return archive


def _write(studio: Studio, archive: Archive, report: Report) -> Keys:
    """Writes the studio's own row and all others; gives where each model's keys begin."""
    if not is_empty(studio):
        raise Unfit(sentences.NOT_EMPTY)
    Studio.objects.filter(pk=studio.pk).update(**archive.studio())
    people = [_account_of(name, studio) for name in archive.people()]
    every = contents.archived()
    before: Keys = {
        model: model._base_manager.aggregate(last=Max("pk"))["last"] or 0
        for model in every.values()
    }
    tally = Tally(report)
    for label, model in every.items():
        values = _values(studio, archive, label, model, people, before)
        _insert(model, tally.over(values), contents.data_name(label))
    return before


def _refuse_contradictions(studio: Studio, before: Keys) -> None:
    """Raises Unfit naming the line of a row that cannot be read beside those it points to."""
    every = contents.archived()
    for label in shapes.READ_TOGETHER:
        model = every[label]
        for row in model._base_manager.filter(studio=studio).select_related():
            if wrong := shapes.cannot_stand_beside(row):
                number = row.pk - before[model]
                raise Unfit(sentences.bad_row(contents.data_name(label), number, wrong))


def _tell(archive: Archive, before: Keys, report: Report) -> None:
    """Tells whoever follows rows, the search above all, of those that came."""
    done = 0
    for label, model in contents.archived().items():
        first, rows = before[model] + 1, archive.manifest.rows.get(label, 0)
        for start in range(first, first + rows, AT_A_TIME):
            stop = min(start + AT_A_TIME, first + rows)
            rows_written.send(model, keys=list(range(start, stop)), everything=True)
            report(done := done + stop - start)


def _account_of(name: str, studio: Studio) -> int:
    """Whose account a name stands for here: a member's, or a new one that nobody signs in to.

    Somebody of another studio with the same name is somebody else: a number sets them apart.
    """
    member = Membership.objects.filter(studio=studio, user__username=name).first()
    if member:
        return member.user_id
    free = name
    for number in count(2):
        if not User.objects.filter(username=free).exists():
            break
        free = f"{name[:140]}-{number}"
    account = User(username=free, is_active=False)
    account.set_unusable_password()
    account.save()
    return account.pk


def _values(
    studio: Studio,
    archive: Archive,
    label: str,
    model: type[models.Model],
    people: list[int],
    before: Keys,
) -> Iterator[list[Any]]:
    """The values of each row in the order of the model's columns, as the database has them."""
    for number, row in enumerate(archive.rows(label, model), 1):
        yield [
            field.get_db_prep_save(
                _value(field, row, number, studio, archive, people, before), connection
            )
            for field in model._meta.concrete_fields
        ]


def _value(
    field: models.Field,
    row: dict[str, Any],
    number: int,
    studio: Studio,
    archive: Archive,
    people: list[int],
    before: Keys,
) -> Any:
    model = field.model
    if field.primary_key:
        return before[model] + number
    if field.name == "studio":
        return studio.pk
    if isinstance(field, models.BinaryField):
        return archive.picture(model._meta.label, number, field)
    value = row.get(field.name)
    target = contents.related(field)
    if target is None or value is None:
        return value
    return people[value - 1] if target is User else before[target] + value


def _insert(model: type[models.Model], rows: Iterator[list[Any]], name: str) -> None:
    """Writes rows with their keys, so many in a statement: memory does not grow with them.

    Raises Unfit naming the line of the file ``name`` that a rule of the database refuses.
    """
    quote = connection.ops.quote_name
    columns = ", ".join(quote(str(field.column)) for field in model._meta.concrete_fields)
    places = ", ".join("%s" for _ in model._meta.concrete_fields)
    statement = f"INSERT INTO {quote(model._meta.db_table)} ({columns}) VALUES ({places})"  # noqa: S608
    written = 0
    with connection.cursor() as cursor:
        while some := list(islice(rows, AT_A_TIME)):
            try:
                with transaction.atomic():
                    cursor.executemany(statement, some)
            except IntegrityError:
                line = written + _first_refused(cursor, statement, some)
                raise Unfit(sentences.contradicting_row(name, line)) from None
            written += len(some)


def _first_refused(cursor: CursorWrapper, statement: str, rows: list[list[Any]]) -> int:
    """Which of some rows that cannot all be written is the first that cannot, from 1."""
    for number, row in enumerate(rows, 1):
        try:
            with transaction.atomic():
                cursor.execute(statement, row)
        except IntegrityError:
            return number
    return len(rows)
