"""Looking something up: by its exact code or name, by its words, and within filters.

What a search reads is bounded, however much a studio has: the newest rows that have the words are
taken in the order of the index, and filters look through so many of them at most.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any

from django.db.models import Q
from django.urls import reverse

from umberpot.library.models import Indexed
from umberpot.library.search.kind import FoundRow, SearchKind
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.matching import MOST_LOOKED_THROUGH, keys_of
from umberpot.library.search.meaning import without_stop_words
from umberpot.library.search.meant import tiles_meant
from umberpot.library.search.narrowing import Asked, narrowed
from umberpot.library.search.pages import is_called_so, pages_for, terms_for
from umberpot.library.search.spelling import did_you_mean
from umberpot.library.search.typed import key_of, words_in
from umberpot.studio.models import Membership, Studio

MOST_OF_A_KIND = 6
"""So many of each kind are offered while someone types."""

MOST_ON_A_PAGE = 24
"""So many of each kind are on the page of results."""


@dataclass(frozen=True)
class OfKind:
    """What was found of one kind; ``more`` is whether there is more than is shown."""

    title: str
    slug: str
    shape: str
    rows: list[FoundRow]
    more: bool = False


@dataclass(frozen=True)
class SearchAnswer:
    """All that was found, by kind; ``only`` is what Enter opens at once.

    ``instead`` is what may have been meant where nothing has the words; ``notes`` say what else was
    understood, and what was left out to find anything.
    """

    kinds: list[OfKind] = field(default_factory=list)
    only: FoundRow | None = None
    instead: str = ""
    notes: Sequence[str] = ()

    @property
    def count(self) -> int:
        return sum(len(kind.rows) for kind in self.kinds)


def look_up(studio: Studio, typed: str, decides: bool = True) -> SearchAnswer:
    """The best few of each kind, while someone types; pages of owners if that is who ``decides``.

    Enter opens what is called exactly so, the first of its kind in the order of KINDS; else the
    only thing that was found.
    """
    whole = words_in(typed)
    if not whole:
        return SearchAnswer()
    words = without_stop_words(whole)
    kinds = [_of_kind(studio, kind, words, MOST_OF_A_KIND) for kind in KINDS.values()]
    kinds = _with_fixed(studio, words, kinds, MOST_OF_A_KIND, decides)
    return SearchAnswer(kinds, _only(studio, "".join(whole), kinds), _instead(studio, words, kinds))


def results(
    studio: Studio, typed: str, asked: Asked, only_kind: str = "", decides: bool = True
) -> SearchAnswer:
    """The page of results: words, filters, or both; of one kind alone it shows more."""
    words = without_stop_words(words_in(typed))
    if not words and not asked:
        return SearchAnswer()
    fitting = [kind for kind in KINDS.values() if asked.keys() <= kind.filters.keys()]
    most = MOST_ON_A_PAGE
    if only_kind in KINDS:
        fitting = [kind for kind in fitting if kind.slug == only_kind]
        most *= 10
    kinds = [_narrowed(studio, kind, words, asked, most) for kind in fitting]
    notes: Sequence[str] = ()
    if not asked and not only_kind:
        kinds = _with_fixed(studio, words, kinds, MOST_ON_A_PAGE, decides)
        meant = tiles_meant(studio, words, MOST_ON_A_PAGE)
        if meant.tiles:
            rows = [KINDS["tiles"].found(tile) for tile in meant.tiles]
            kinds = [OfKind(meant.title, "meant", "tile", rows), *kinds]
            notes = meant.notes
    kinds = [kind for kind in kinds if kind.rows]
    return SearchAnswer(kinds, instead=_instead(studio, words, kinds), notes=notes)


def _instead(studio: Studio, words: Sequence[str], kinds: Sequence[OfKind]) -> str:
    """What may have been meant; only where nothing was found."""
    return "" if kinds or not words else did_you_mean(studio, words)


def _rows(kind: SearchKind, keys: Sequence[int]) -> list[Any]:
    """The rows of these keys, in their order."""
    by_key = {row.pk: row for row in kind.rows().filter(pk__in=keys)}
    return [by_key[key] for key in keys if key in by_key]


def _of_kind(studio: Studio, kind: SearchKind, words: Sequence[str], most: int) -> OfKind:
    keys = keys_of(studio, kind, words, most + 1)
    rows = [kind.found(row) for row in _rows(kind, keys[:most])] if keys else []
    return OfKind(kind.title, kind.slug, kind.shape, rows, more=len(keys) > most)


def _narrowed(
    studio: Studio, kind: SearchKind, words: Sequence[str], asked: Asked, most: int
) -> OfKind:
    if not asked:
        return _of_kind(studio, kind, words, most)
    lookups = Q(studio=studio)
    keys: list[int] = []
    if words:
        keys = keys_of(studio, kind, words, MOST_LOOKED_THROUGH)
        lookups &= Q(pk__in=keys)
    for name, value in asked.items():
        lookups &= kind.filters[name](value)
    every = kind.rows_with_words().filter(lookups).order_by("-pk")[:MOST_LOOKED_THROUGH]
    rows = narrowed(list(every), asked)
    if words and "near" not in asked:
        place = {key: at for at, key in enumerate(keys)}
        rows.sort(key=lambda row: place[row.pk])
    found = [kind.found(row) for row in rows[:most]]
    return OfKind(kind.title, kind.slug, kind.shape, found, more=len(rows) > most)


def _only(studio: Studio, typed: str, kinds: Sequence[OfKind]) -> FoundRow | None:
    """What is called exactly so, or the only thing there is."""
    key = key_of(typed)
    exact = Indexed.objects.of(studio).filter(Q(key=key) | Q(alias=key))
    keys = _by_kind(exact[:MOST_OF_A_KIND])
    for slug, kind in KINDS.items():
        for row in _rows(kind, keys.get(slug, [])):
            return kind.found(row)
    every = [row for kind in kinds for row in kind.rows]
    same = [row for row in every if key_of(row.name) == key]
    return same[0] if same else every[0] if len(every) == 1 else None


def _by_kind(rows: Iterable[Indexed]) -> dict[str, list[int]]:
    found: dict[str, list[int]] = {}
    for row in rows:
        found.setdefault(row.kind, []).append(row.row_id)
    return found


def _with_fixed(
    studio: Studio, words: Sequence[str], kinds: Sequence[OfKind], most: int, decides: bool
) -> list[OfKind]:
    """With people, pages and words of the trade, none of which is a row of the studio's work.

    A page that is called exactly what was typed is meant before anything that only has the word.
    """
    pages = OfKind("Pages", "pages", "", pages_for(words, decides)[:most])
    people = OfKind("People", "people", "", list(_people(studio, words)))
    terms = OfKind("Glossary", "glossary", "", list(terms_for(words))[:most])
    first, last = (
        ([pages], [people, terms]) if is_called_so(words, decides) else ([], [people, pages, terms])
    )
    return [kind for kind in (*first, *kinds, *last) if kind.rows]


def _people(studio: Studio, words: Sequence[str]) -> Iterator[FoundRow]:
    members = Membership.objects.filter(studio=studio).select_related("user")
    for word in words:
        members = members.filter(user__username__icontains=word)
    for member in members[:MOST_OF_A_KIND]:
        url = f"{reverse('library:go')}?who={member.user}"
        yield FoundRow(str(member.user), f"{member.role}: what they made", url)
