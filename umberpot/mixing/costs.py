"""What kept mixes cost, by the prices on the shelf."""

from collections.abc import Sequence

from claycore.materials import moisture
from claycore.mixing.cost import Cost, Priced, cost_of
from claycore.mixing.mixing_in import PLASTIC_WATER_PCT
from umberpot.mixing.models import Mix, MixPart


def _priced(part: MixPart) -> Priced:
    price = part.material.price_per_kg if part.material else None
    grams = part.on_shelf_g(part.in_it_g)
    return Priced(part.name, grams, None if price is None else float(price))


def cost_of_mixes(mixes: Sequence[Mix]) -> Cost:
    """What all of them cost together; coloured clay that was mixed before counts nothing again.

    Two queries, however many mixes.
    """
    parts = (
        MixPart.objects.filter(mix__in=[mix.pk for mix in mixes])
        .exclude(role__in=[MixPart.Role.WATER, *MixPart.COLOURED])
        .select_related("material", "mix")
        .prefetch_related("weighings")
    )
    return cost_of([_priced(part) for part in parts])


def cost_of_mix(mix: Mix) -> Cost:
    """What one mix costs, coloured clay that went into it included at what that cost."""
    parts = list(
        MixPart.objects.filter(mix=mix)
        .exclude(role=MixPart.Role.WATER)
        .select_related("material", "mix", "source")
        .prefetch_related("weighings")
    )
    found = cost_of([_priced(part) for part in parts if part.role not in MixPart.COLOURED])
    for part in parts:
        if part.role in MixPart.COLOURED and part.source:
            of_source = cost_of_mix(part.source)
            share = part.in_it_g * part.dry_share / part.source.batch.dry_g
            unpriced = dict.fromkeys([*found.unpriced, *of_source.unpriced])
            found = Cost(found.total + of_source.total * share, tuple(unpriced))
        elif part.role in MixPart.COLOURED:
            found = Cost(found.total, (*found.unpriced, part.name))
    return found


def plastic_g(mix: Mix) -> float:
    """What the mix weighs as plastic clay, for a price per kilo."""
    return moisture.plastic_mass(mix.batch.dry_g, PLASTIC_WATER_PCT)
