"""Taking an archive in to an empty studio: all of it, or nothing."""

from collections.abc import Iterator
from contextlib import contextmanager
from itertools import count, islice
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import IntegrityError, connection, models, transaction
from django.db.backends.utils import CursorWrapper
from django.db.models import Max
from django.utils import timezone

from umberpot.mixing.leftovers.services import note_metals
from umberpot.studio.models import Membership, Studio, UnfinishedImport
from umberpot.studio.progress import Begin, Doing, Report, Tally, no_progress
from umberpot.studio.signals import rows_written
from umberpot.transfer.archive import contents, sentences, shapes, undone
from umberpot.transfer.archive.checking import Archive, Unfit
from umberpot.transfer.archive.turns import Turns

AT_A_TIME = 200
"""Rows in one transaction: it holds the lock of the data file for less than a second."""

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
    models has a part in it. They are written so many at a time, so that whoever writes in another
    studio never waits long; the studio's own pages say meanwhile that it is being imported.
    """
    archive = Archive(file)
    if not is_empty(studio):
        raise Unfit(sentences.NOT_EMPTY)
    rows = archive.manifest.count
    archive.check(begin(Doing.CHECKING, rows))
    mark, people, before = _begin(studio, archive)
    try:
        with _any_order():
            _write(mark, archive, people, before, begin(Doing.WRITING, rows))
            _refuse_contradictions(studio, before)
            _tell(mark, archive, before, begin(Doing.INDEXING, rows))
        _finish(mark, archive)
    except BaseException:
        # Where it was undone meanwhile, what is there now is another import's.
        if UnfinishedImport.objects.filter(pk=mark.pk).exists():
            undone.take_out(studio)
        raise
    return archive


def _begin(studio: Studio, archive: Archive) -> tuple[UnfinishedImport, list[int], Keys]:
    """Marks the studio; gives the mark, the accounts of those named, and where keys begin."""
    with transaction.atomic():
        if not is_empty(studio):
            raise Unfit(sentences.NOT_EMPTY)
        mark, is_new = UnfinishedImport.objects.get_or_create(studio=studio)
        if not is_new:
            raise Unfit(sentences.UNDER_WAY)
        there = set(User.objects.values_list("pk", flat=True))
        people = [_account_of(name, studio) for name in archive.people()]
        mark.accounts = [key for key in people if key not in there]
        mark.save()
        counts = archive.manifest.rows
        before = {
            model: _reserve(model, counts.get(label, 0))
            for label, model in contents.archived().items()
        }
    return mark, people, before


def _reserve(model: type[models.Model], count: int) -> int:
    """Keeps the next keys of a model for the archive; gives the one before the first of them."""
    table = model._meta.db_table
    last: int = model._base_manager.aggregate(last=Max("pk"))["last"] or 0
    with connection.cursor() as cursor:
        cursor.execute("SELECT seq FROM sqlite_sequence WHERE name = %s", [table])
        known = cursor.fetchone()
        last = max(last, known[0] if known else 0)
        if known:
            write = "UPDATE sqlite_sequence SET seq = %s WHERE name = %s"
        else:
            write = "INSERT INTO sqlite_sequence (seq, name) VALUES (%s, %s)"
        cursor.execute(write, [last + count, table])
    return last


@contextmanager
def _any_order() -> Iterator[None]:
    """Rows may point to rows that are yet to come: that all of them exist was checked before."""
    connection.disable_constraint_checking()
    try:
        yield
    finally:
        connection.enable_constraint_checking()


def _still_alive(mark: UnfinishedImport) -> None:
    """Says that the import goes on. Raises Unfit where it was taken for one that stopped."""
    if not UnfinishedImport.objects.filter(pk=mark.pk).update(alive_at=timezone.now()):
        raise Unfit(sentences.UNDONE)


def _finish(mark: UnfinishedImport, archive: Archive) -> None:
    """All of it is there at once: the studio's own row, and no mark any more."""
    with transaction.atomic():
        _still_alive(mark)
        Studio.objects.filter(pk=mark.studio_id).update(**archive.studio())
        note_metals(mark.studio)
        mark.delete()


def _write(
    mark: UnfinishedImport, archive: Archive, people: list[int], before: Keys, report: Report
) -> None:
    tally, turns = Tally(report), Turns()
    for label, model in contents.archived().items():
        values = _values(mark.studio, archive, label, model, people, before)
        _insert(mark, model, tally.over(values), contents.data_name(label), turns)


def _refuse_contradictions(studio: Studio, before: Keys) -> None:
    """Raises Unfit naming the line of a row that cannot be read beside those it points to."""
    every = contents.archived()
    for label in shapes.READ_TOGETHER:
        model = every[label]
        for row in model._base_manager.filter(studio=studio).select_related():
            if wrong := shapes.cannot_stand_beside(row):
                number = row.pk - before[model]
                raise Unfit(sentences.bad_row(contents.data_name(label), number, wrong))


def _tell(mark: UnfinishedImport, archive: Archive, before: Keys, report: Report) -> None:
    """Tells whoever follows rows, the search above all, of those that came."""
    done, turns = 0, Turns()
    for label, model in contents.archived().items():
        first, rows = before[model] + 1, archive.manifest.rows.get(label, 0)
        for start in range(first, first + rows, AT_A_TIME):
            stop = min(start + AT_A_TIME, first + rows)
            with transaction.atomic():
                _still_alive(mark)
                rows_written.send(model, keys=list(range(start, stop)), everything=True)
            turns.give_way()
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


def _insert(
    mark: UnfinishedImport,
    model: type[models.Model],
    rows: Iterator[list[Any]],
    name: str,
    turns: Turns,
) -> None:
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
                    _still_alive(mark)
                    cursor.executemany(statement, some)
            except IntegrityError:
                line = written + _first_refused(cursor, statement, some)
                raise Unfit(sentences.contradicting_row(name, line)) from None
            written += len(some)
            turns.give_way()


def _first_refused(cursor: CursorWrapper, statement: str, rows: list[list[Any]]) -> int:
    """Which of some rows that cannot all be written is the first that cannot, from 1."""
    for number, row in enumerate(rows, 1):
        try:
            with transaction.atomic():
                cursor.execute(statement, row)
        except IntegrityError:
            return number
    return len(rows)
