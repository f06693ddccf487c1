"""Metals in colourants and glazes that can hurt someone, and how a name gives them away.

Source: the list of metals is common practice; which names hold which is from memory. The supplier's
safety data sheet decides: a name says that a metal is there, never that none is.
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass

from claycore.measure.formatting import listed


@dataclass(frozen=True)
class Metal:
    """A metal with the harm it does, and what gives it away in a material's name.

    ``words`` are whole words; ``formulas`` are those of its compounds, in lower case. Its symbol
    counts beside another element's, as in "Cr-Sn pink".
    """

    code: str
    title: str
    harm: str
    symbol: str
    words: tuple[str, ...]
    formulas: tuple[str, ...]


METALS = {
    metal.code: metal
    for metal in (
        Metal(
            "manganese",
            "Manganese",
            "Harmful as dust and as kiln fume.",
            "Mn",
            ("manganese", "manganous", "pyrolusite", "umber"),
            ("mno", "mno2", "mn2o3", "mn3o4", "mnco3", "mnso4", "mncl2"),
        ),
        Metal(
            "chromium",
            "Chromium",
            "Harmful as dust, and some of it as fume.",
            "Cr",
            ("chrome", "chromium", "chromic", "chromate", "dichromate", "chromite", "viridian"),
            ("cr2o3", "cro3", "fecro4", "fecr2o4", "k2cr2o7", "na2cr2o7", "pbcro4"),
        ),
        Metal(
            "cobalt",
            "Cobalt",
            "Harmful as dust and on skin contact.",
            "Co",
            ("cobalt", "cobaltous", "zaffre", "smalt"),
            ("coo", "co2o3", "co3o4", "coco3", "coso4", "cocl2", "coal2o4"),
        ),
        Metal(
            "copper",
            "Copper",
            "Harmful as dust and fume.",
            "Cu",
            ("copper", "cupric", "cuprous", "malachite", "azurite"),
            ("cuo", "cu2o", "cuco3", "cuso4", "cucl2"),
        ),
        Metal(
            "nickel",
            "Nickel",
            "Harmful as dust and on skin contact.",
            "Ni",
            ("nickel", "nickelous"),
            ("nio", "ni2o3", "nico3", "niso4", "nicl2"),
        ),
        Metal(
            "vanadium",
            "Vanadium",
            "Harmful as dust.",
            "V",
            ("vanadium", "vanadate", "vanadic"),
            ("v2o5", "nh4vo3"),
        ),
        Metal(
            "cadmium",
            "Cadmium",
            "Harmful as dust and fume; never grind or mill it.",
            "Cd",
            ("cadmium",),
            ("cdo", "cds", "cdse", "cdsse", "cdco3"),
        ),
        Metal(
            "barium",
            "Barium",
            "Poisonous if swallowed.",
            "Ba",
            ("barium", "baryta", "barytes", "witherite"),
            ("bao", "baco3", "bacl2", "bacro4"),
        ),
        Metal(
            "lead",
            "Lead",
            "Poisonous as dust, as fume and if swallowed.",
            "Pb",
            ("lead", "litharge", "minium", "galena"),
            ("pbo", "pbo2", "pb3o4", "pbco3", "pbs", "pbcro4"),
        ),
    )
}
"""Every metal that the application warns of, by its code."""

_OTHER_SYMBOLS = ("Al", "Ca", "Fe", "Mg", "P", "Pr", "Sb", "Se", "Si", "Sn", "Ti", "Zn", "Zr")
"""Symbols that stand beside those of METALS where a stain is named by what it is of."""

_SYMBOLS = {
    **{metal.symbol: code for code, metal in METALS.items()},
    **dict.fromkeys(_OTHER_SYMBOLS),
}


def metals_in(name: str, known: Iterable[str] = ()) -> tuple[str, ...]:
    """The codes of the metals that a material holds by its name or by what is ``known`` of it.

    In the order of METALS. "Lead-free" names no lead. Source: see this module.
    """
    text = re.sub(r"\b[a-z]+[\s-]+free\b", " ", name.lower())
    words = set(re.findall(r"[a-z0-9]+", text))
    found = {*known, *_symbols_in(name)}
    return tuple(
        code
        for code, metal in METALS.items()
        if code in found or words.intersection((*metal.words, *metal.formulas))
    )


def _symbols_in(name: str) -> set[str]:
    """The metals whose symbols stand beside another element's, such as "Cr-Sn" or "Zr/V"."""
    codes: set[str] = set()
    for chain in re.findall(r"[A-Za-z]+(?:[-/–][A-Za-z]+)+", name):
        symbols = re.split(r"[-/–]", chain)
        if all(symbol in _SYMBOLS for symbol in symbols):
            codes.update(code for symbol in symbols if (code := _SYMBOLS[symbol]))
    return codes


def caution_in_short(codes: Iterable[str]) -> str:
    """A caution that fits anywhere: 'Caution: Co, Cr'; '' where there is nothing to say.

    Source: the symbols of the elements.
    """
    held = set(codes)
    symbols = [metal.symbol for code, metal in METALS.items() if code in held]
    return f"Caution: {', '.join(symbols)}" if symbols else ""


def in_words(codes: Iterable[str]) -> str:
    """The metals by name, as a sentence lists them: 'cobalt and chromium'. Source: English."""
    held = set(codes)
    return listed([metal.title.lower() for code, metal in METALS.items() if code in held])


@dataclass(frozen=True)
class Suspicion:
    """What a stain of a colour often holds, though its name names no metal."""

    words: tuple[str, ...]
    summary: str


SUSPICIONS = (
    Suspicion(
        ("black", "charcoal"), "Black stains often contain chromium, cobalt, manganese or nickel."
    ),
    Suspicion(
        ("red", "orange", "scarlet", "coral"),
        "Red and orange stains may contain cadmium.",
    ),
    Suspicion(
        ("yellow", "lemon", "mustard"), "Yellow stains may contain vanadium or praseodymium."
    ),
    Suspicion(
        ("pink", "rose", "magenta", "mauve", "plum", "lilac"),
        "Pink stains may contain chromium and tin.",
    ),
)


def suspicion_of(name: str) -> str:
    """What a stain may hold by its colour alone, in a sentence; '' where that says nothing.

    A name that names a metal, or iron, says more than its colour does. Source: from memory.
    """
    words = set(re.findall(r"[a-z]+", name.lower()))
    if metals_in(name) or "iron" in words:
        return ""
    return next((one.summary for one in SUSPICIONS if words.intersection(one.words)), "")
