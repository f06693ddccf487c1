"""What can hurt someone, said where the work meets it.

Short, at the step, deferring to the supplier's safety data sheet, local codes and licensed people.
Nothing here assures anyone that something is safe. Source: common practice of the trade.
"""

from dataclasses import dataclass


@dataclass(frozen=True)
class Caution:
    """One or two lines for the step, and ``more`` for whoever asks."""

    code: str
    title: str
    text: str
    more: str = ""


DUST = Caution(
    "dust",
    "Dust",
    "Dry clay, stains and oxides are not for breathing. Wear a fitted particulate respirator.",
    "Clay dust holds silica and colourants hold metal compounds. Put powder into water rather than"
    " onto a board, wipe up wet, never sweep dry, and crush dried clay in a closed bag.",
)
SKIN = Caution(
    "skin",
    "Skin and mouth",
    "Wear gloves for stains and oxides. No food in the studio.",
    "Keep tools, ovens and blenders that touch coloured clay out of the kitchen for good. The"
    " supplier's safety data sheet decides what a material needs.",
)
KILN = Caution(
    "kiln",
    "Kiln",
    "Vent the kiln, keep away while fuming materials fire, and never open it hot.",
    "Wet ware explodes: hold below 100 °C until it is dry. Wiring and siting follow local code and"
    " a licensed electrician. An unknown clay's first high firing belongs in a saucer.",
)
BOILING = Caution(
    "boiling",
    "Boiling",
    "Boiling water scalds and a shocked piece can break. Let it cool in the water.",
    "Keep the water topped up. Blot the surface, do not bake it. Use a pot that is never used for"
    " food again.",
)
DIGGING = Caution(
    "digging",
    "Digging",
    "Ask the landowner first. Keep off unstable banks, and off ground that may be contaminated.",
    "Protected sites and buried services are out of bounds; a bank that overhangs can come down."
    " Local law decides where anyone may dig. Old works and tips may hold what is not for hands.",
)
VACUUM = Caution(
    "vacuum",
    "Vacuum",
    "Use a vessel made for vacuum and wear eye protection: glass under vacuum can implode.",
    "The pump's and the vessel's own instructions decide how it may be used.",
)
SAUCER = Caution(
    "saucer",
    "First high firing",
    "Stand it in a saucer or on a scrap tile: an unknown clay may run and ruin the shelf.",
    "Leave room about it. What the kiln's maker says of shelves and wash goes first.",
)
FOOD = Caution(
    "food",
    "Food",
    "A low absorption does not make ware fit for food. Only an accredited laboratory and local"
    " law decide that.",
    "Glaze release is measured by a laboratory (ASTM C738, ISO 6486). Absorption is one condition"
    " of several.",
)

_SHEET = "The supplier's safety data sheet decides how it may be handled and fired."

NAMED_MATERIALS: dict[str, Caution] = {
    caution.code: caution
    for caution in (
        Caution("manganese", "Manganese", f"Harmful as dust and as kiln fume. {_SHEET}"),
        Caution("chromium", "Chromium", f"Harmful as dust, and some of it as fume. {_SHEET}"),
        Caution("cobalt", "Cobalt", f"Harmful as dust and on the skin. {_SHEET}"),
        Caution("copper", "Copper", f"Harmful as dust and fume. {_SHEET}"),
        Caution("nickel", "Nickel", f"Harmful as dust and on the skin. {_SHEET}"),
        Caution("vanadium", "Vanadium", f"Harmful as dust. {_SHEET}"),
        Caution("cadmium", "Cadmium", f"Harmful as dust and fume; do not mill it. {_SHEET}"),
        Caution("barium", "Barium", f"Poisonous if swallowed. {_SHEET}"),
        Caution("lead", "Lead", f"Poisonous as dust, as fume and if swallowed. {_SHEET}"),
    )
}

BY_CODE: dict[str, Caution] = {
    **NAMED_MATERIALS,
    **{
        caution.code: caution
        for caution in (DUST, SKIN, KILN, BOILING, DIGGING, VACUUM, SAUCER, FOOD)
    },
}
"""Every caution by its code."""
