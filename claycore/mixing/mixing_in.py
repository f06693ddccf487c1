"""Two ways to get colourant into clay, wedged as powder or blended as slip, and which to choose.

Times, effort and evenness are common practice; the water sums are arithmetic. A stain that clumps
wants about its own mass of water to be dispersed in (common practice, from memory).
"""

import math
from dataclasses import dataclass
from enum import StrEnum

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.slip import CLAY_SOLID_DENSITY, USUAL_BLENDING_SOLIDS_PCT
from claycore.measure.formatting import plain

PLASTIC_WATER_PCT = 22.0
"""What plastic clay is taken to hold where nobody said. Common practice."""

DISPERSE_IN = 1.0
"""Grams of water for each gram of powder that clumps. Common practice, from memory."""


WEDGED_UP_TO_G = 1200.0
"""More plastic clay than this is hard on the wrists: they ache from 1 to 2 kg. Common practice."""

WEDGED_UP_TO_POWDER_G = 50.0
"""More powder than this takes an hour of wedging before the last streak is gone.

Common practice, from memory.
"""


@dataclass(frozen=True)
class Wedging:
    """How far somebody wedges before slip is the easier way: clay and powder, grams."""

    clay_g: float = WEDGED_UP_TO_G
    powder_g: float = WEDGED_UP_TO_POWDER_G


USUAL_WEDGING = Wedging()
"""How far most go. Common practice; a studio may set its own."""

WEDGED_FROM_PCT = 1.0
"""Less colourant than this streaks when it is wedged in dry. Common practice, from memory."""

WEDGED_UP_TO_PCT = 12.0
"""More colourant than this dries plastic clay too far to wedge. Common practice, from memory."""


SIEVED_FROM_G = 100.0
"""Less dry clay than this is not sieved: too much of it stays on the mesh. From memory."""

ON_PLASTER_CM = 1.5
"""How thick slip is poured on plaster: a finger. Common practice, from memory."""

PLASTER_SIDE_CM = 60.0
"""The side of the largest plaster that a studio commonly has. From memory."""


CUT_AND_LOOK = "Cut it and look: streaks mean wedge again."


class Method(StrEnum):
    """How colourant gets into clay."""

    WEDGE = "wedge"
    BLEND = "blend"


@dataclass(frozen=True)
class Stiffness:
    """A state that slip is dried to, and the water it then holds, percent of the wet weight."""

    name: str
    water_pct: float


LEATHER_HARD = Stiffness("leather-hard", 16.0)
"""Stiff enough to carve. Common practice, from memory."""


@dataclass(frozen=True)
class DriesTo:
    """The grams of water that have to leave until a mix is as stiff as this."""

    stiffness: Stiffness
    water_g: float


@dataclass(frozen=True)
class MixingWay:
    """One way of mixing it in: what to do, how long it takes, and what it is like.

    ``water_to_add_g`` and ``water_to_dry_off_g`` are what this clay needs for it, until it is
    plastic; ``dries_to`` the water that leaves until each stiffness.
    """

    method: Method
    title: str
    steps: tuple[str, ...]
    waits: str
    dust: str
    evenness: str
    effort: str
    water_to_add_g: float
    water_to_dry_off_g: float
    dries_to: tuple[DriesTo, ...] = ()


def wedged(clay: ClayInHand, powder_g: float) -> MixingWay:
    """Powder wedged into plastic clay. Grams. Source: common practice; the water is arithmetic."""
    plastic = clay
    first = "Cut the clay into slices."
    add_g = moisture.water_to_add(powder_g, clay) if clay.state == ClayState.PLASTIC else 0.0
    dry_off_g = 0.0
    if clay.state != ClayState.PLASTIC:
        plastic = moisture.plastic_clay(
            moisture.plastic_mass(clay.dry_g, PLASTIC_WATER_PCT), PLASTIC_WATER_PCT
        )
        powder_water_g = moisture.water_to_add(powder_g, plastic)
        missing_g = plastic.water_g + powder_water_g - clay.water_g
        add_g, dry_off_g = max(0.0, missing_g), max(0.0, -missing_g)
        first = (
            f"First bring the clay to a plastic state: {_water(add_g, dry_off_g)}."
            if clay.state != ClayState.SLIP
            else f"Stiffen the slip on plaster: remove about {_grams(dry_off_g)} g of water."
        )
    is_plastic = clay.state == ClayState.PLASTIC
    about = f": about {plain(add_g, 1)} g in total" if is_plastic else ""
    return MixingWay(
        Method.WEDGE,
        "Wedge in the colourant",
        (
            first,
            "Sprinkle the powder between the slices, mist it with water and close the stack.",
            f"Wedge at least 50 times, adding water back as it stiffens{about}.",
            CUT_AND_LOOK,
        ),
        "No wait to start; rest it overnight in a bag afterwards.",
        "More dust: the powder lies open on the board.",
        "Streaks if under-wedged; unsieved oxide leaves specks.",
        "Hard on the wrists above 1–2 kg.",
        add_g,
        dry_off_g,
    )


