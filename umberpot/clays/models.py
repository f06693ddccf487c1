"""What the bars of a clay come to, kept."""

from collections.abc import Iterator
from typing import Any, ClassVar, Self

from django.db import models
from django.db.models import Count, Q, Sum

from claycore.measure.replicates import EqualPieces, Record
from claycore.testing.results import RESULTS, Figure
from umberpot.shelf.models import Material
from umberpot.studio.models import StudioOwned, StudioQuerySet


class ClayFigureQuerySet(StudioQuerySet):
    """Kept figures, and what they add up to."""

    def surest(self) -> Self:
        """Of soaks, those that fill the pores most surely at their clay and cone: one each."""
        return self.filter(surest=True)

    def records(self, *by: str) -> Iterator[tuple[tuple[Any, ...], Figure, Record]]:
        """How sets of equal pieces differed: one record a figure, and for each value of ``by``."""
        replicated = self.filter(bars__gt=1).order_by().values(*by, "result", "method")
        for row in replicated.annotate(pieces=Sum("bars"), sets=Count("pk"), total=Sum("squares")):
            key = tuple(row[name] for name in by)
            record = Record(row["pieces"], row["sets"], row["total"])
            yield key, (row["result"], row["method"]), record


class SummedUp(StudioOwned):
    """A clay whose figures are as its bars are. Where there is no such row, that is overdue."""

    clay = models.OneToOneField(Material, on_delete=models.CASCADE, related_name="summed_up")

    def __str__(self) -> str:
        return f"figures of {self.clay}"


class ClayFigure(StudioOwned):
    """One result of a clay's bars at a cone, kept so that lists of clays can be searched, and so
    that what equal pieces of the studio differ by is known.

    ``cone`` is '' for what is known before any firing; ``result`` is a code of
    claycore.testing.results.RESULTS, ``method`` that of the soak, '' where none. ``squares`` are
    those of claycore.measure.replicates. Summed up by :mod:`umberpot.clays.figures`.
    """

    clay = models.ForeignKey(Material, on_delete=models.CASCADE, related_name="figures")
    cone = models.CharField(max_length=4, blank=True)
    result = models.CharField(max_length=22)
    method = models.CharField(max_length=12, blank=True)
    surest = models.BooleanField()
    value = models.FloatField()
    u95 = models.FloatField()
    instruments_u95 = models.FloatField()
    squares = models.FloatField()
    bars = models.PositiveSmallIntegerField()

    objects: ClassVar = ClayFigureQuerySet.as_manager()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["clay", "cone", "result", "method"], name="clay_figure_once_a_cone"
            ),
            models.UniqueConstraint(
                fields=["clay", "cone", "result"],
                condition=Q(surest=True),
                name="clay_figure_one_surest_a_cone",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.clay} at cone {self.cone or 'none yet'}: {self.result} {self.value:g}"

    @property
    def pieces(self) -> EqualPieces:
        """The equal pieces behind it, in the core's unit."""
        scale = RESULTS[self.result].scale
        return EqualPieces(
            self.value / scale, self.instruments_u95 / scale, self.bars, self.squares
        )


class KeptVerdict(StudioOwned):
    """What a clay's page said, kept where it said something else before.

    It is judged as ``purpose``, ``ware`` and ``school`` say. ``own`` stands for what the clay's own
    bars and notes were then, ``limits`` for whose figures they were held against; ``u95`` is that
    of the absorption it was judged by, None where it had none. ``cause`` is why it is another.
    """

    class Cause(models.TextChoices):
        FIRST = "first", "the first that was noted"
        OWN = "own", "its own bars or notes"
        LIMITS = "limits", "the limits"
        OTHERS = "others", "what identical pieces of other clays differ by"

    clay = models.ForeignKey(Material, on_delete=models.CASCADE, related_name="kept_verdicts")
    purpose = models.CharField(max_length=12)
    ware = models.CharField(max_length=12)
    school = models.CharField(max_length=8)
    headline = models.CharField(max_length=200)
    u95 = models.FloatField(null=True)
    own = models.CharField(max_length=64)
    limits = models.CharField(max_length=64)
    cause = models.CharField(max_length=6, choices=Cause.choices)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["clay", "purpose", "ware", "school"])]

    def __str__(self) -> str:
        return f"{self.clay}: {self.headline}"
