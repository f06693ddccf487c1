"""The invented studio: a tile workshop on a quay, inlaying the floor of a ferry waiting room.

Everything here is made up: names, codes, prices and figures.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from typing import Any

from claycore.firing.loading.shelves import Placed, ShelfPlace

STUDIO = "Quayside Tileworks"
USERNAME = "quay"
PASSWORD = "tidewater-tiles"  # noqa: S105  the demo's own, printed at every start

STOCKED_DAYS_AGO = 45


@dataclass(frozen=True)
class DemoMaterial:
    """A material and how many grams of it there are."""

    kind: str
    name: str
    code: str
    price: str
    on_hand_g: float
    water_pct: float | None = None
    hazards: tuple[str, ...] = ()
    notes: str = ""
    specific_gravity: float | None = None
    made_from: str = ""
    addition: str = ""
    grain: str = ""
    fused: dict[str, object] = field(default_factory=dict)


MATERIALS = [
    DemoMaterial(
        "clay_body", "Ferry white", "FW-1", "1.15", 21_400, 21.5, (), "The floor's ground."
    ),
    DemoMaterial("clay_body", "Harbour buff", "HB-4", "0.82", 12_600, 20.0),
    DemoMaterial("clay_body", "Breakwater porcelain", "BP-2", "2.40", 6_200),
    DemoMaterial("dug_clay", "Canal bank", "CB", "", 3_900, None, (), "Blue-grey, smooth, roots."),
    DemoMaterial("dug_clay", "Quarry overburden", "QO", "", 4_700, None, (), "Rust brown, fine."),
    DemoMaterial("dug_clay", "Field drain", "FD", "", 2_800, None, (), "Yellow, sandy."),
    DemoMaterial("stain", "Quay Blue", "QB-14", "38.00", 420, None, ("cobalt",)),
    DemoMaterial("stain", "Tide Teal", "TT-11", "44.00", 160, None, ("cobalt", "chromium")),
    DemoMaterial("stain", "Mooring Teal", "MT-30", "29.00", 180, None, ("cobalt", "chromium")),
    DemoMaterial("stain", "Dawn Rose", "DR-09", "51.00", 90, None, ("chromium",)),
    DemoMaterial("stain", "Buoy Red", "BR-21", "68.00", 75, None, ("cadmium",)),
    DemoMaterial("stain", "Lamp Yellow", "LY-03", "33.00", 240, None, ("vanadium",)),
    DemoMaterial("stain", "Rope Green", "RG-06", "31.00", 150, None, ("chromium",)),
    DemoMaterial(
        "stain", "Soot Black", "SB-02", "27.00", 510, None, ("manganese", "chromium", "cobalt")
    ),
    DemoMaterial("oxide", "Red iron oxide", "", "6.50", 900),
    DemoMaterial("oxide", "Cobalt carbonate", "", "92.00", 45, None, ("cobalt",)),
    DemoMaterial("oxide", "Copper carbonate", "", "41.00", 120, None, ("copper",)),
    DemoMaterial("oxide", "Titanium dioxide", "", "11.00", 260),
]

ADDITIONS = [
    DemoMaterial(
        "addition", "Slipway grog", "SG-7", "0.65", 5_400, addition="grog", grain="0 to 0.7 mm"
    ),
    DemoMaterial("addition", "Lock feldspar", "LF-2", "1.35", 3_100, addition="feldspar"),
]
"""What is blended into clays; on the shelf since this week."""


CLEAR, MATT = "Harbour clear", "Fog matt"
GLAZES = [
    DemoMaterial(
        *("glaze", CLEAR, "HC-1", "7.80", 8_200),
        fused={
            **{"look": "clear", "sheen": "glossy", "zinc": "no", "food": "stated_suitable"},
            **{"low_cone": "5", "top_cone": "7", "used_mm": 0.9},
        },
    ),
    DemoMaterial(
        *("glaze", MATT, "FM-6", "9.10", 3_300),
        fused={
            **{"look": "clear", "sheen": "matt", "zinc": "yes", "food": "not_stated"},
            **{"low_cone": "5.5", "top_cone": "6", "used_mm": 1.1},
        },
    ),
    DemoMaterial(
        *("underglaze", "Pilot Black", "PB-8", "", 640, None, ("cobalt", "manganese")),
        fused={"low_cone": "05", "top_cone": "8"},
    ),
]


@dataclass(frozen=True)
class AfterFiring:
    """What was read off a tile after one firing; None was not read yet.

    ``cone`` is '' where it was in the fire without one (FIRE).
    """

    cone: str
    days_ago: int
    length: float | None = None
    dry: float | None = None
    soaked: float | None = None
    colour: str = ""
    method: str = "boil_soak"
    bare_colour: str = ""


@dataclass(frozen=True)
class DemoTile:
    """A tile, from its bone-dry readings through its firings."""

    length_dry: float | None = None
    mass_dry: float | None = None
    firings: tuple[AfterFiring, ...] = ()
    glazed: bool = False
    bare_half: bool = False
    surface: tuple[str, ...] = ()
    note: str = ""
    glaze: str = CLEAR


@dataclass(frozen=True)
class DemoMix:
    """A mix: its sum, what the scale said (None: not weighed yet), and its tiles."""

    sum: str
    weighed: tuple[float, ...] | None
    tiles: tuple[DemoTile, ...] = ()
    cone: str = "6"


@dataclass(frozen=True)
class DemoTrial:
    """Mixes whose tiles are read side by side."""

    name: str
    days_ago: int
    ware: str = "stoneware"
    mixes: list[DemoMix] = field(default_factory=list)


def _white(colourant: str, pct: float, grams: float = 120) -> str:
    return (
        f"clay=Ferry white&state=plastic&mass={grams}&unit=g&water_pct=21.5"
        f"&convention=on_dry_clay&scale_step_g=0.1&add={colourant}:{pct}"
    )


def _floor_tile(
    colour: str, length: float, dry: float, soaked: float, glazed: bool = False
) -> DemoTile:
    """A tile of the white body that went straight to cone 6."""
    return DemoTile(94.0, 88.4, (AfterFiring("6", 12, length, dry, soaked, colour),), glazed)


TRIALS = [
    DemoTrial(
        "Quay Blue, how much is enough",
        24,
        mixes=[
            DemoMix(
                _white("Quay Blue", 3),
                (120.1, 2.8, 0.8),
                (_floor_tile("72.4, -3.1, -14.8", 88.5, 83.1, 83.9),),
            ),
            DemoMix(
                _white("Quay Blue", 6),
                (120.0, 5.7, 1.5),
                (
                    _floor_tile("60.2, -1.9, -25.6", 88.5, 83.4, 84.2),
                    _floor_tile("60.9, -2.0, -25.1", 88.0, 83.0, 83.9),
                ),
            ),
            DemoMix(
                _white("Quay Blue", 9),
                (119.9, 8.5, 2.3),
                (
                    _floor_tile("47.8, 1.6, -36.2", 88.0, 83.8, 84.7),
                    _floor_tile("48.3, 1.5, -35.8", 88.0, 83.5, 84.3),
                ),
            ),
            DemoMix(
                _white("Quay Blue", 12),
                (120.0, 11.3, 3.1),
                (_floor_tile("48.0, 1.7, -36.2", 87.5, 84.1, 85.1),),
            ),
        ],
    ),
    DemoTrial(
        "Two teals, one price apart",
        23,
        mixes=[
            DemoMix(
                _white("Tide Teal", 7),
                (120.0, 6.6, 1.8),
                (_floor_tile("51.0, -22.4, -12.1", 88.0, 83.6, 84.5),),
            ),
            DemoMix(
                _white("Mooring Teal", 7),
                (120.1, 6.6, 1.8),
                (_floor_tile("51.4, -22.0, -12.5", 88.0, 83.5, 84.4),),
            ),
        ],
    ),
    DemoTrial(
        "Dawn Rose, unglazed and glazed",
        22,
        mixes=[
            DemoMix(
                _white("Dawn Rose", 6.5),
                (120.0, 6.1, 1.7),
                (
                    _floor_tile("71.4, 6.2, 14.8", 88.0, 83.7, 84.6),
                    _floor_tile("66.9, 6.9, 16.3", 88.0, 84.9, 85.4, glazed=True),
                ),
            ),
        ],
    ),
    DemoTrial(
        "Buoy Red, bisque against cone 6",
        30,
        mixes=[
            DemoMix(
                _white("Buoy Red", 6.5),
                (120.2, 6.1, 1.7),
                (
                    DemoTile(
                        94.0,
                        88.6,
                        (
                            AfterFiring("04", 26, 93.5, 83.9, 93.8, "47.5, 44.2, 26.8"),
                            AfterFiring("6", 12, 88.0, 83.6, 84.5, "58.9, 17.4, 12.3"),
                        ),
                    ),
                    DemoTile(
                        94.0, 88.1, (AfterFiring("04", 26, 93.0, 83.5, 93.2, "47.1, 44.9, 27.3"),)
                    ),
                ),
            ),
        ],
    ),
    DemoTrial(
        "Panel border, yellow and green",
        9,
        mixes=[
            DemoMix(
                _white("Lamp Yellow", 5.5),
                (120.0, 5.2, 1.4),
                (
                    DemoTile(94.0, 88.2, (AfterFiring("6", 2, 88.0, 83.4),)),
                    DemoTile(94.0, 88.0, (AfterFiring("6", 2, 88.0, 83.3, 84.2),)),
                    DemoTile(94.0, 87.9),
                    DemoTile(93.5, 88.3),
                ),
            ),
            DemoMix(
                _white("Rope Green", 4.5),
                (120.1, 4.2, 1.2),
                (
                    DemoTile(),
                    DemoTile(),
                    DemoTile(),
                ),
            ),
        ],
    ),
]

WAITING_TRIAL = DemoTrial(
    "Waiting room floor, three greys",
    6,
    mixes=[
        DemoMix(
            _white("Soot Black", pct),
            (120.0, round(0.942 * pct, 1), round(0.26 * pct, 1)),
            tuple(DemoTile(94.0, 88.0 + 0.1 * copy) for copy in range(3)),
        )
        for pct in (1.5, 2.5, 3.5)
    ],
)
"""Tiles that are dry and stand in a load."""


def _again(pct: float, weighed: tuple[float, ...], colour: str) -> DemoMix:
    """A strength of Quay Blue once more, from another bag, fired a firing later."""
    fired = AfterFiring("6", 2, 88.0, 83.4, 84.2, colour)
    return DemoMix(_white("Quay Blue", pct), weighed, (DemoTile(94.0, 88.3, (fired,)),))


AGAIN_TRIAL = DemoTrial(
    "Quay Blue from the second bag",
    12,
    mixes=[
        _again(6, (120.1, 5.7, 1.5), "60.4, -1.6, -25.0"),
        _again(9, (120.0, 8.5, 2.3), "50.9, 0.4, -33.0"),
    ],
)
"""The same recipes again: one as before, one that has drifted."""


def _half_glazed(
    colourant: str, pct: float, glazed: str, bare: str, surface: tuple[str, ...] = ("glossy",)
) -> DemoMix:
    """A mix and its one tile, glazed over one half and fired once to cone 6; plain at 0 %."""
    fired = AfterFiring("6", 12, 88.0, 83.2, 84.0, glazed, bare_colour=bare)
    tile = DemoTile(94.0, 88.2, (fired,), glazed=True, bare_half=True, surface=surface)
    weighed = (120.0, round(0.942 * pct, 1), round(0.26 * pct, 1)) if pct else (120.0,)
    return DemoMix(_white(colourant, pct), weighed, (tile,))


HALVES_TRIAL = DemoTrial(
    "Yellow and green for the stair edge",
    23,
    mixes=[
        _half_glazed("Lamp Yellow", 0, "88.5, 0.2, 8.1", "90.2, 0.4, 6.5"),
        _half_glazed("Lamp Yellow", 3, "84.2, 1.0, 36.5", "86.0, 0.5, 28.0"),
        _half_glazed("Lamp Yellow", 6, "81.0, 3.2, 50.1", "83.5, 2.0, 40.5"),
        _half_glazed("Lamp Yellow", 9, "79.5, 4.8, 57.3", "82.2, 3.1, 47.0"),
        _half_glazed("Rope Green", 3, "66.9, -18.5, 16.8", "70.5, -14.2, 13.1"),
        _half_glazed("Rope Green", 6, "56.0, -21.9, 19.4", "60.8, -17.5, 16.0"),
        _half_glazed(
            "Rope Green", 9, "49.5, -22.8, 20.3", "54.6, -18.6, 17.2", ("glossy", "pinholed")
        ),
    ],
)
"""Tiles with a bare half, and a plain one, so that colours can be matched and predicted."""


@dataclass(frozen=True)
class DemoFire:
    """A fire without a cone, as it was noted."""

    kind: str
    burned: str
    lasted_h: float
    peak_c: float
    note: str


FIRE = DemoFire(
    "sawdust", "larch sawdust in a brick bin", 17, 590, "Lid cracked open at midnight: wind"
)


def _smoked(colourant: str, pct: float, colour: str, soaked: float) -> DemoMix:
    """A mix and its one tile, bisque fired and then smoked."""
    bisque = AfterFiring("04", 37, 92.5, 83.4)
    smoked = AfterFiring("", 33, 92.5, 83.4, soaked, colour)
    weighed = (120.0, round(0.942 * pct, 1), round(0.26 * pct, 1)) if pct else (120.0,)
    return DemoMix(
        _white(colourant, pct), weighed, (DemoTile(94.0, 88.3, (bisque, smoked)),), cone="04"
    )


SMOKED_TRIAL = DemoTrial(
    "Smoked tags for the ticket window",
    46,
    "earthenware",
    mixes=[
        _smoked("Rope Green", 0, "46.8, 2.6, 8.9", 95.9),
        _smoked("Rope Green", 6, "38.1, -6.2, 9.4", 95.4),
        _smoked("Dawn Rose", 7, "35.5, 9.8, 8.1", 95.7),
    ],
)
"""Tiles that went through a bisque and then a fire without a cone."""

HALVES_NOTE = "In the evening the unglazed halves all look alike. Judge them by the window."


@dataclass(frozen=True)
class DemoPrediction:
    """A colour that was looked for, what was to be mixed for it, and how far off it came out."""

    wanted: tuple[float, float, float]
    pcts: dict[str, float]
    off: tuple[float, float, float]
    days_ago: int


PREDICTION = DemoPrediction(
    (72.0, -12.0, 26.0), {"Lamp Yellow": 3.5, "Rope Green": 1.5}, (0.8, -0.6, 1.1), 9
)
"""Made as a test tile and fired: the record of predictions begins with it."""


def test_of(row: DemoPrediction, colour: str) -> DemoTrial:
    """The trial of one test tile that was made of a prediction, and the colour it came out."""
    adds = "".join(f"&add={name}:{pct}" for name, pct in row.pcts.items())
    plain = _white("", 0).removesuffix("&add=:0")
    fired = AfterFiring("6", 2, 88.0, 83.3, 84.1, colour)
    grams = (120.0, *(round(0.942 * pct, 1) for pct in row.pcts.values()), 1.3)
    mix = DemoMix(plain + adds, grams, (DemoTile(94.0, 88.3, (fired,)),))
    return DemoTrial("Moss for the stair edge, test tile", row.days_ago, mixes=[mix])


@dataclass(frozen=True)
class DemoSurface:
    """A plan of coats: its body, its columns, and each coat's mix and columns, lowest first."""

    body: str
    columns: dict[str, object]
    coats: tuple[tuple[str, dict[str, object]], ...]