def _grams(mass_g: float) -> str:
    """Grams to what matters here: a tenth below ten, whole above."""
    return plain(mass_g, 1 if mass_g < 10 else 0)


def _water(add_g: float, dry_off_g: float) -> str:
    if add_g:
        return f"add {plain(add_g, 1)} g of water"
    return f"remove {plain(dry_off_g, 1)} g of water"


def blended(clay: ClayInHand, powder_g: float) -> MixingWay:
    """Colourant dispersed in slip, which is then stiffened on plaster.

    Grams. Source: common practice; the water is arithmetic.
    """
    disperse_g = powder_g * DISPERSE_IN
    add_g = _water_to_slip(clay)
    dry_total_g = clay.dry_g + powder_g
    in_it_g = clay.water_g + add_g + disperse_g
    stiffnesses = (_plastic_again(clay), LEATHER_HARD)
    dries_to = tuple(DriesTo(to, _dries_off(dry_total_g, in_it_g, to)) for to in stiffnesses)
    dry_off_g = dries_to[0].water_g
    onto_plaster = (
        "Use it as slip, or pour it on plaster"
        if clay.state == ClayState.SLIP
        else "Pour it on plaster"
    )
    layer = _layer(dry_total_g / CLAY_SOLID_DENSITY + in_it_g)
    return MixingWay(
        Method.BLEND,
        "Blend the colourant into slip",
        (
            *_to_slip(clay, add_g),
            f"Stir the powder into {_grams(disperse_g)} g of water until no lumps remain, pour it"
            " into the slip and blend.",
            _sieved(clay.dry_g),
            f"{onto_plaster}, a finger thick ({layer}), and turn it once: about"
            f" {_grams(dry_off_g)} g of water has to go until it is plastic. Keep one slab of"
            " plaster for dark colours.",
            "Still too wet after a day: fresh or dried plaster, a thinner sheet, or a fan.",
            f"Pick out chips of plaster: they blow out of fired ware. Wedge it. {CUT_AND_LOOK}",
            "Let the plaster dry before it is used again.",
        ),
        "Up to overnight to slake; then about an hour a side on plaster for a thin"
        " layer, a day for a thick one.",
        "Least dust: powder goes into water.",
        "Even colour throughout.",
        "Little effort, but a day's wait.",
        add_g + disperse_g,
        dry_off_g,
        dries_to,
    )


def _water_to_slip(clay: ClayInHand) -> float:
    """The water that makes clay into slip that pours. Slip stays as thick as somebody made it."""
    if clay.state == ClayState.SLIP:
        return 0.0
    solids_pct = USUAL_BLENDING_SOLIDS_PCT
    return max(0.0, clay.dry_g * (100 - solids_pct) / solids_pct - clay.water_g)


def _plastic_again(clay: ClayInHand) -> Stiffness:
    """As plastic as the clay was, where it was plastic; else as plastic clay usually is."""
    water_pct = PLASTIC_WATER_PCT
    wettest_pct = moisture.POSSIBLE_WATER_PCT[1]
    if clay.state == ClayState.PLASTIC:
        own_pct = clay.condition.water_pct
        water_pct = own_pct if LEATHER_HARD.water_pct < own_pct <= wettest_pct else water_pct
    return Stiffness("plastic, for wedging", water_pct)


