"""A change of many single saves: who follows rows is told of them once, before it ends."""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from django.db import models, transaction

from umberpot.studio.signals import rows_gathered

Rows = dict[type[models.Model], set[int]]

_gathered: ContextVar[Rows | None] = ContextVar("gathered rows", default=None)


@contextmanager
def whole_change() -> Iterator[None]:
    """One transaction; ``rows_gathered`` tells, within it, which rows the whole of it wrote.

    Also a decorator. Inside another whole change it is a part of that one.
    """
    if _gathered.get() is not None:
        with transaction.atomic():
            yield
        return
    rows: Rows = defaultdict(set)
    with transaction.atomic():
        opened = _gathered.set(rows)
        try:
            yield
        finally:
            _gathered.reset(opened)
        rows_gathered.send(None, rows=rows)


def gather(model: type[models.Model], keys: Iterable[int]) -> bool:
    """Keeps these rows for the end of the change; False where no whole change is under way."""
    rows = _gathered.get()
    if rows is None:
        return False
    rows[model].update(keys)
    return True
