"""Taking rows in: read first, while everybody else goes on; written at once when all is read."""

import json
import uuid
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import IntegrityError

from umberpot.studio.models import Studio
from umberpot.studio.progress import Report, Tally
from umberpot.studio.whole_change import whole_change
from umberpot.transfer.kinds import KINDS, Reader, RowErrors, TransferKind
from umberpot.ui.tables import TableRow

ROWS_BETWEEN_REPORTS = 100


@dataclass(frozen=True)
class RowProblem:
    """What is wrong in one place of the file."""

    line: int
    column: str
    message: str
    kind: str = ""


@dataclass(frozen=True)
class ImportResult:
    """How many rows were taken, how many were here before, what was wrong with the others."""

    count: int
    here_already: int
    refused: tuple[RowProblem, ...]


def take(
    kind: TransferKind,
    rows: Sequence[TableRow],
    studio: Studio,
    by: User,
    *,
    only_good: bool,
    report: Report = lambda _: None,
) -> ImportResult:
    """Takes the rows in. Without ``only_good`` one bad row means that none is taken.

    Every row is read whatever became of those before it, so that all mistakes are named at once.
    Rows that are here already, by their identity, are left as they are.
    """
    return _take(kind, rows, studio, by, only_good, Tally(report, ROWS_BETWEEN_REPORTS))


def _take(
    kind: TransferKind,
    rows: Sequence[TableRow],
    studio: Studio,
    by: User,
    only_good: bool,
    tally: Tally,
) -> ImportResult:
    reader = kind.reader(studio, by)
    keyed = list(zip(rows, _keys(kind, rows), strict=True))
    here = reader.here_already([key for _, key in keyed])
    ready, refused, here_already = [], [], 0
    for row, key in tally.over(keyed):
        try:
            read = None if key in here else reader.read(row.cells, key)
        except RowErrors as error:
            refused += [RowProblem(row.line, *at, kind=kind.title) for at in error.errors]
            continue
        if read is None:
            here_already += 1
        else:
            ready.append(read)
    if refused and not only_good:
        return ImportResult(0, here_already, tuple(refused))
    count = _write(reader, ready)
    if count < len(ready):
        changed = "Something of this name was added meanwhile. Import the file again."
        refused.append(RowProblem(0, "", changed, kind.title))
    return ImportResult(count, here_already, tuple(refused))


def _write(reader: Reader, ready: Sequence[object]) -> int:
    """Writes as many at once as the lock allows without keeping others waiting; counts them.

    Where something else got there first it ends: what was written stays, and is known when the
    same file comes again.
    """
    for start in range(0, len(ready), reader.at_once):
        try:
            with whole_change():
                reader.write(ready[start : start + reader.at_once])
        except IntegrityError:
            return start
    return len(ready)


def take_everything(
    rows: Mapping[str, Sequence[TableRow]],
    studio: Studio,
    by: User,
    *,
    only_good: bool,
    report: Report = lambda _: None,
) -> ImportResult:
    """A whole studio's rows by kind, in the order in which one rests on another.

    Ends at the first kind of which none is taken; what went before stays, and is known again.
    """
    count = here_already = 0
    refused: tuple[RowProblem, ...] = ()
    tally = Tally(report, ROWS_BETWEEN_REPORTS)
    for key, kind in KINDS.items():
        if not rows.get(key):
            continue
        taken = _take(kind, rows[key], studio, by, only_good, tally)
        count += taken.count
        here_already += taken.here_already
        refused += taken.refused
        if taken.refused and not only_good:
            break
    return ImportResult(count, here_already, refused)


def _keys(kind: TransferKind, rows: Sequence[TableRow]) -> Iterator[uuid.UUID]:
    """The identity of each row: its ``id``, or one made of what it says.

    So a file without identities, sent twice, is taken once; two rows that say the same are two.
    """
    seen: dict[str, int] = {}
    for row in rows:
        try:
            yield uuid.UUID(row.cells.get("id", ""))
        except ValueError:
            summary = json.dumps([kind.key, sorted(row.cells.items())])
            seen[summary] = seen.get(summary, 0) + 1
            yield uuid.uuid5(uuid.NAMESPACE_URL, f"{summary} {seen[summary]}")
