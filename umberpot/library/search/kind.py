"""What a kind of thing that can be found is made of."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Any

from django.db import models
from django.db.models import Q, QuerySet

from umberpot.library.search.typed import folded


@dataclass(frozen=True)
class FoundRow:
    """Something to go to: its name, what it is, where it is; and the row, to draw it by."""

    name: str
    summary: str
    url: str
    row: Any = None


@dataclass(frozen=True)
class SearchWords:
    """What a row is found by: its name, another name it has, and all else that is said of it."""

    name: str
    words: Iterable[object] = ()
    alias: str = ""

    @property
    def text(self) -> str:
        """The words in one line; what is empty is left out."""
        return " ".join(str(word) for word in self.words if word not in (None, ""))


Lookup = Callable[[Any], Q]


@dataclass(frozen=True)
class SearchKind:
    """A kind of thing.

    ``called`` are words for it: someone who types one beside others means this kind, and need not
    find it in the row. ``only`` are those of its rows that can be found. ``follows`` are models
    whose rows bear on its words, each with the lookups that lead from its rows to theirs.
    ``filters`` lead from a filter's value to a lookup. ``shape`` is how the page of results draws
    it.
    """

    slug: str
    title: str
    model: type[models.Model]
    words: Callable[[Any], SearchWords]
    found: Callable[[Any], FoundRow]
    called: tuple[str, ...] = ()
    related: tuple[str, ...] = ()
    prefetched: tuple[str, ...] = ()
    follows: dict[type[models.Model], tuple[str, ...]] = field(default_factory=dict)
    filters: dict[str, Lookup] = field(default_factory=dict)
    deferred: tuple[str, ...] = ()
    shape: str = ""
    only: Q = field(default_factory=Q)

    def wanted(self, words: Sequence[str]) -> Sequence[str]:
        """The words without those that only name the kind; all of them where nothing is left."""
        names = {f"{name}{ending}" for name in self.called for ending in ("", "s", "es")}
        return [word for word in words if folded(word) not in names] or words

    def rows(self) -> QuerySet:
        """All rows of this kind that can be found, with what their captions say."""
        every = self.model._default_manager.filter(self.only).order_by()
        return every.select_related(*self.related).defer(*self.deferred)

    def rows_with_words(self) -> QuerySet:
        """The same, with all that their words are gathered from."""
        return self.rows().prefetch_related(*self.prefetched)
