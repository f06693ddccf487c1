"""Surfaces judged by hand before the code: what a careful maker would do, and what speaks.

Judgements are common practice. A coat is (name, application, coats, lightness) with what it goes
onto and its kind where that is not the usual; ``steps`` are in order, ``fails`` and ``notes`` the
rules that say no and that only note, ``holds`` some that say yes.
"""

from dataclasses import dataclass, field

SGRAFFITO_OF_FOUR = "leather_hard coat shine coat shine coat shine coat firm scratch dry bisque"
BOARD = "slab coat coat coat {moved} leather_hard cut former dry_slowly bisque"


@dataclass(frozen=True)
class Case:
    """One surface and a careful answer, with the reason in a line."""

    code: str
    why: str
    technique: str
    coats: tuple[tuple, ...]
    steps: str
    fails: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()
    holds: tuple[str, ...] = ()
    stack: dict = field(default_factory=dict)


CASES = (
    Case(
        "S1",
        "two light and two colour coats by brush on a dark body: the usual stack",
        "sgraffito",
        (("White", "brush", 2, 90), ("Teal", "brush", 2, 55)),
        SGRAFFITO_OF_FOUR,
        holds=("thin_enough", "light_under_colour", "leather_hard"),
        stack={"body_lightness": 35},
    ),
    Case(
        "S1 glazed",
        "the same under a thin clear: bisque first, then glaze",
        "sgraffito",
        (("White", "brush", 2, 90), ("Teal", "brush", 2, 55)),
        f"{SGRAFFITO_OF_FOUR} glaze glaze_firing",
        stack={"body_lightness": 35, "clear": "thin"},
    ),
    Case(
        "S2",
        "one coat of colour straight on a dark body is another school, darker",
        "sgraffito",
        (("Teal", "brush", 1, 55),),
        "leather_hard coat firm scratch dry bisque",
        notes=("light_under_colour",),
        stack={"body_lightness": 35},
    ),
    Case(
        "S3",
        "joggled: all of it wet, nothing waits between base and trails",
        "joggled",
        (("Cream", "pour", 1, 85), ("Rust", "trail", 1, 40), ("Slate", "trail", 1, 38)),
        BOARD.format(moved="tilt"),
        holds=("leather_hard",),
    ),
    Case(
        "S4",
        "feathered: a point drawn through while all is wet",
        "feathered",
        (("Cream", "pour", 1, 85), ("Rust", "trail", 1, 40), ("Slate", "trail", 1, 38)),
        BOARD.format(moved="comb"),
    ),
    Case(
        "S5",
        "raw clay slip on bisque flakes off",
        "coats",
        (("Teal", "brush", 1, 55, "bisque"),),
        "dry bisque coat glaze_firing",
        fails=("leather_hard",),
        stack={"body_lightness": 80},
    ),
    Case(
        "S6",
        "black ground on leather-hard, bisque, three underglazes dark to light, matt",
        "sponged_back",
        (
            ("Soot", "brush", 1, 20),
            ("Plum", "sponge", 1, 35, "bisque", "underglaze"),
            ("Moss", "sponge", 1, 55, "bisque", "underglaze"),
            ("Straw", "sponge", 1, 80, "bisque", "underglaze"),
        ),
        "leather_hard coat dry bisque coat shine coat shine coat wipe glaze_firing",
        holds=("dark_to_light", "leather_hard"),
    ),
    Case(
        "S7",
        "thick clear over sgraffito on a dark body: milky in the scratched lines",
        "sgraffito",
        (("White", "brush", 2, 90), ("Teal", "brush", 2, 55)),
        f"{SGRAFFITO_OF_FOUR} glaze glaze_firing",
        fails=("thin_clear",),
        stack={"body_lightness": 24, "clear": "thick"},
    ),
    Case(
        "S8",
        "an inlay that shrinks 3 points less stands proud or pops out",
        "inlay",
        (("Bone", "brush", 2, 88),),
        "leather_hard cut fill shine fill firm scrape dry_slowly bisque",
        fails=("fit",),
        stack={"body_shrinkage_pct": 12.0, "shrinkages": {"Bone": 9.0}},
    ),
    Case(
        "S9",
        "12.1 and 12.4 %: fits, and joints part where they dry at different speed",
        "agate",
        (("Buff", "lay", 2, 70), ("Slate", "lay", 1, 38)),
        "coat coat coat slab dry_slowly bisque",
        holds=("fit",),
        stack={"body_shrinkage_pct": 12.1, "shrinkages": {"Slate": 12.4}},
    ),
    Case(
        "S10",
        "glazed raw all but the foot and fired once: dry, slow and aired",
        "coats",
        (("Cream", "dip", 1, 85),),
        "leather_hard coat dry glaze dry firing",
        notes=("once_fired", "foot_bare"),
        stack={"clear": "thin", "once_fired": True},
    ),
    Case(
        "wax",
        "the last coat goes over the wax, and both surfaces show",
        "wax_resist",
        (("Cream", "brush", 1, 85), ("Soot", "brush", 1, 20)),
        "leather_hard coat shine coat dry bisque glaze glaze_firing",
        fails=("thin_clear",),
        stack={"clear": "thick", "body_lightness": 75},
    ),
    Case(
        "stencil",
        "sprayed beside a stencil: the foot is covered, nothing else speaks",
        "stencilled",
        (("Moss", "spray", 2, 60),),
        "leather_hard coat shine coat dry bisque",
        notes=("foot_bare",),
        stack={"body_lightness": 80},
    ),
    Case(
        "underglaze on raw",
        "an underglaze may go on clay and on bisque",
        "coats",
        (("Moss", "brush", 1, 60, "leather_hard", "underglaze"),),
        "leather_hard coat dry bisque",
        holds=("leather_hard",),
        stack={"body_lightness": 80},
    ),
    Case(
        "board on bisque",
        "bisque drinks the water: nothing runs",
        "joggled",
        (("Cream", "pour", 1, 85, "bisque", "vitreous"), ("Rust", "trail", 1, 40, "bisque")),
        "slab coat coat tilt leather_hard cut former dry_slowly bisque",
        fails=("leather_hard", "wet_into_wet"),
    ),
    Case(
        "ladder of five",
        "a ground and three over it are plenty, and they lighten upwards",
        "sponged_back",
        tuple(
            (f"L{n}", "sponge", 1, light, "leather_hard")
            for n, light in enumerate((20, 40, 60, 80, 70))
        ),
        "leather_hard coat shine coat shine coat shine coat shine coat wipe dry bisque",
        fails=("dark_to_light", "three_layers"),
    ),
    Case(
        "inlay a point apart",
        "1.5 points more: usable with care",
        "inlay",
        (("Bone", "brush", 1, 88),),
        "leather_hard cut fill firm scrape dry_slowly bisque",
        notes=("fit",),
        stack={"body_shrinkage_pct": 10.0, "shrinkages": {"Bone": 11.5}},
    ),
    Case(
        "white over an iron slip",
        "a white glaze breaks grey to iron with its thickness: a tile with it as thick tells",
        "coats",
        (("Rust", "brush", 1, 38),),
        "leather_hard coat dry bisque glaze glaze_firing",
        notes=("hides",),
        stack={"body_lightness": 80, "clear": "thin", "glaze_look": "white"},
    ),
    Case(
        "thick to scratch",
        "one wet coat of 2 mm chips at the line",
        "sgraffito",
        (("Soot", "pour", 1, 20, "leather_hard", "raw", 2.0),),
        "leather_hard coat firm scratch dry bisque",
        fails=("thin_enough",),
        notes=("foot_bare",),
        stack={"body_lightness": 80},
    ),
)