def _slip(made_of: str, **columns: object) -> tuple[str, dict[str, object]]:
    """A coat by the mix of its slip; brushed onto leather-hard clay unless it says otherwise."""
    usual = {"application": "brush", "coats": 1, "thickness_mm": 0.35, "specific_gravity": 1.55}
    return made_of, {**usual, "onto": "leather_hard", **columns}


_YELLOW, _GREEN = "9 % Lamp Yellow in Ferry white", "9 % Rope Green in Ferry white"
_PALE_YELLOW, _PALE_GREEN = "3 % Lamp Yellow in Ferry white", "3 % Rope Green in Ferry white"
_WET = {"onto": "soft_slab", "thickness_mm": 0.9}
_SLAB = {"application": "lay", "onto": "soft_slab"}

SURFACES = (
    DemoSurface(
        "Ferry white",
        {
            "name": "Skirting, waves in sgraffito",
            "shape": "tile",
            "pieces": 26,
            "measures": {"width": 140.0, "length": 140.0, "thickness": 9.0},
            "side": "inside",
            "technique": "sgraffito",
            "cone": "6",
        },
        (
            _slip(_PALE_YELLOW, thickness_mm=0.45),
            _slip(_GREEN, coats=2),
        ),
    ),
    DemoSurface(
        "Ferry white",
        {
            "name": "Ticket tray, joggled",
            "shape": "plate",
            "pieces": 3,
            "measures": {"rim": 260.0, "height": 24.0},
            "side": "inside",
            "technique": "joggled",
            "cone": "6",
        },
        (
            _slip(_PALE_YELLOW, application="pour", **_WET),
            _slip(_GREEN, application="trail", covers_pct=30.0, **_WET),
            _slip(_YELLOW, application="trail", covers_pct=15.0, **_WET),
        ),
    ),
    DemoSurface(
        "Ferry white",
        {
            "name": "Threshold strip, agate",
            "shape": "tile",
            "pieces": 8,
            "measures": {"width": 90.0, "length": 210.0, "thickness": 11.0},
            "side": "inside",
            "technique": "agate",
            "cone": "6",
        },
        (
            _slip(_PALE_GREEN, coats=2, **{**_SLAB, "thickness_mm": 7.0}),
            _slip(_YELLOW, coats=2, **{**_SLAB, "thickness_mm": 4.0}),
        ),
    ),
    DemoSurface(
        "Ferry white",
        {
            "name": "Gangway numbers, inlaid",
            "shape": "tile",
            "pieces": 12,
            "measures": {"width": 160.0, "length": 160.0, "thickness": 10.0},
            "side": "inside",
            "technique": "inlay",
            "cone": "6",
        },
        (_slip(_GREEN, coats=2, thickness_mm=1.2, covers_pct=8.0),),
    ),
)
"""A sgraffito, a joggled plate, an agate and an inlay of the panel, in colours that were fired."""

