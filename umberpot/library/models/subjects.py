"""Rows that are about just one of several kinds of thing, each kind in a column of its own."""

from collections.abc import Iterable

from django.db.models import Q


def about_one_of(columns: Iterable[str]) -> Q:
    """That just one of these columns is filled."""
    columns = list(columns)
    found = Q()
    for filled in columns:
        found |= Q(**{f"{name}__isnull": name != filled for name in columns})
    return found