def _layer(slip_ml: float) -> str:
    """The plaster that so much slip covers."""
    side_cm = math.sqrt(slip_ml / ON_PLASTER_CM)
    shown = plain(side_cm, 0) if side_cm < 20 else plain(5 * math.ceil(side_cm / 5), 0)
    goes = ", or in several goes" if side_cm > PLASTER_SIDE_CM else ""
    return f"about {shown} × {shown} cm of plaster{goes}"


def _sieved(dry_g: float) -> str:
    """How the colour comes out even, or on purpose not."""
    even = "pass everything through a 60–80 mesh sieve, twice."
    if dry_g < SIEVED_FROM_G:
        even = (
            "grind the powder with its water in a mortar first; a sieve holds back too much of so"
            " little slip."
        )
    return (
        f"For an even colour: {even} For specks: leave that out, and note how coarse the"
        " colourant is."
    )


def _to_slip(clay: ClayInHand, add_g: float) -> tuple[str, ...]:
    """How clay of this state becomes slip. Plastic clay does not slake by itself."""
    if clay.state == ClayState.SLIP:
        return ("Stir the slip thoroughly.",)
    slake = (
        f"Put it, in small pieces, into {_grams(add_g)} g of water, clay onto water: 20 minutes for"
        " dry crumbs, overnight to be sure. Then stir."
    )
    if clay.state == ClayState.DRY:
        return (slake,)
    blunge = f"or cut it small and blunge it with a drill in {_grams(add_g)} g of water."
    dried_g = add_g + clay.water_g
    return (
        "Plastic clay does not slake by itself. Let it dry out, crush it in a closed bag and slake"
        f" it in {_grams(dried_g)} g of water; {blunge}",
    )


def _dries_off(dry_g: float, water_g: float, to: Stiffness) -> float:
    return max(0.0, water_g - dry_g * to.water_pct / (100 - to.water_pct))


def ways(clay: ClayInHand, powder_g: float) -> tuple[MixingWay, MixingWay]:
    """Both ways for this clay and this much powder, all in grams.

    Source: common practice; the water is arithmetic.
    """
    return wedged(clay, powder_g), blended(clay, powder_g)


@dataclass(frozen=True)
class MixingAdvice:
    """Which way to choose for a mix, why, and the other way beside it."""

    choose: MixingWay
    because: str
    other: MixingWay


def advice(clay: ClayInHand, powder_g: float, wedging: Wedging = USUAL_WEDGING) -> MixingAdvice:
    """The way recommended for so much clay in this state and so much powder, all in grams.

    ``wedging`` is how far the studio wedges. Source: common practice; where it draws the lines
    stands beside each figure above.
    """
    wedge, blend = ways(clay, powder_g)
    method, because = _choice(clay, 100 * powder_g / clay.dry_g, wedging)
    return (
        MixingAdvice(wedge, because, blend)
        if method == Method.WEDGE
        else MixingAdvice(blend, because, wedge)
    )


def _choice(clay: ClayInHand, pct: float, wedging: Wedging) -> tuple[Method, str]:
    if clay.state == ClayState.SLIP:
        return Method.BLEND, "It is slip, and slip colours evenly."
    if clay.state == ClayState.DRY:
        because = "Dry clay has to be slaked anyway, and in slip the colourant spreads evenly."
        return Method.BLEND, because
    if clay.mass_g > wedging.clay_g:
        kilos, most = plain(clay.mass_g / 1000, 1), plain(wedging.clay_g / 1000, 2)
        because = f"{kilos} kg is hard to wedge evenly by hand, and on the wrists: over {most} kg."
        return Method.BLEND, because
    powder_g = pct / 100 * clay.dry_g
    if powder_g > wedging.powder_g:
        because = (
            f"{_grams(powder_g)} g of powder is an hour of wedging: over"
            f" {_grams(wedging.powder_g)} g. Slip takes little effort."
        )
        return Method.BLEND, because
    if pct < WEDGED_FROM_PCT:
        return Method.BLEND, f"As little as {plain(pct)} % streaks when it is wedged in dry."
    if pct > WEDGED_UP_TO_PCT:
        because = f"{plain(pct, 1)} % of dry powder stiffens plastic clay too much to wedge."
        return Method.BLEND, because
    because = f"{plain(clay.mass_g)} g of plastic clay is quickly wedged, with no wait for plaster."
    return Method.WEDGE, because
