"""What colourants cost, per kg of dry clay."""

from collections.abc import Iterable, Mapping

from claycore.mixing.cost import Priced, cost_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio

Prices = Mapping[str, float]
"""Prices per kg by name, of those that have one."""

_GRAMS = 1000
"""The dry clay that a percentage is of here."""


def prices_of(studio: Studio, names: Iterable[str]) -> Prices:
    """The price per kg of each of these colourants, where it is known."""
    priced = Material.objects.of(studio).filter(name__in=set(names), price_per_kg__isnull=False)
    rows = priced.values_list("name", "price_per_kg")
    return {name: float(price) for name, price in rows if price is not None}


def cost_per_kg(pcts: Mapping[str, float], prices: Prices) -> float | None:
    """What colourants at percentages on dry clay cost; None where a price is missing."""
    parts = [Priced(name, pct / 100 * _GRAMS, prices.get(name)) for name, pct in pcts.items()]
    found = cost_of(parts)
    return None if found.unpriced else found.total
