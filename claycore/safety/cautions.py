"""What can hurt someone, said where the work meets it.

Short, at the step, deferring to the supplier's safety data sheet, local codes and licensed people.
Nothing here assures anyone that something is safe. Source: common practice of the trade.
"""

from dataclasses import dataclass


@dataclass(frozen=True)
class Caution:
    """One or two lines for the step, and ``more`` for whoever asks.

    ``is_material`` marks those of a named material, which the shelf offers to watch for.
    """

    code: str
    title: str
    text: str
    more: str = ""
    is_material: bool = False


def _material(code: str, title: str, harm: str) -> Caution:
    sheet = "The supplier's safety data sheet decides how it may be handled and fired."
    return Caution(code, title, f"{harm} {sheet}", is_material=True)


CAUTIONS = {
    caution.code: caution
    for caution in (
        Caution(
            "dust",
            "Dust",
            "Dry clay, stains and oxides are not for breathing. Wear a fitted particulate"
            " respirator.",
            "Clay dust holds silica and colourants hold metal compounds. Put powder into water"
            " rather than onto a board, wipe up wet, never sweep dry, and crush dried clay in a"
            " closed bag.",
        ),
        Caution(
            "skin",
            "Skin and mouth",
            "Wear gloves for stains and oxides. No food in the studio.",
            "Keep tools, ovens and blenders that touch coloured clay out of the kitchen for good."
            " The supplier's safety data sheet decides what a material needs.",
        ),
        Caution(
            "kiln",
            "Kiln",
            "Vent the kiln, keep away while fuming materials fire, and never open it hot.",
            "Wet ware explodes: hold below 100 °C until it is dry. Wiring and siting follow local"
            " code and a licensed electrician. An unknown clay's first high firing belongs in a"
            " saucer.",
        ),
        Caution(
            "boiling",
            "Boiling",
            "Boiling water scalds and a shocked piece can break. Let it cool in the water.",
            "Keep the water topped up. Blot the surface, do not bake it. Use a pot that is never"
            " used for food again.",
        ),
        Caution(
            "digging",
            "Digging",
            "Ask the landowner first. Keep off unstable banks, and off ground that may be"
            " contaminated.",
            "Protected sites and buried services are out of bounds; a bank that overhangs can come"
            " down. Local law decides where anyone may dig. Old works and tips may hold what is"
            " not for hands.",
        ),
        Caution(
            "vacuum",
            "Vacuum",
            "Use a vessel made for vacuum and wear eye protection: glass under vacuum can implode.",
            "The pump's and the vessel's own instructions decide how it may be used.",
        ),
        Caution(
            "saucer",
            "First high firing",
            "Stand it in a saucer or on a scrap tile: an unknown clay may run and ruin the shelf.",
            "Leave room about it. What the kiln's maker says of shelves and wash goes first.",
        ),
        Caution(
            "food",
            "Food",
            "A low absorption does not make ware fit for food. Only an accredited laboratory and"
            " local law decide that.",
            "Glaze release is measured by a laboratory (ASTM C738, ISO 6486). Absorption is one"
            " condition of several.",
        ),
        _material("manganese", "Manganese", "Harmful as dust and as kiln fume."),
        _material("chromium", "Chromium", "Harmful as dust, and some of it as fume."),
        _material("cobalt", "Cobalt", "Harmful as dust and on the skin."),
        _material("copper", "Copper", "Harmful as dust and fume."),
        _material("nickel", "Nickel", "Harmful as dust and on the skin."),
        _material("vanadium", "Vanadium", "Harmful as dust."),
        _material("cadmium", "Cadmium", "Harmful as dust and fume; do not mill it."),
        _material("barium", "Barium", "Poisonous if swallowed."),
        _material("lead", "Lead", "Poisonous as dust, as fume and if swallowed."),
    )
}
"""Every caution by its code."""


def named_materials() -> dict[str, Caution]:
    """The cautions of materials that a stain or an oxide may hold, by their code.

    Source: the entries of CAUTIONS.
    """
    return {code: caution for code, caution in CAUTIONS.items() if caution.is_material}
