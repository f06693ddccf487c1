"""The clays of the invented workshop: three dug nearby, a bought body, a line of blends.

Places, figures and colours are made up.
"""

from dataclasses import dataclass, field


@dataclass(frozen=True)
class DemoAtCone:
    """What the bars of a clay come to at a cone, on average; what was seen on all of them."""

    cone: str
    total_pct: float
    absorption_pct: float
    colour: str
    remarks: tuple[str, ...] = ()
    cold_pct: float | None = None
    hung_share: float | None = None
    sag_mm: float | None = None


@dataclass(frozen=True)
class DemoClay:
    """A clay with its bars: wet and dry, then cone by cone. ``spread`` is how far bars differ."""

    name: str
    days_ago: int
    drying_pct: float
    plasticity_pct: float
    loss_pct: float
    cones: tuple[DemoAtCone, ...]
    replicates: int = 3
    spread: float = 1.0
    bend: bool = False
    odd: str = ""


SHEETS: dict[str, dict[str, object]] = {
    "Canal bank": {
        "jar_code": "CB",
        "place": "Cut below the second lock, towpath side",
        "latitude": 51.42,
        "longitude": -0.731,
        "depth_cm": 60,
        "leave": "given",
        "leave_from": "the canal's keeper, in writing",
        "raw_colour": "blue-grey",
        "smooth_pct": 80,
        "coil": "bends",
        "acid": "none",
        "sand_mm": 6,
        "silt_mm": 21,
        "clay_mm": 48,
        "dug_g": 9400,
        "dried_g": 6100,
        "water_l": 11,
        "mesh": "80 mesh",
        "throws": "pleasant",
        "stands": 4,
        "stretches": 5,
        "grit": 4,
        "dries": 4,
        "throwing_notes": "Thin bowls stand up. Smells of the canal until it is aired.",
    },
    "Quarry overburden": {
        "jar_code": "QO",
        "place": "Spoil heap at the old quarry, north side",
        "depth_cm": 20,
        "leave": "given",
        "leave_from": "the quarry's owner",
        "raw_colour": "rust brown",
        "smooth_pct": 75,
        "coil": "bends",
        "acid": "none",
        "sand_mm": 9,
        "silt_mm": 24,
        "clay_mm": 40,
        "dug_g": 7800,
        "dried_g": 4900,
        "mesh": "80 mesh",
        "throws": "workable",
        "stands": 3,
        "stretches": 3,
        "grit": 4,
        "dries": 4,
    },
    "Field drain": {
        "jar_code": "FD",
        "place": "Where the new drain crosses the lower field",
        "depth_cm": 90,
        "leave": "own",
        "raw_colour": "pale grey, sandy",
        "smooth_pct": 55,
        "coil": "cracks_at_once",
        "acid": "weak",
        "sand_mm": 31,
        "silt_mm": 22,
        "clay_mm": 17,
        "dug_g": 6200,
        "dried_g": 4300,
        "mesh": "60 mesh",
        "throws": "unpleasant",
        "stands": 2,
        "stretches": 1,
        "grit": 1,
        "dries": 5,
    },
}

CLAIMS: dict[str, dict[str, object]] = {
    "Harbour buff": {
        "cone_low": "6",
        "cone_high": "10",
        "total_pct": 12.0,
        "absorption_pct": 2.0,
    }
}

CLAYS = [
    DemoClay(
        "Canal bank",
        40,
        6.6,
        31.0,
        9.2,
        (
            DemoAtCone("04", 7.6, 11.9, "58.4, 21.6, 30.8", cold_pct=10.1),
            DemoAtCone("1", 9.7, 6.4, "50.2, 20.1, 27.4", cold_pct=5.0),
            DemoAtCone(
                "6", 12.1, 1.05, "38.7, 15.2, 17.9", ("rings",), hung_share=0.562, sag_mm=3.5
            ),
            DemoAtCone("10", 12.5, 0.62, "31.5, 9.8, 11.2", ("rings",), sag_mm=7.5),
        ),
        bend=True,
    ),
    DemoClay(
        "Quarry overburden",
        36,
        6.0,
        28.0,
        8.8,
        (
            DemoAtCone("04", 8.1, 9.3, "49.8, 27.1, 29.4"),
            DemoAtCone("6", 13.4, 0.9, "33.0, 16.9, 13.8", ("rings",)),
            DemoAtCone("10", 9.1, 4.7, "27.4, 7.7, 7.1", ("bloated",)),
        ),
    ),
    DemoClay(
        "Field drain",
        34,
        3.5,
        21.0,
        11.5,
        (
            DemoAtCone("04", 4.2, 17.1, "71.2, 12.9, 27.5"),
            DemoAtCone("6", 5.1, 13.8, "66.9, 13.3, 25.8"),
            DemoAtCone("10", 6.0, 11.1, "60.3, 11.7, 22.1"),
        ),
        spread=2.0,
    ),
    DemoClay(
        "Harbour buff",
        26,
        5.8,
        26.0,
        7.4,
        (
            DemoAtCone("6", 10.2, 4.1, "68.0, 7.9, 20.6"),
            DemoAtCone("8", 11.3, 2.6, "64.1, 8.2, 19.9"),
            DemoAtCone("10", 12.2, 0.9, "58.8, 8.4, 18.0", ("rings",)),
        ),
    ),
]


@dataclass(frozen=True)
class DemoLine:
    """A line of blends, and what the bars of those that are made came to."""

    clay: str
    other: str
    added_pcts: tuple[float, ...]
    made: dict[float, DemoClay] = field(default_factory=dict)


LINE = DemoLine(
    "Field drain",
    "Canal bank",
    (15.0, 30.0),
    {
        15.0: DemoClay(
            "",
            8,
            4.1,
            22.5,
            11.0,
            (
                DemoAtCone("6", 6.4, 10.9, "61.0, 13.9, 24.4"),
                DemoAtCone("10", 7.6, 7.9, "54.2, 12.0, 20.3"),
            ),
            replicates=2,
        ),
    },
)

STARTED = "Breakwater porcelain"
"""The clay whose bars are drying just now."""

BOILING = ("Harbour buff, bars", 4.5)
"""What is boiling just now, and for how many hours it has been."""
