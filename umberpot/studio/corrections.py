"""Superseding figures many at a time."""

from collections.abc import Iterable

from django.contrib.auth.models import User
from django.utils import timezone

from umberpot.studio.models import Correctable

Replacement = tuple[Correctable | None, Correctable | None]
"""What stood there, and what stands there from now on; either may be missing."""


def replace_figures(replacements: Iterable[Replacement], by: User) -> None:
    """Marks each old row as superseded and saves what corrects it: two statements a kind of row.

    In that order, as only one row of a kind may stand in a place.
    """
    olds: dict[type[Correctable], list[int]] = {}
    news: dict[type[Correctable], list[Correctable]] = {}
    for old, new in replacements:
        if old:
            olds.setdefault(type(old), []).append(old.pk)
        if new:
            new.corrects = old
            news.setdefault(type(new), []).append(new)
    now = timezone.now()
    for model, keys in olds.items():
        model.objects.filter(pk__in=keys).update(superseded_at=now, superseded_by=by)
    for model, rows in news.items():
        model.objects.bulk_create(rows)
