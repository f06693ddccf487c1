"""Keeps the index true: whatever is written, what can be found of it follows at once.

Single rows tell by Django's signals, many at a time by ``rows_written`` of the studio, and what a
whole change wrote by ``rows_gathered``, once; all come within the transaction of the change.
"""

from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping, Sequence
from typing import Any

from django.db import models, transaction
from django.db.models.signals import post_delete, post_save, pre_delete

from umberpot.library.models import Indexed
from umberpot.library.search.kind import SearchKind
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.typed import key_of
from umberpot.studio.signals import rows_gathered, rows_written
from umberpot.studio.whole_change import gather

VERSION = 3
"""Raised with any change to the words of a kind: the next start then gathers them all again."""

AT_A_TIME = 500

_KEPT = ["scope", "name", "words", "key", "alias", "version"]

Model = type[models.Model]


def listen() -> None:
    """Follows every model that bears on what can be found."""
    for model in {model for kind in KINDS.values() for model in (kind.model, *kind.follows)}:
        post_save.connect(_saved, sender=model)
        pre_delete.connect(_about_to_go, sender=model)
        post_delete.connect(_gone, sender=model)
        rows_written.connect(_written, sender=model)
    rows_gathered.connect(_gathered)


def scope_of(studio_id: int, kind: SearchKind) -> str:
    """One word for a studio and a kind; a studio's words are looked for beside it only."""
    return f"s{studio_id}{kind.slug.replace('-', '')}"


def rebuild() -> None:
    """Gathers the words of everything again."""
    with transaction.atomic():
        Indexed.objects.all().delete()
        for kind in KINDS.values():
            keys = kind.rows().order_by("pk").values_list("pk", flat=True)
            _refresh(kind, list(keys))


def is_old() -> bool:
    """Whether rows were gathered in an earlier way, or none were though there is something."""
    if Indexed.objects.exclude(version=VERSION).exists():
        return True
    empty = not Indexed.objects.exists()
    return empty and any(kind.rows().exists() for kind in KINDS.values())


def _saved(sender: Model, instance: Any, **signal: Any) -> None:
    if not gather(sender, [instance.pk]):
        _follow({sender: [instance.pk]})


def _written(sender: Model, keys: Sequence[int], everything: bool = False, **signal: Any) -> None:
    if everything:
        for kind in _own(sender):
            _refresh(kind, keys)
    elif not gather(sender, keys):
        _follow({sender: keys})


def _gathered(rows: Mapping[Model, Collection[int]], **signal: Any) -> None:
    _follow(rows)


def _own(model: Model) -> list[SearchKind]:
    return [kind for kind in KINDS.values() if kind.model is model]


def _about_to_go(sender: Model, instance: Any, **signal: Any) -> None:
    """What bore on other rows is not there to lead to them afterwards."""
    instance.bore_on = {
        kind.slug: list(keys) for kind, keys in _borne_on(sender, [instance.pk]) if keys
    }


def _gone(sender: Model, instance: Any, **signal: Any) -> None:
    for kind in _own(sender):
        _refresh(kind, [instance.pk])
    for kind in KINDS.values():
        _refresh(kind, instance.bore_on.get(kind.slug, []))


def _follow(written: Mapping[Model, Collection[int]]) -> None:
    """Rows were written, by model: their own words, and those of the rows they bear on.

    A row that can itself be found bears on others by its name: where that stayed, so do they.
    """
    borne_on: dict[str, set[int]] = defaultdict(set)
    refreshed: dict[str, set[int]] = defaultdict(set)
    for model, keys in written.items():
        own = _own(model)
        bearing = {key for kind in own for key in _refresh(kind, list(keys))} if own else keys
        for kind in own:
            refreshed[kind.slug].update(keys)
        if bearing:
            for kind, found in _borne_on(model, bearing):
                borne_on[kind.slug] |= found
    for slug, found in borne_on.items():
        # All was written before any words were gathered: once is enough for each row.
        _refresh(KINDS[slug], list(found - refreshed[slug]))


def _borne_on(model: Model, keys: Collection[int]) -> Iterator[tuple[SearchKind, set[int]]]:
    for kind in KINDS.values():
        found: set[int] = set()
        for lookup in kind.follows.get(model, ()):
            rows = kind.model._base_manager.filter(**{f"{lookup}__in": keys})
            found.update(rows.values_list("pk", flat=True))
        if found:
            yield kind, found


def _refresh(kind: SearchKind, keys: Sequence[int]) -> set[int]:
    """Gathers the words of some rows again; the keys of those that are new or have another name."""
    renamed: set[int] = set()
    for start in range(0, len(keys), AT_A_TIME):
        renamed |= _refresh_some(kind, keys[start : start + AT_A_TIME])
    return renamed


def _refresh_some(kind: SearchKind, keys: Sequence[int]) -> set[int]:
    rows = kind.rows_with_words().filter(pk__in=keys)
    now = {row.pk: _indexed(kind, row) for row in rows}
    had = {row.row_id: row for row in Indexed.objects.filter(kind=kind.slug, row_id__in=keys)}
    gone = [row.pk for key, row in had.items() if key not in now]
    if gone:
        Indexed.objects.filter(pk__in=gone).delete()
    fresh = [one for key, one in sorted(now.items()) if not _same(one, had.get(key))]
    Indexed.objects.bulk_create(
        fresh, update_conflicts=True, unique_fields=["kind", "row_id"], update_fields=_KEPT
    )
    return {one.row_id for one in fresh if _is_renamed(one, had.get(one.row_id))}


def _indexed(kind: SearchKind, row: Any) -> Indexed:
    words = kind.words(row)
    return Indexed(
        studio_id=row.studio_id,
        kind=kind.slug,
        row_id=row.pk,
        scope=scope_of(row.studio_id, kind),
        name=words.name,
        words=words.text,
        key=key_of(words.name),
        alias=key_of(words.alias),
        version=VERSION,
    )


def _same(one: Indexed, had: Indexed | None) -> bool:
    return had is not None and all(getattr(one, name) == getattr(had, name) for name in _KEPT)


def _is_renamed(one: Indexed, had: Indexed | None) -> bool:
    return had is None or one.name != had.name
