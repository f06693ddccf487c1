"""Which rows have some words, by the full text."""

from collections.abc import Sequence

from django.db import connection

from umberpot.library.search.index import scope_of
from umberpot.library.search.kind import SearchKind
from umberpot.library.search.typed import match
from umberpot.studio.models import Studio

MOST_LOOKED_THROUGH = 2000
"""Of the rows that have the words, so many of the newest are looked through for the rest."""


def keys_of(studio: Studio, kind: SearchKind, words: Sequence[str], most: int) -> list[int]:
    """Keys of the rows that have the words: those with all in their names first, then newest."""
    scope, wanted = scope_of(studio.pk, kind), list(kind.wanted(words))
    found = _matching(match(scope, wanted, "name"), most)
    if len(found) < most:
        seen = set(found)
        everywhere = _matching(match(scope, wanted, "name words"), most + len(found))
        found += [key for key in everywhere if key not in seen]
    return found[:most]


def _matching(query: str, most: int) -> list[int]:
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT i.row_id FROM library_search s JOIN library_indexed i ON i.id = s.rowid"
            " WHERE library_search MATCH %s ORDER BY s.rowid DESC LIMIT %s",
            [query, most],
        )
        return [key for (key,) in cursor.fetchall()]
