"""What the search looks through: one row for each thing that can be found, with its words.

The full text lies in an FTS5 table over these rows (``library_search``), which triggers of the
migration keep: whatever changes a row here changes the index in the same statement.
"""

from typing import ClassVar, Self

from django.db import models

from umberpot.studio.models import Studio


class IndexedQuerySet(models.QuerySet):
    """Rows of the index; :meth:`of` is the only door views use."""

    def of(self, studio: Studio) -> Self:
        """The rows of this studio and of no other."""
        return self.filter(studio=studio)


class Indexed(models.Model):
    """One thing: the kind and key of its row, its name, and the words it is found by.

    ``scope`` is one word for its studio and kind, by which the full text is kept apart. ``key``
    and ``alias`` are its name and other name as someone types them in a hurry: without spaces,
    accents and capitals. ``version`` is that of the way its words are gathered.
    """

    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=20)
    row_id = models.BigIntegerField()
    scope = models.CharField(max_length=40)
    name = models.TextField()
    words = models.TextField()
    key = models.CharField(max_length=200)
    alias = models.CharField(max_length=200, blank=True)
    version = models.PositiveSmallIntegerField()

    objects: ClassVar = IndexedQuerySet.as_manager()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kind", "row_id"], name="indexed_once")]
        indexes = [
            models.Index(fields=["studio", "key"], name="indexed_by_key"),
            models.Index(fields=["studio", "alias"], name="indexed_by_alias"),
        ]

    def __str__(self) -> str:
        return self.name