GLAZES_TRIAL = DemoTrial(
    "Dawn Rose under two glazes",
    26,
    mixes=[
        DemoMix(
            _white("Dawn Rose", 7),
            (120.0, 6.6),
            (
                _floor_tile("68.9, 24.1, 8.0", 87.9, 84.8, 85.2, glazed=True),
                replace(_floor_tile("70.2, 8.1, 13.6", 88.0, 84.8, 85.3, glazed=True), glaze=MATT),
                _floor_tile("70.6, 21.9, 7.4", 87.9, 84.8, 85.5),
            ),
        )
    ],
)
"""One recipe without glaze and under each of two, of which one contains zinc."""

PLAIN_DARK = DemoTrial(
    "Canal bank, half glazed",
    28,
    mixes=[
        DemoMix(
            "clay=Canal bank&state=dry&mass=120&unit=g&convention=on_dry_clay&scale_step_g=0.1"
            "&add=Red iron oxide:0",
            (120.0,),
            (
                DemoTile(
                    *(94.2, 88.0),
                    (
                        AfterFiring(
                            "6", 12, None, None, None, "38.3, 11.4, 19.6", "", "46.2, 9.7, 17.8"
                        ),
                    ),
                    glazed=True,
                    bare_half=True,
                ),
            ),
        )
    ],
)
"""The dark body alone, without glaze and under it."""

