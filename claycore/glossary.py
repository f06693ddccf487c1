"""The words of the trade as this program uses them: one line each, with formula and source.

To add a word is to add an entry to WORDS. Formulas are those that the functions of the core
calculate by; what they are checked against stands beside those.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from types import MappingProxyType


@dataclass(frozen=True)
class Word:
    """A word, what it means in one line, how it is calculated ('' for nothing), and the source,
    '' where it is common practice."""

    word: str
    summary: str
    formula: str = ""
    source: str = ""


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
    Word("agate", "Clays of different colours stacked or twisted together, then cut or thrown."),
    Word(
        "apparent porosity",
        "Open pores, in percent of the piece's own volume.",
        "100 × (soaked weight − dry weight) ÷ (soaked weight − suspended weight)",
        _ABSORPTION,
    ),
    Word(
        "apparent specific gravity",
        "Weight of fired clay compared with water, without its open pores.",
        "dry weight ÷ (dry weight − suspended weight)",
        "after ASTM C373, not checked against the standard",
    ),
    Word("bisque", "A first firing that hardens the clay but leaves it porous."),
    Word("bloating", "Swelling of overfired clay by trapped gas. It makes ware weak."),
    Word("bone dry", "Air-dry clay that loses no more weight between two weighings."),
    Word(
        "bulk density",
        "Weight of fired clay for its whole volume, pores included, in g/cm³.",
        "dry weight ÷ (soaked weight − suspended weight)",
        "after ASTM C373, not checked against the standard",
    ),
    Word(
        "chroma",
        "How strong a colour is, whatever its hue: 0 is grey.",
        "√(a² + b²)",
        "ISO/CIE 11664-4",
    ),
    Word(
        "CIELAB",
        "A colour as lightness L (0 black, 100 white) and two hues: a (green to red), b (blue to"
        " yellow).",
        source="ISO/CIE 11664-4, D65 and 2°",
    ),
    Word("clay body", "A clay that is ready to use, bought or mixed."),
    Word("colourant", "A stain, oxide or carbonate that colours clay."),
    Word(
        "cone",
        "A small pyramid that bends at a given amount of heat work; also the name of that amount.",
        source="cone makers' published tables, not checked against them",
    ),
    Word("control", "An untreated piece, for comparison."),
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
    Word("factor", "Something varied on purpose in a trial. Its settings are called levels."),
    Word("feathered", "Lines of wet slip drawn through with a feather or a needle."),
    Word("finding", "One signed sentence that says what you concluded, with the result behind it."),
    Word("firing range", "The cones between which a clay is dense enough and keeps its shape."),
    Word(
        "firing shrinkage",
        "How much shorter a marked line is fired than it was bone dry.",
        "100 × (dry length − fired length) ÷ dry length",
        _SHRINKAGE,
    ),
    Word(
        "frit",
        "Glass melted and ground by its maker; it melts again at a lower heat than its parts.",
    ),
    Word("grog", "Fired clay, ground and added to a body, so that it dries and shrinks less."),
    Word("heat work", "What time and temperature do to clay together. Cones measure it."),
    Word(
        "inlay",
        "Coloured clay or slip pressed into lines cut in leather-hard clay, then scraped level.",
    ),
    Word(
        "joggled",
        "Wet slips on a slab, tilted and tapped until their colours run into one another.",
    ),
    Word(
        "leaching",
        "Metals that food or acid takes out of a glaze. Only a laboratory can measure it.",
    ),
    Word("leather-hard", "Stiff enough to handle, wet enough to join and to take slip."),
    Word("leftover", "Coloured clay kept from a mix, with what is in it."),
    Word(
        "limits",
        "Values a clay is checked against: strict for ware that is sold, loose, or your own.",
    ),
    Word(
        "line blend",
        "Two clays or two colourants mixed in steps, from all of one to all of the other.",
    ),
    Word(
        "loss on ignition",
        "What a dry clay loses in the firing, in percent of its dry weight.",
        "100 × (dry weight − fired weight) ÷ dry weight",
    ),
    Word("marbled", "Slips or clays of several colours moved together without mixing."),
    Word("mix", "One lot of coloured clay: planned, weighed, finished."),
    Word("oxidation", "A firing with enough air. Most electric kilns fire so."),
    Word(
        "oxide", "A metal with oxygen, used as a colourant: strong, and less steady than a stain."
    ),
    Word(
        "p",
        "How likely chance alone looks as clear as a result. Below 0.05 it is treated as real.",
        "the proportion of random arrangements that would look at least this clear",
        "Fisher, The Design of Experiments, 1935",
    ),
    Word("plastic", "Clay with enough water to be shaped."),
    Word(
        "pyroplastic index",
        "How far a bar sags between two supports, for its thickness and span.",
        "sag × thickness² ÷ span⁴",
    ),
    Word("raku", "A fast firing, the glowing ware taken out and smoked. It stays porous."),
    Word("reclaim", "Mixed scraps of clay, of a composition that is known or not."),
    Word(
        "reduction",
        "A firing short of air, which draws oxygen out of clay and glaze and changes colours.",
    ),
    Word("replicate", "An identical extra piece, to tell chance from a real effect."),
    Word(
        "saturation coefficient",
        "How much of its open pores a brick fills in cold water.",
        "absorption in cold water ÷ absorption after boiling",
        "after ASTM C67, not checked against the standard",
    ),
    Word("sgraffito", "Slip scratched through to the clay below."),
    Word(
        "share of total",
        "Colourant in percent of clay and colourant together; smaller than the strength.",
        "100 × colourant ÷ (dry clay + colourant)",
    ),
    Word(
        "sinter", "To bake grains together without melting them: a clay gets hard and stays porous."
    ),
    Word("slake", "To let bone-dry clay fall apart in water, without stirring."),
    Word("slip", "Clay with enough water to be poured or brushed."),
    Word("slip trailing", "Drawing lines of slip from a nozzle."),
    Word("slumping", "Sagging of clay under its own weight in the firing."),
    Word(
        "specific gravity",
        "Weight of a slip compared with the same volume of water.",
        "weight of slip ÷ weight of the same volume of water",
    ),
    Word(
        "sponge-back",
        "Layers of slip wiped off again until edges and high places show the lower ones.",
    ),
    Word("stain", "A colourant that was fired and ground by its maker, steadier than an oxide."),
    Word(
        "strength",
        "Colourant in percent of dry clay. A dose is always of dry clay.",
        "100 × colourant ÷ dry clay",
    ),
    Word(
        "test bar",
        "One of several bars of plain clay with a marked line, weighed and measured at each stage.",
    ),
    Word("tile", "One of the coloured test pieces of a trial."),
    Word(
        "total shrinkage",
        "How much shorter a marked line is fired than it was wet. The two shrinkages compound.",
        "100 × (1 − (1 − drying ÷ 100) × (1 − firing ÷ 100))",
        _SHRINKAGE,
    ),
    Word("trial", "Coloured test pieces compared side by side."),
    Word("vitrified", "Fired so dense that it absorbs less than the limit for its use."),
    Word("ware", "Finished pieces that are used."),
    Word(
        "water content",
        "Water in percent of the wet weight.",
        "100 × (wet weight − dry weight) ÷ wet weight",
    ),
    Word(
        "water of plasticity",
        "Water that makes dry clay plastic, in percent of its dry weight.",
        "100 × (plastic weight − dry weight) ÷ dry weight",
    ),
    Word("wax resist", "Wax painted on where a slip or glaze must not take."),
    Word("wedging", "Kneading clay until it is even and free of air."),
    Word("witness cone", "A cone that stands beside the ware and shows what it received."),
    Word(
        "±",
        "The interval in which the value lies, about 95 % sure, from instruments and replicates.",
        "2 × the combined standard uncertainty",
        "JCGM 100:2008 (GUM)",
    ),
    Word(
        "ΔE",
        "How far apart two colours look: under 1 the same, over 5 clearly different.",
        "CIEDE2000",
        "ISO/CIE 11664-6",
    ),
)
"""The words in the order of their first letters."""

ANCHORS = {"ΔE": "delta-e", "±": "plus-minus"}
"""Where a word has no letters of its own."""


@cache
def by_anchor() -> Mapping[str, Word]:
    """Every word by the part of an address that leads to it. Source: the entries of WORDS."""
    return MappingProxyType({ANCHORS.get(one.word, anchor(one.word)): one for one in WORDS})
