"""What a chart is drawn of, so that the page and the printed report draw the same.

Coordinates run right and down from the top left corner. ``css`` names a look, which app.css and
the report each know.
"""

from dataclasses import dataclass, field

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString


def _attributes(**numbers: float) -> SafeString:
    return format_html_join(" ", '{}="{}"', ((k, f"{v:.2f}") for k, v in numbers.items()))


@dataclass(frozen=True)
class DrawnLine:
    """A line through points."""

    points: tuple[tuple[float, float], ...]
    css: str

    @property
    def path(self) -> str:
        """As SVG writes it."""
        return "M" + "L".join(f"{x:.2f} {y:.2f}" for x, y in self.points)


@dataclass(frozen=True)
class DrawnBox:
    """A filled rectangle."""

    x: float
    y: float
    width: float
    height: float
    css: str

    @property
    def place(self) -> SafeString:
        """Its attributes in SVG that say where it stands and how large it is."""
        return _attributes(x=self.x, y=self.y, width=self.width, height=self.height)


@dataclass(frozen=True)
class DrawnText:
    """A text; ``anchor`` is start, middle or end."""

    x: float
    y: float
    text: str
    css: str
    anchor: str = "middle"

    @property
    def place(self) -> SafeString:
        """Its attributes in SVG that say where it stands."""
        return _attributes(x=self.x, y=self.y)


@dataclass(frozen=True)
class PointMark:
    """A tested point; ``shape`` is one of SHAPES."""

    x: float
    y: float
    shape: str
    css: str


@dataclass(frozen=True)
class Knee:
    """A point of the first line that can be dragged: the end of a segment, which are numbered from
    0, and the points of the line that move with it, from ``first`` to ``last``."""

    x: float
    y: float
    segment: int
    first: int
    last: int

    @property
    def place(self) -> SafeString:
        """Its attributes in SVG that say where it stands, and those that move it by hand."""
        moves = (("segment", self.segment), ("first", self.first), ("last", self.last))
        by_hand = format_html_join(" ", 'data-{}="{}"', moves)
        return format_html("{} {}", _attributes(cx=self.x, cy=self.y), by_hand)


SHAPES = ("disc", "square", "diamond", "triangle", "ring", "cross")
"""How clays are told apart where several are drawn together."""


@dataclass
class Drawing:
    """A picture of so many units, said in words for whoever cannot see it."""

    width: float
    height: float
    summary: str
    strokes: list[DrawnLine] = field(default_factory=list)
    boxes: list[DrawnBox] = field(default_factory=list)
    words: list[DrawnText] = field(default_factory=list)
    marks: list[PointMark] = field(default_factory=list)
    knees: list[Knee] = field(default_factory=list)
    scale: tuple[float, float, float] = (0.0, 0.0, 0.0)
    """What a unit is worth along and up, and the y of 0, where there are knees."""

    @property
    def to_scale(self) -> SafeString:
        """The attributes that knees are moved by; none where there are none."""
        if not self.knees:
            return SafeString("")
        named = zip(("along", "up", "zero"), self.scale, strict=True)
        return format_html_join(" ", 'data-{}="{}"', named)