TESTED_SURFACE = DemoSurface(
    "Canal bank",
    {
        "name": "Washroom tiles, gulls in sgraffito",
        "shape": "tile",
        "pieces": 14,
        "measures": {"width": 120.0, "length": 120.0, "thickness": 9.0},
        "side": "inside",
        "technique": "sgraffito",
        "cone": "6",
        "clear_over": True,
    },
    (
        _slip(_PALE_YELLOW, coats=2, thickness_mm=0.45),
        _slip("6 % Quay Blue in Ferry white", coats=2),
    ),
)
"""A stack on a dark body, of which test tiles were fired."""

BLUE_SLIP_G, BLUE_SLIP_WATER_PCT = 318.0, 46.0
"""The blue of that stack as slip in a bucket."""

TESTED_COLOURS = ("46.8, -3.9, -24.6", "50.3, -3.1, -15.8", "34.9, -0.6, -11.7")
"""As planned, with one coat of the blue, and without the pale coats under it."""

KILN: dict[str, Any] = {
    "name": "Quay kiln",
    "shape": "round",
    "shelf_width_mm": 390.0,
    "shelf_count": 3,
    "usable_height_mm": 520.0,
    "post_height_mm": 150.0,
    "power_kw": 6.2,
    "price_per_kwh": 0.29,
    "controller": "simulated",
}

