"""What is marked on a photograph, in a form that can be kept: as it was left, or as it was saved.

Tiles stand by what they are called, so that it holds in another studio's files too.
"""

import math
from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import asdict, dataclass, field
from typing import Any

from claycore.colour.photographs.references import REFERENCES
from umberpot.colours.models import Photograph, Ring, Scale

OWN = "own"
"""The key of the reference whose colour is typed."""


@dataclass(frozen=True)
class Marks:
    """Places as ``x y radius`` in pixels: cards and ends of the scale by key, tiles by title."""

    cards: Mapping[str, str] = field(default_factory=dict)
    tiles: Mapping[str, str] = field(default_factory=dict)
    own_colour: str = ""
    distance_mm: str = ""

    @property
    def written(self) -> dict[str, Any]:
        """As JSON has it."""
        return asdict(self)

    @classmethod
    def from_written(cls, written: Any) -> "Marks":
        """Marks as ``written`` gives them; what is none of them is left out."""
        if not isinstance(written, dict):
            return cls()
        cards, tiles = (_texts(written.get(name)) for name in ("cards", "tiles"))
        own, distance = (written.get(name) for name in ("own_colour", "distance_mm"))
        return cls(cards, tiles, _text(own), _text(distance))

    def scaled(self, by: float) -> "Marks":
        """The same places in a picture that is so many times as large."""
        cards, tiles = (
            {key: _scaled(at, by) for key, at in places.items()}
            for places in (self.cards, self.tiles)
        )
        return Marks(cards, tiles, self.own_colour, self.distance_mm)


def _text(value: Any) -> str:
    return value if isinstance(value, str) else ""


def _texts(values: Any) -> dict[str, str]:
    if not isinstance(values, dict):
        return {}
    return {key: text for key, text in values.items() if isinstance(text, str)}


def _scaled(at: str, by: float) -> str:
    try:
        return " ".join(f"{max(1.0, float(part) * by):.0f}" for part in at.split())
    except ValueError:
        return ""


def marks_of(photograph: Photograph) -> Marks:
    """The marks as they were left; as they were saved, where they were not changed since."""
    if photograph.marks is not None:
        return Marks.from_written(photograph.marks)
    return saved_marks(photograph)


def saved_marks(photograph: Photograph) -> Marks:
    """The marks that the colours were read from."""
    cards, tiles, own_colour = _of_rings(photograph.rings.select_related("tile"))
    scale: Scale | None = getattr(photograph, "scale", None)
    if scale is None:
        return Marks(cards, tiles, own_colour)
    radius = max(3, photograph.width // 100)
    ends = {
        "from": f"{scale.from_x:.0f} {scale.from_y:.0f} {radius}",
        "to": f"{scale.to_x:.0f} {scale.to_y:.0f} {radius}",
    }
    return Marks({**cards, **ends}, tiles, own_colour, f"{scale.distance_mm:g}")


def _of_rings(rings: Iterable[Ring]) -> tuple[dict[str, str], dict[str, str], str]:
    """The places of cards and of tiles, and the colour of one's own card."""
    free: dict[tuple[float, ...], list[str]] = defaultdict(list)
    for code, one in REFERENCES.items():
        free[one.lab.values].append(code)
    cards, tiles, own_colour = {}, {}, ""
    for ring in rings:
        at = f"{ring.x:.0f} {ring.y:.0f} {max(1, math.ceil(ring.radius))}"
        if ring.known is None:
            tiles[ring.label] = at
            continue
        # An older ring knows no kind: it is the first of its colour that is not taken.
        alike = free[ring.known.values]
        key = ring.kind or (alike.pop(0) if alike else OWN)
        cards[key] = at
        if key == OWN:
            own_colour = ", ".join(f"{value:g}" for value in ring.known.values)
    return cards, tiles, own_colour
