"""What the invented workshop tried in the year and a half before: stains, trials and firings.

Names, codes, prices and colours are made up. A stain's colours follow from three things that are
noted of it: what it comes to where there is plenty, how soon, and what heat or glaze does to it.
"""

from dataclasses import dataclass, field

from umberpot.demo.story import CLEAR, MATT, DemoMaterial

LabValues = tuple[float, float, float]


@dataclass(frozen=True)
class PastStain:
    """A stain, the colour it comes to in white clay at cone 6, and the % at which it is half there.

    ``moved`` is how a cone, or a glaze by its name, moves that colour.
    """

    name: str
    code: str
    price: str
    on_hand_g: float
    hazards: tuple[str, ...]
    colour: LabValues
    half_pct: float
    moved: dict[str, LabValues] = field(default_factory=dict)

    @property
    def material(self) -> DemoMaterial:
        """As it lies on the shelf."""
        return DemoMaterial(
            *("stain", self.name, self.code, self.price, self.on_hand_g),
            hazards=self.hazards,
        )


SAMPHIRE = PastStain("Samphire", "SA-21", "34.00", 205, ("chromium",), (43, -25, 26), 3.1)
CHANNEL = PastStain("Deep Channel", "DC-02", "47.00", 130, ("cobalt",), (27, 6, -38), 2.2)
THRIFT = PastStain(
    *("Thrift Pink", "TP-17", "56.00", 88, ("chromium",), (62, 33, 6), 4.3),
    moved={"8": (3.0, -6.0, 2.0), MATT: (2.0, -9.0, 3.0)},
)
SANDBAR = PastStain("Sandbar Ochre", "SO-33", "22.00", 310, (), (63, 15, 47), 3.4)
RYE = PastStain("Rye Ochre", "RO-40", "31.00", 140, (), (63.3, 14.6, 46.4), 3.4)
MUDFLAT = PastStain("Mudflat", "MF-08", "19.00", 265, ("manganese",), (35, 12, 17), 2.6)
HERRING = PastStain("Herring Grey", "HG-12", "24.00", 190, ("cobalt",), (49, -3, -7), 2.4)
MOSS = PastStain(
    *("Wharf Moss", "WM-26", "37.00", 120, ("chromium",), (44, -15, 30), 2.9),
    moved={"8": (-6.0, 17.0, -6.0)},
)
TURQUOISE = PastStain(
    *("Slipway Turquoise", "ST-19", "52.00", 150, ("vanadium",), (61, -30, -21), 3.6),
    moved={CLEAR: (-3.0, -7.0, 24.0)},
)
ESTUARY = PastStain("Estuary Green", "EG-05", "28.00", 230, ("chromium",), (47, -27, 9), 1.1)
ORANGE = PastStain("Marker Orange", "MO-28", "71.00", 64, ("cadmium",), (59, 47, 55), 3.9)
COCKLE = PastStain("Cockle Shell", "CS-14", "26.00", 175, (), (74, 15, 21), 3.5)

STAINS = (
    *(SAMPHIRE, CHANNEL, THRIFT, SANDBAR, RYE, MUDFLAT, HERRING),
    *(MOSS, TURQUOISE, ESTUARY, ORANGE, COCKLE),
)

CLAYS: dict[str, LabValues] = {
    "Ferry white": (89.0, 0.4, 6.8),
    "Harbour buff": (70.5, 4.8, 18.6),
    "Breakwater porcelain": (93.0, 0.1, 3.2),
}
"""What each body fires to by itself at cone 6."""

HEAT: dict[str, tuple[float, float]] = {
    "04": (2.6, 0.9),
    "6": (0.0, 1.0),
    "7": (-2.4, 0.9),
    "8": (-1.7, 0.96),
}
"""What a cone adds to lightness, and how much of their strength colours keep."""

SURFACES: dict[str, tuple[float, float]] = {"": (0.0, 1.0), CLEAR: (-2.9, 1.13), MATT: (0.9, 0.94)}
"""The same of what is on the clay."""