FOOTPRINT_MM = 108.0, 46.0
"""What a tile covers of a shelf."""


def places_on_shelves() -> Iterator[ShelfPlace]:
    """The places of tiles in the kiln."""
    for shelf in range(KILN["shelf_count"]):
        for x in (-113.0, 5.0):
            for y in (-131.0, -77.0, -23.0, 31.0, 85.0):
                yield ShelfPlace(shelf, Placed(x, y, *FOOTPRINT_MM))


@dataclass(frozen=True)
class DemoLog:
    """The log of a firing: how far under its schedule it ran, °C, and how its cones were found."""

    cone: str
    days_ago: int
    under_c: float
    witness_cones: tuple[tuple[int, str, str], ...]


LOGS = (
    DemoLog(
        "6",
        12,
        3.0,
        ((0, "5.5", "down"), (0, "6", "half"), (2, "6", "down"), (2, "7", "standing")),
    ),
    DemoLog(
        "6",
        2,
        -4.0,
        (
            *((0, "6", "down"), (0, "7", "standing"), (1, "6", "down"), (1, "7", "standing")),
            *((2, "6", "down"), (2, "7", "half")),
        ),
    ),
)

LOOSE_MIXES = [
    DemoMix(_white("Soot Black", 4, 400), None),
    DemoMix(
        "clay=Harbour buff&state=plastic&mass=600&unit=g&water_pct=20&scale_step_g=0.1"
        "&add=Red iron oxide:3&add=Cobalt carbonate:0.5",
        (600.0, 14.4, 2.4, 4.2),
    ),
]


