"""Finding clays by what their bars came to.

A clay is found if it surely meets what is asked: the end of its ± does. Several figures must be met
at one and the same cone.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from django.db.models import Exists, F, Min, OuterRef, Q, QuerySet

from claycore.testing.results import RESULTS
from umberpot.clays.models import ClayFigure
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio


class FigureEnd(StrEnum):
    """Which end of a figure is asked about."""

    AT_MOST = "at_most"
    AT_LEAST = "at_least"


WAYS = {FigureEnd.AT_MOST: "at most", FigureEnd.AT_LEAST: "at least"}
BY_NAME = "name"


@dataclass(frozen=True)
class Condition:
    """A result, by its code, that is to be surely at most or at least a figure."""

    result: str
    way: FigureEnd
    figure: float

    @property
    def at_cone(self) -> bool:
        return RESULTS[self.result].at_cone

    @property
    def met(self) -> Q:
        """What a kept figure of this result must be."""
        if self.way == FigureEnd.AT_MOST:
            return Q(result=self.result, value__lte=self.figure - F("u95"))
        return Q(result=self.result, value__gte=self.figure + F("u95"))


@dataclass(frozen=True)
class ClayQuery:
    """Which clays to find, and in which order: by name, or by a result, the least first."""

    words: str = ""
    cone: str = ""
    conditions: Sequence[Condition] = field(default_factory=tuple)
    order: str = BY_NAME

    @property
    def results(self) -> list[str]:
        """Every result that it is about, each once."""
        about = [condition.result for condition in self.conditions]
        return list(dict.fromkeys([*about, *([self.order] if self.order != BY_NAME else [])]))


def find(studio: Studio, asked: ClayQuery) -> QuerySet[Material]:
    """The clays of the studio's shelf that meet what is asked, in its order."""
    found = Material.objects.of(studio).testable().on_shelf().select_related("sheet")
    if asked.words:
        words = asked.words
        found = found.filter(Q(name__icontains=words) | Q(sheet__place__icontains=words))
    before = [condition for condition in asked.conditions if not condition.at_cone]
    fired = [condition for condition in asked.conditions if condition.at_cone]
    of_clay = ClayFigure.objects.surest().filter(clay=OuterRef("pk"))
    for condition in before:
        found = found.filter(Exists(of_clay.filter(condition.met)))
    if asked.cone:
        of_clay = of_clay.filter(cone=asked.cone)
    if fired or asked.cone:
        found = found.filter(Exists(_all_met(of_clay, fired)))
    return _in_order(found, asked)


def _all_met(
    figures: QuerySet[ClayFigure], conditions: Sequence[Condition]
) -> QuerySet[ClayFigure]:
    """Those of the figures at whose clay and cone every condition is met."""
    for condition in conditions:
        there = ClayFigure.objects.surest().filter(clay=OuterRef("clay"), cone=OuterRef("cone"))
        figures = figures.filter(Exists(there.filter(condition.met)))
    return figures


def _in_order(found: QuerySet[Material], asked: ClayQuery) -> QuerySet[Material]:
    if asked.order == BY_NAME:
        return found.order_by("name")
    counts = Q(figures__result=asked.order, figures__surest=True)
    if asked.cone and RESULTS[asked.order].at_cone:
        counts &= Q(figures__cone=asked.cone)
    least = found.annotate(least=Min("figures__value", filter=counts))
    return least.order_by(F("least").asc(nulls_last=True), "name")