@dataclass(frozen=True)
class PastTrial:
    """A trial: a mix of each stain at each strength, a tile of each for each cone and surface.

    ``fired`` is the cone that was reached where it was another than was planned.
    """

    name: str
    days_ago: int
    stains: tuple[PastStain, ...]
    pcts: tuple[float, ...]
    clay: str = "Ferry white"
    cones: tuple[str, ...] = ("6",)
    surfaces: tuple[str, ...] = ("",)
    each: int = 1
    fired: str = ""
    note: str = ""
    blends: tuple[dict[str, float], ...] = ()


FIRST = (SAMPHIRE, CHANNEL, THRIFT, SANDBAR, MUDFLAT, HERRING)

TRIALS = (
    PastTrial("First colours for the floor", 541, FIRST, (3, 6, 9)),
    PastTrial(
        "First colours under the clear",
        *(513, FIRST[:4], (3, 6, 9)),
        surfaces=(CLEAR,),
    ),
    PastTrial("Two ochres, are they one?", 471, (SANDBAR, RYE), (2, 4, 6, 8)),
    PastTrial("Wharf Moss up the cones", 434, (MOSS,), (3, 6, 9), cones=("04", "6", "8")),
    PastTrial(
        "Slipway Turquoise, bare and under the clear",
        *(399, (TURQUOISE,), (2, 4, 6, 8)),
        surfaces=("", CLEAR),
    ),
    PastTrial(
        "The same colours in buff",
        *(363, (*FIRST, TURQUOISE, MOSS), (3, 6, 9), "Harbour buff"),
    ),
    PastTrial(
        "Estuary Green, how much is enough",
        *(332, (ESTUARY,), (2, 4, 6, 8)),
        each=2,
    ),
    PastTrial(
        "Porcelain for the lamp brackets",
        *(288, (*FIRST, ESTUARY, ORANGE, COCKLE, SANDBAR), (2, 5), "Breakwater porcelain"),
        cones=("8",),
    ),
    PastTrial(
        "Border greens",
        *(242, (SAMPHIRE, ESTUARY), (3, 6, 9)),
        fired="7",
        note="Controller ran on after the hold: cone 7 down on every shelf",
    ),
    PastTrial("Border greens again", 227, (SAMPHIRE, ESTUARY), (3, 6, 9)),
    PastTrial(
        "Everything under Fog matt",
        *(191, (*FIRST, ESTUARY, TURQUOISE), (3, 6)),
        surfaces=(MATT,),
    ),
    PastTrial("Greys for the shadow line", 153, (HERRING, CHANNEL, MUDFLAT), (0.5, 1, 2, 4)),
    PastTrial(
        "Pinks and oranges for the benches",
        *(119, (THRIFT, ORANGE, COCKLE), (3, 6, 9)),
        surfaces=("", CLEAR),
    ),
    PastTrial(
        "From turquoise to ochre in five",
        *(84, (), ()),
        blends=(
            {"Slipway Turquoise": 6.0},
            {"Slipway Turquoise": 4.5, "Sandbar Ochre": 1.5},
            {"Slipway Turquoise": 3.0, "Sandbar Ochre": 3.0},
            {"Slipway Turquoise": 1.5, "Sandbar Ochre": 4.5},
            {"Sandbar Ochre": 6.0},
        ),
    ),
    PastTrial(
        "Ticket hall palette",
        *(7, tuple(stain for stain in STAINS if stain is not RYE), (6,)),
        surfaces=("", CLEAR),
    ),
)

OPENED_AFTER = 6
"""So many days after its mixes were made a trial's tiles are out of the kiln."""

DRIFTING = ((437, 0.0), (306, 1.4), (178, 3.2), (66, 5.4))
"""Days ago, and how far a recipe that is made of every bag had drifted from the first by then."""

DRIFTS, DRIFTS_BY = ("Quay Blue", 7.0, (56.4, -1.2, -29.3)), (0.55, -0.1, 0.82)
"""What is made of every bag and how it fired first; which way it drifts."""