@dataclass(frozen=True)
class DemoPlan:
    """A series, a grid or a campaign as a trial, and how many of its mixes are weighed and made.

    ``fired`` are its tiles' readings in the order of the mixes, where all were fired so long ago.
    """

    kind: str
    name: str
    sum: str
    done: int
    strategy: str = ""
    fired: tuple[DemoTile, ...] = ()
    days_ago: int = 0


COBALT_GRID = [
    ("70.5, 4.5, 18.0", 89.1, 3.1),
    ("52.8, -2.2, -6.5", 89.0, 3.0),
    ("41.9, 0.8, -15.4", 88.9, 2.7),
    ("72.6, 3.2, 21.3", 89.0, 2.9),
    ("57.0, -6.4, 1.2", 88.8, 2.7),
    ("45.6, -4.9, -8.0", 88.8, 2.5),
    ("74.9, 2.0, 24.8", 88.7, 2.6),
    ("60.3, -8.8, 8.9", 88.7, 2.4),
    ("49.2, -9.3, -0.6", 88.5, 2.2),
]
"""Colour, fired length and absorption of each cell: titanium greens the cobalt step by step."""


def _of_the_grid(colour: str, length: float, absorbed: float) -> DemoTile:
    fired = AfterFiring("6", 35, length, 95.0, round(95 * (1 + absorbed / 100), 1), colour=colour)
    return DemoTile(94.2, 101.6, (fired,))


