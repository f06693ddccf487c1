"""What can hurt someone, said where the work meets it.

Short, at the step, deferring to the supplier's safety data sheet, local codes and licensed people.
Nothing here assures anyone that something is safe. Source: common practice of the trade.
"""

from dataclasses import dataclass

from claycore.safety.metals import METALS, Metal


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


FOLLOW_THE_SHEET = "Follow the supplier's safety data sheet for handling and firing."


def caution_of(metal: Metal) -> Caution:
    """The caution of a metal that a material may hold. Source: the metal's own entry."""
    return Caution(metal.code, metal.title, f"{metal.harm} {FOLLOW_THE_SHEET}", is_material=True)


CAUTIONS = {
    caution.code: caution
    for caution in (
        Caution(
            "dust",
            "Dust",
            "Do not breathe dry clay, stain or oxide dust. Wear a fitted particulate respirator.",
            "Clay dust contains silica; colourants contain metal compounds. Add powder"
            " to water rather than to a dry board, clean up wet, never dry-sweep, and"
            " crush dried clay in a closed bag.",
        ),
        Caution(
            "skin",
            "Skin and mouth",
            "Wear gloves when handling stains and oxides. Keep food out of the studio.",
            "Never return tools, ovens or blenders used for coloured clay to the"
            " kitchen. Follow the supplier's safety data sheet for each material.",
        ),
        Caution(
            "kiln",
            "Kiln",
            "Vent the kiln, keep away while fuming materials are firing, and never open it hot.",
            "Damp ware can explode: hold below 100 °C until it is dry. Have the kiln"
            " sited and wired by a licensed electrician to local code. For its first"
            " high firing, put an unknown clay in a saucer.",
        ),
        Caution(
            "opening",
            "Opening the kiln",
            "Switch the kiln off, open it below 60 °C, and wear gloves: edges of glaze cut.",
            "Glaze drips and split shelves are as sharp as glass. Rub a foot smooth wet, or with"
            " goggles and a fitted particulate respirator. Never lift a cracked kiln shelf with"
            " ware on it.",
        ),
        Caution(
            "open_fire",
            "Open fire",
            "Fire outdoors, well away from buildings: smoke and embers give off carbon monoxide.",
            "Check local rules on open fires, and have water at hand. Never bring a smouldering"
            " bin or warm pit ware indoors. Wear heatproof gloves, rated eyewear and cotton or"
            " wool; hot ware can shatter. Salts and metals thrown into a fire give off toxic"
            " fumes: follow their safety data sheets.",
        ),
        Caution(
            "boiling",
            "Boiling",
            "Boiling water scalds, and thermal shock can break a piece. Let it cool in the water.",
            "Keep the water topped up. Blot the surface; do not dry it with heat. Never"
            " use the pan for food again.",
        ),
        Caution(
            "digging",
            "Digging",
            "Ask the landowner first. Keep away from unstable banks and ground that may"
            " be contaminated.",
            "Do not dig on protected sites or near buried services. An overhanging bank"
            " can collapse. Check local law before you dig. Old works and tips may"
            " contain hazardous waste.",
        ),
        Caution(
            "vacuum",
            "Vacuum",
            "Use a vessel rated for vacuum and wear eye protection. Glass under vacuum"
            " can implode.",
            "Follow the manufacturer's instructions for the pump and the vessel.",
        ),
        Caution(
            "soaked",
            "Soaked bars",
            "Dry a soaked bar before it is fired again: a damp bar can explode.",
            "Overnight at 105 to 110 °C, or a day or more in a warm place, until it has stopped"
            " losing weight. Heat slowly below 100 °C all the same.",
        ),
        Caution(
            "saucer",
            "First high firing",
            "Stand it in a saucer or on a scrap tile: an unknown clay may melt and ruin"
            " the kiln shelf.",
            "Leave space around it. Follow the kiln maker's advice on shelves and kiln wash.",
        ),
        Caution(
            "food",
            "Food",
            "Low absorption does not make ware food-safe. Only an accredited laboratory"
            " and local law can decide that.",
            "Metal release from glazes is measured in a laboratory (ASTM C738, ISO"
            " 6486). Low absorption is only one requirement.",
        ),
        Caution(
            "spraying",
            "Spraying",
            "Spray only in a vented booth, with a fitted particulate respirator.",
            "Mist carries silica and colourants deep into the lungs, and stays in the air after"
            " you stop. Clean the booth wet. Follow the safety data sheets.",
        ),
        Caution(
            "scratching",
            "Scratching",
            "Scratch and wipe while the slip is still damp: dry crumbs are dust.",
            "Let crumbs fall onto a wet sheet, and wipe up wet. Scratching dry slip needs a"
            " fitted particulate respirator.",
        ),
        Caution(
            "wax",
            "Wax",
            "Keep hot wax and hot-air guns away from flames and paper, and air the room.",
            "Melt wax in a water bath, never over a flame. It smokes as it burns off in the kiln:"
            " vent the kiln, and stay out of the fumes.",
        ),
        Caution(
            "blender",
            "Blender",
            "Unplug a blender or mixer before a hand or a scraper goes in.",
            "Keep hair and cords away from a running mixer, and never use it for food again.",
        ),
        Caution(
            "lifting",
            "Back and wrists",
            "Divide heavy lots: wedge a few kilograms at a time, and carry buckets half full.",
            "Wedge at hip height, take breaks, and lift with bent knees or with a second person.",
        ),
        Caution(
            "rinse",
            "Rinse water",
            "Let rinse water settle. Keep the sludge out of the drain, and wash aprons apart.",
            "Pour the clear water off once it has settled. Sludge of stains and oxides is waste for"
            " your local collection point; their safety data sheets say which.",
        ),
        Caution(
            "minerals",
            "Ground minerals",
            "Treat a ground mineral as harmful until its safety data sheet says otherwise.",
            "Rocks and found pigments may contain silica, manganese, lead, arsenic or asbestos."
            " Grind wet, and never sand dry. Have an unknown rock analysed first.",
        ),
        *(caution_of(metal) for metal in METALS.values()),
    )
}
"""Every caution by its code."""


def named_materials() -> dict[str, Caution]:
    """The cautions of materials that a stain or an oxide may hold, by their code.

    Source: the entries of CAUTIONS.
    """
    return {code: caution for code, caution in CAUTIONS.items() if caution.is_material}
