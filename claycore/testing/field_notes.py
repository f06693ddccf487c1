"""What is seen of a clay before it is ever fired, and what that suggests.

Source: common practice, unless a line says otherwise.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

from claycore.measure.formatting import plain
from claycore.measure.notices import Notice

COILS = {
    "bends": "bends cleanly",
    "cracks_late": "cracks when bent sharply",
    "cracks_at_once": "cracks at once (short)",
}
"""A rope of it, bent round a finger."""

TWISTS = {
    "bends": "twists and bends cleanly",
    "cracks_late": "cracks when bent sharply",
    "cracks_at_once": "cracks at once",
}
"""A rope of it, twisted like a cord and then bent: finer than the plain bend."""

ACIDS = {
    "none": "nothing happens",
    "weak": "a few bubbles",
    "strong": "fizzes",
}
"""A drop of vinegar or dilute acid on the dry clay."""

THROWS = {
    "pleasant": "a pleasure",
    "workable": "workable",
    "unpleasant": "unpleasant",
}
"""How something small throws."""

THROWING_SCALES = {
    "stands": ("Strength when thrown", "slumps", "holds its shape"),
    "stretches": ("Stretch", "tears", "stretches far"),
    "grit": ("Feel on the hands", "harsh", "smooth"),
    "dries": ("Drying", "cracks", "dries without cracks"),
}
"""Throwing notes: the question, what 1 means and what 5 means."""

POORLY_RATED = 2
"""At this rating or under it a throwing note is said. Source: our choice."""

THROWS_POORLY = {
    "stands": "it slumps when thrown. Use less water, let it stiffen, or add fire clay.",
    "stretches": "it tears when stretched: short. Ball clay or ageing makes it more plastic.",
    "grit": "it is harsh on the hands. Sieve it finer, or use it for slab work.",
    "dries": "it cracked as it dried. Dry it slowly under plastic, or add grog.",
}
"""What is said of a low rating, by the scales of THROWING_SCALES."""

NO_LEAVE = "not_yet"
"""Nobody gave leave to dig it."""

ENOUGH_SMOOTH_PCT = 70.0
"""Smooth : sandy of about 70 : 30 or better is a good start."""

_REDDISH = ("red", "rust", "brown", "orange", "ochre", "yellow")


@dataclass(frozen=True)
class FieldNotes:
    """What was found at the bank and at the bench; None or '' where it was not tried.

    ``smooth_pct`` is the smooth share of smooth : sandy. Layer heights are in mm. ``throws`` is
    a key of THROWS. ``ratings`` go by THROWING_SCALES, from 1 to 5.
    """

    smooth_pct: float | None = None
    coil: str = ""
    acid: str = ""
    throws: str = ""
    raw_colour: str = ""
    sand_mm: float | None = None
    silt_mm: float | None = None
    clay_mm: float | None = None
    ratings: Mapping[str, int] = field(default_factory=dict)
    leave: str = ""
    twist: str = ""


NOTHING_NOTED = FieldNotes()


def layer_shares(notes: FieldNotes) -> dict[str, float] | None:
    """Sand, silt and clay of the settling jar in percent of their height; None if not all known.

    Source: common practice: the settling jar.
    """
    layers = {"sand": notes.sand_mm, "silt": notes.silt_mm, "clay": notes.clay_mm}
    known = {name: mm for name, mm in layers.items() if mm is not None}
    height = sum(known.values())
    if len(known) < len(layers) or height <= 0:
        return None
    return {name: 100 * mm / height for name, mm in known.items()}


def looks_low_firing(notes: FieldNotes) -> str:
    """Why this clay may melt in a high firing, as a clause; '' where nothing suggests it.

    Iron and lime are fluxes: a reddish or a fizzing clay may run where a white one stands.
    Source: common practice.
    """
    if notes.acid == "strong":
        return "it fizzes with acid: lime is a flux"
    if any(word in notes.raw_colour.lower() for word in _REDDISH):
        return f"its raw colour ({notes.raw_colour.strip()}) suggests iron, which is a flux"
    return ""


def suspects_lime(notes: FieldNotes) -> bool:
    """Whether a drop of acid suspects lime, so that a fired bar is watched for pops.

    Source: common practice.
    """
    return notes.acid in _LIMY


def readings(notes: FieldNotes) -> list[Notice]:
    """What the notes say, each in a sentence.

    Source: common practice, unless a line says otherwise.
    """
    said = []
    if notes.throws == "unpleasant":
        said.append(
            Notice(
                "unpleasant",
                "It is unpleasant to throw. At this point most potters use it as slip.",
            )
        )
    if notes.smooth_pct is not None and notes.smooth_pct < ENOUGH_SMOOTH_PCT:
        ratio = f"{plain(notes.smooth_pct, 0)} : {plain(100 - notes.smooth_pct, 0)}"
        said.append(
            Notice(
                "sandy",
                f"Smooth to sandy is {ratio}; about 70 : 30 or better is a good start."
                " Very sandy clay is refractory and does not mature.",
            )
        )
    if notes.coil == "cracks_at_once":
        said.append(
            Notice(
                "short",
                "This clay is short, from sand, grit or organic matter. Ball clay or"
                " ageing makes it more plastic.",
            )
        )
    if notes.acid in _LIMY:
        said.append(Notice("lime", f"{_LIMY[notes.acid]} {_LIME_TEST}"))
    said += [
        Notice(f"{scale}_poorly", f"{THROWING_SCALES[scale][0]}, {rated} of 5: {words}")
        for scale, words in THROWS_POORLY.items()
        if (rated := notes.ratings.get(scale)) is not None and rated <= POORLY_RATED
    ]
    if notes.leave == NO_LEAVE:
        said.append(
            Notice(
                "no_leave",
                "Nobody was asked for leave to dig it. Ask the landowner before you dig more, and"
                " before you sell ware of it.",
            )
        )
    return said


_LIMY = {
    "weak": "A few bubbles in acid: it may contain a little lime.",
    "strong": "It fizzes in acid: it contains lime.",
}
_LIME_TEST = (
    "Fine lime is harmless, grains of it spit out of fired ware: sieve it at 80 mesh, keep a fired"
    " bar for two weeks in damp air, or boil it, and look for pops."
)


@dataclass(frozen=True)
class Yield:
    """Dry sieved clay out of what was dug, in percent of the dug mass; and water used per kilo."""

    pct: float
    water_l_per_kg: float | None


def yield_of(dug_g: float, dried_g: float, water_l: float | None) -> Yield:
    """What the digging gave: dug mass → dried and sieved mass, both in grams.

    Source: arithmetic.
    """
    per_kg = water_l / (dried_g / 1000) if water_l is not None else None
    return Yield(100 * dried_g / dug_g, per_kg)