SERIES_PLANS = [
    DemoPlan(
        "series",
        "Rope Green for the border",
        "clay=Breakwater porcelain&colourant=Rope Green&pcts=3,6,9&tile_dry_g=28&tiles_each=2"
        "&powder_g=11&loss_pct=5&smallest_batch_g=60&scale_step_g=0.1&round_start_g=10",
        done=1,
        strategy="start_high",
    )
]

GRID_PLANS = [
    DemoPlan(
        "grid",
        "Copper and titanium, poured",
        "clay=Harbour buff&x=Copper carbonate:0,0.8,1.6&y=Titanium dioxide:0,1.5,3&cell_g=85"
        "&solids_pct=67&moulds=3"
        "&scale_step_g=0.1",
        done=4,
    ),
    DemoPlan(
        "grid",
        "Cobalt and titanium in buff",
        "clay=Harbour buff&state=plastic&water_pct=20&x=Cobalt carbonate:0,0.3,0.6"
        "&y=Titanium dioxide:0,2,4&cell_g=130&scale_step_g=0.01",
        done=9,
        fired=tuple(_of_the_grid(*row) for row in COBALT_GRID),
        days_ago=41,
    ),
]

SLIP_BUCKET = DemoMaterial(
    *("slip", "Buff pouring slip", "BS-7", "", 4_600),
    notes="Deep bucket by the sink. Stir before use.",
    specific_gravity=1.37,
    made_from="Harbour buff",
)

CAMPAIGN_TILES = [
    "88.4, 0.3, 4.1",
    "86.9, 0.1, 5.6",
    "62.3, -0.4, 1.8",
    "47.1, -18.2, 22.4",
    "66.0, 17.9, 51.6",
    "52.4, 15.8, -16.3",
    "47.6, -17.5, 21.7",
    "87.6, 0.2, 4.9",
]
"""The plain controls, then each sample bag at 6 %: two greens that may be one, one that fades."""


def _of_the_campaign(colour: str) -> DemoTile:
    return DemoTile(93.5, 33.5, (AfterFiring("6", 15, 86.5, 31.4, 31.5, colour),))


CAMPAIGN_PLANS = [
    DemoPlan(
        "campaign",
        "Six sample bags in porcelain",
        "clay=Breakwater porcelain&state=dry&stain=Gull Grey:9.5&stain=Kelp Green:8"
        "&stain=Lantern Amber:11&stain=Heather:7&stain=Marsh Green:9&stain=Foam:6"
        "&first_pct=6&then_pcts=3,9&tile_dry_g=33.5&controls=1&loss_pct=5&scale_step_g=0.01",
        done=7,
        fired=tuple(_of_the_campaign(colour) for colour in CAMPAIGN_TILES),
        days_ago=20,
    )
]

LEFTOVER_G = 186.0
"""What was left of the mix that is made and has no tiles, plastic."""

CONTAINERS = (("White bowl", 212.4), ("Steel jug", 148.0))

CAMERA = ("--lamp=warm", "--stops=-0.8", "--gradient=0.08")
"""The light that the first trial was photographed in: a warm afternoon at the window."""
