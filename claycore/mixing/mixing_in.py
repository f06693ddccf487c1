"""Two ways to get colourant into clay: wedged as powder, or blended as slip.

Times, effort and evenness are common practice; the water sums are arithmetic. A stain that clumps
wants about its own mass of water to be dispersed in (common practice, from memory).
"""

from dataclasses import dataclass

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure.formatting import plain

BLENDING_SOLIDS_PCT = 70.0
"""Slip that is blended and then stiffened on plaster. Common practice."""

PLASTIC_WATER_PCT = 22.0
"""What plastic clay is taken to hold where nobody said. Common practice."""

DISPERSE_IN = 1.0
"""Grams of water for each gram of powder that clumps. Common practice, from memory."""


@dataclass(frozen=True)
class Way:
    """One way of mixing it in: what to do, how long it takes, and what it is like.

    ``water_to_add_g`` and ``water_to_dry_off_g`` are what this clay needs for it.
    """

    title: str
    steps: tuple[str, ...]
    waits: str
    dust: str
    evenness: str
    effort: str
    water_to_add_g: float
    water_to_dry_off_g: float


def wedged(clay: ClayInHand, powder_g: float) -> Way:
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
            else f"Stiffen the slip on plaster: remove {plain(dry_off_g)} g of water."
        )
    is_plastic = clay.state == ClayState.PLASTIC
    about = f": about {plain(add_g, 1)} g in total" if is_plastic else ""
    return Way(
        "Wedge in the colourant",
        (
            first,
            "Sprinkle the powder between the slices, mist it with water and close the stack.",
            f"Wedge at least 50 times, adding water back as it stiffens{about}.",
            "Cut through the clay. If you see streaks, wedge more.",
        ),
        "No wait to start; rest it overnight in a bag afterwards.",
        "More dust: the powder lies open on the board.",
        "Streaks if under-wedged; unsieved oxide leaves specks.",
        "Hard on the wrists above 1–2 kg.",
        add_g,
        dry_off_g,
    )


def _water(add_g: float, dry_off_g: float) -> str:
    if add_g:
        return f"add {plain(add_g, 1)} g of water"
    return f"remove {plain(dry_off_g, 1)} g of water"


def blended(clay: ClayInHand, powder_g: float) -> Way:
    """Colourant dispersed in slip, which is then stiffened on plaster.

    Grams. Source: common practice; the water is arithmetic.
    """
    water_as_slip_g = clay.dry_g * (100 - BLENDING_SOLIDS_PCT) / BLENDING_SOLIDS_PCT
    disperse_g = powder_g * DISPERSE_IN
    add_g = max(0.0, water_as_slip_g - clay.water_g)
    dry_total_g = clay.dry_g + powder_g
    kept_g = dry_total_g * PLASTIC_WATER_PCT / (100 - PLASTIC_WATER_PCT)
    dry_off_g = max(0.0, clay.water_g + add_g + disperse_g - kept_g)
    first = (
        "Stir the slip thoroughly."
        if clay.state == ClayState.SLIP
        else f"Slake the clay, in small pieces, in {plain(add_g, 1)} g of water: 20 minutes"
        " for dry crumbs, overnight to be sure."
    )
    return Way(
        "Blend the colourant into slip",
        (
            first,
            f"Stir the powder into {plain(disperse_g, 1)} g of water until no lumps"
            " remain. Sieve it for an even colour; leave it unsieved for specks.",
            "Pour it into the slip, blend, and pass everything through a 60–80 mesh sieve.",
            f"Pour it on plaster and turn it once: about {plain(dry_off_g, 1)} g of water"
            " is absorbed.",
        ),
        "Up to overnight to slake; then about an hour a side on plaster for a thin"
        " layer, a day for a thick one.",
        "Least dust: powder goes into water.",
        "Even colour throughout.",
        "Little effort, but a day's wait.",
        add_g + disperse_g,
        dry_off_g,
    )


def ways(clay: ClayInHand, powder_g: float) -> tuple[Way, Way]:
    """Both ways for this clay and this much powder, all in grams.

    Source: common practice; the water is arithmetic.
    """
    return wedged(clay, powder_g), blended(clay, powder_g)
