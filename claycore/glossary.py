"""The words of the trade as this program uses them: one line each, with formula and source.

To add a word is to add an entry to WORDS. Formulas are those that the functions of the core
calculate by; what they are checked against stands beside those.
"""

from dataclasses import dataclass

_COMMON = "common practice"


@dataclass(frozen=True)
class Word:
    """A word, what it means in one line, how it is calculated ('' for nothing), and the source."""

    word: str
    says: str
    formula: str = ""
    source: str = _COMMON


def anchor(word: str) -> str:
    """The word as a part of an address: letters with hyphens between. Source: our choice."""
    return "-".join("".join(c if c.isalnum() else " " for c in word.lower()).split())


_ABSORPTION = "after ASTM C373, not checked against the standard"
_SHRINKAGE = "after ASTM C326, not checked against the standard"

WORDS: tuple[Word, ...] = (
    Word(
        "absorption",
        "Water that fired clay takes up, in percent of its dry weight.",
        "100 × (soaked weight − dry weight) ÷ dry weight",
        _ABSORPTION,
    ),
    Word(
        "apparent porosity",
        "Open pores, in percent of the piece's own volume.",
        "100 × (soaked weight − dry weight) ÷ (soaked weight − suspended weight)",
        _ABSORPTION,
    ),
    Word("bisque", "The first firing, to a clay that is hard and still takes up water."),
    Word("bloating", "Fired too far, a clay swells with gas: it absorbs less and breaks sooner."),
    Word("bone dry", "Air-dry clay that loses no more weight between two weighings."),
    Word(
        "CIELAB",
        "A colour as lightness L (0 black, 100 white) and two hues: a (green to red), b (blue to"
        " yellow).",
        source="ISO/CIE 11664-4, D65 and 2°",
    ),
    Word("clay body", "A clay that is ready to use, bought or mixed."),
    Word(
        "cone",
        "How far a firing went: a small pyramid that bends by time and temperature together.",
        source="cone makers' published tables, not checked against them",
    ),
    Word("control", "The piece of a trial that has none of what is tried."),
    Word("crazing", "Fine cracks in a glaze that shrank more than its clay."),
    Word("dose", "The grams of colourant for a clay."),
    Word(
        "dry clay in slip",
        "The grams of dry clay in a millilitre of slip, by its weight.",
        "(ρ − 1) · G ÷ (G − 1), with ρ the slip's specific gravity and G that of the dry clay",
        "Brongniart's formula",
    ),
    Word(
        "drying shrinkage",
        "How much shorter a marked line is bone dry than it was wet.",
        "100 × (wet length − dry length) ÷ wet length",
        _SHRINKAGE,
    ),
    Word("factor", "What is varied in a trial; what it is tried at are its levels."),
    Word("firing range", "The cones between which a clay is dense enough and keeps its shape."),
    Word(
        "firing shrinkage",
        "How much shorter a marked line is fired than it was bone dry.",
        "100 × (dry length − fired length) ÷ dry length",
        _SHRINKAGE,
    ),
    Word("leather-hard", "Stiff enough to handle, wet enough to join and to take slip."),
    Word("leftover", "Coloured clay kept from a mix, with what is in it."),
    Word(
        "p",
        "How likely chance alone looks as clear as a result. Under 0.05 it counts as decided.",
        "the share of all ways to deal the pieces out that look at least as clear",
        "Fisher, The Design of Experiments, 1935",
    ),
    Word("plastic", "Clay with enough water to be shaped."),
    Word("reclaim", "Mixed scraps of clay, of a composition that is known or not."),
    Word("replicate", "One more piece of the same, so that chance can be told from a cause."),
    Word("school", "One of two common sets of limits: strict for ware that is sold, or looser."),
    Word(
        "share of total",
        "Colourant in percent of clay and colourant together; smaller than the strength.",
        "100 × colourant ÷ (dry clay + colourant)",
    ),
    Word("slake", "To let bone-dry clay fall apart in water, without stirring."),
    Word("slip", "Clay with enough water to be poured or brushed."),
    Word("slumping", "A clay that sags under its own weight in the firing."),
    Word(
        "specific gravity",
        "How many times as heavy as water a slip is.",
        "weight of slip ÷ weight of the same volume of water",
    ),
    Word("stain", "A colourant that was fired and ground by its maker, steadier than an oxide."),
    Word(
        "strength",
        "Colourant in percent of dry clay. A dose is always of dry clay.",
        "100 × colourant ÷ dry clay",
    ),
    Word(
        "total shrinkage",
        "How much shorter a marked line is fired than it was wet. The two shrinkages compound.",
        "100 × (1 − (1 − drying ÷ 100) × (1 − firing ÷ 100))",
        _SHRINKAGE,
    ),
    Word("vitrified", "Fired so dense that it absorbs less than the limit for its use."),
    Word(
        "water content",
        "Water in percent of the wet weight.",
        "100 × (wet weight − dry weight) ÷ wet weight",
    ),
    Word("wedging", "Kneading clay until it is even and free of air."),
    Word(
        "ΔE",
        "How far apart two colours look: under 1 the same, over 5 plainly different.",
        "CIEDE2000",
        "ISO/CIE 11664-6",
    ),
    Word(
        "±",
        "The interval in which the value lies, about 95 % sure, from instruments and replicates.",
        "2 × the combined standard uncertainty",
        "JCGM 100:2008 (GUM)",
    ),
)
"""The words in the order of their first letters."""

ANCHORS = {"ΔE": "delta-e", "±": "plus-minus"}
"""Where a word has no letters of its own."""


def by_anchor() -> dict[str, Word]:
    """Every word by the part of an address that leads to it. Source: the entries of WORDS."""
    return {ANCHORS.get(one.word, anchor(one.word)): one for one in WORDS}
