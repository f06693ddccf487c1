"""What kept mixes cost, by the prices on the shelf."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayState
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


@dataclass(frozen=True)
class PerKilo:
    """The price of a kilo of plastic clay, and the water it is taken to hold.

    ``water_is_known`` says that the mix was made of plastic clay, so that the water is its own.
    """

    price: float
    water_pct: float
    water_is_known: bool


def per_plastic_kilo(mix: Mix, cost: Cost) -> PerKilo:
    """What a kilo costs as plastic clay: as wet as the mix is, or as plastic clay usually is."""
    batch = mix.batch
    known = mix.state == ClayState.PLASTIC
    water_pct = 100 * batch.water_g / batch.mass_g if known else PLASTIC_WATER_PCT
    return PerKilo(cost.per_kg(moisture.plastic_mass(batch.dry_g, water_pct)), water_pct, known)
