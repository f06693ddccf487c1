"""Makes the two fonts that printed sheets are set in from the ones the pages are set in.

Only for whoever changes them: it needs fontTools and brotli, in an environment of their own
(CONTRIBUTING.md says how). ReportLab takes plain TrueType files of one weight, the pages have
compressed ones of every weight and half an alphabet each. So each weight is cut out of both halves,
the halves are joined, the figures become those of equal width, and the few signs of the trade that
the halves lack are drawn, from shapes they have where there are such.
"""

from collections.abc import Callable
from math import hypot
from pathlib import Path
from shutil import copy
from tempfile import TemporaryDirectory

from fontTools.merge import Merger
from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

TOP = Path(__file__).parent.parent
HALVES = [TOP / f"umberpot/static/fonts/archivo-{half}.woff2" for half in ("latin", "latin-ext")]
FONTS = TOP / "umberpot" / "ui" / "pdf" / "fonts"
WEIGHTS = {"Archivo-Regular": 400, "Archivo-Bold": 660}
UNUSED = ("GDEF", "GPOS", "GSUB", "STAT", "gasp", "prep")
"""Tables that ReportLab does not read."""


def main() -> None:
    """Writes a file for each weight."""
    FONTS.mkdir(exist_ok=True)
    copy(HALVES[0].with_name("archivo.LICENSE"), FONTS)
    for name, weight in WEIGHTS.items():
        font = _joined(weight)
        _equal_figures(font)
        for sign, draw in SIGNS.items():
            _add(font, sign, draw)
        for table in UNUSED:
            if table in font:
                del font[table]
        _name(font, name)
        font.save(FONTS / f"{name}.ttf")


def _joined(weight: int) -> TTFont:
    with TemporaryDirectory() as folder:
        paths = []
        for number, half in enumerate(HALVES):
            font = TTFont(half, recalcTimestamp=False)
            font.flavor = None
            instantiateVariableFont(font, {"wght": weight, "wdth": 100}, inplace=True)
            path = Path(folder) / f"{number}.ttf"
            font.save(path)
            paths.append(str(path))
        joined = Merger().merge(paths)
    # The same halves give the same bytes.
    joined.recalcTimestamp = False
    joined["head"].created = joined["head"].modified = font["head"].modified
    return joined


def _equal_figures(font: TTFont) -> None:
    """Columns of figures stand under one another, as on the pages."""
    features = font["GSUB"].table.FeatureList.FeatureRecord
    lookups = font["GSUB"].table.LookupList.Lookup
    (tabular,) = {
        index for f in features if f.FeatureTag == "tnum" for index in f.Feature.LookupListIndex
    }
    other = {a: b for sub in lookups[tabular].SubTable for a, b in sub.mapping.items()}
    for table in font["cmap"].tables:
        table.cmap = {code: other.get(name, name) for code, name in table.cmap.items()}


def _name(font: TTFont, name: str) -> None:
    for record in font["name"].names:
        if record.nameID in (1, 4, 6, 16):
            font["name"].setName(name, record.nameID, record.platformID, record.platEncID, 0x409)


class Sketch:
    """One new sign: shapes of the font moved about, and polygons."""

    def __init__(self, font: TTFont) -> None:
        self.glyphs, self.names = font.getGlyphSet(), font.getBestCmap()
        self.pen = TTGlyphPen(self.glyphs)
        bounds = self.box("−")
        self.stroke = bounds[3] - bounds[1]
        self.width = self.glyphs[self.names[ord("−")]].width

    def box(self, sign: str) -> tuple[float, float, float, float]:
        pen = BoundsPen(self.glyphs)
        self.glyphs[self.names[ord(sign)]].draw(pen)
        return pen.bounds

    def put(self, sign: str, up: float, scale: float = 1) -> None:
        """A shape the font has, made smaller and then moved up by so many units."""
        self._draw(sign, (scale, 0, 0, scale, 0, up))

    def lay(self, sign: str, scale: float) -> None:
        """An upright shape made smaller, on its side, about the middle of the minus sign."""
        left, low, right, high = self.box(sign)
        middle = (self.box("−")[1] + self.box("−")[3]) / 2
        across = middle + scale * (left + right) / 2
        edge = self.box("−")[0]
        self._draw(sign, (0, -scale, scale, 0, edge - scale * low, across))
        self.width = scale * (high - low) + 2 * edge

    def _draw(self, sign: str, moved: tuple[float, ...]) -> None:
        self.glyphs[self.names[ord(sign)]].draw(TransformPen(self.pen, moved))

    def polygon(self, *points: tuple[float, float]) -> None:
        self.pen.moveTo(points[0])
        for point in points[1:]:
            self.pen.lineTo(point)
        self.pen.closePath()


def _or_equal(sign: str) -> Callable[[Sketch], None]:
    def draw(sketch: Sketch) -> None:
        sketch.put(sign, 1.1 * sketch.stroke)
        sketch.put("−", sketch.box(sign)[1] - sketch.box("−")[3])

    return draw


def _about(sketch: Sketch) -> None:
    half = 1.35 * sketch.stroke
    sketch.put("~", half)
    sketch.put("~", -half)


def _along(*signs: str) -> Callable[[Sketch], None]:
    def draw(sketch: Sketch) -> None:
        for sign in signs:
            sketch.lay(sign, 0.72)

    return draw


def _raised(sign: str) -> Callable[[Sketch], None]:
    def draw(sketch: Sketch) -> None:
        scale = 0.62
        sketch.put(sign, sketch.box("H")[3] * (1 - scale), scale)
        sketch.width = scale * sketch.glyphs[sketch.names[ord(sign)]].width

    return draw


def _delta(sketch: Sketch) -> None:
    """A triangle as high as a capital, its strokes as thick as the minus sign's."""
    high, half, edge, stroke = sketch.box("H")[3], 310.0, 20.0, sketch.stroke
    middle, side = edge + half, hypot(high, half)
    inner = half - stroke * (side + half) / high
    sketch.polygon((edge, 0), (middle, high), (middle + half, 0))
    sketch.polygon(
        (middle - inner, stroke), (middle + inner, stroke), (middle, high - stroke * side / half)
    )
    sketch.width = 2 * middle


SIGNS: dict[str, Callable[[Sketch], None]] = {
    "≤": _or_equal("<"),
    "≥": _or_equal(">"),
    "≈": _about,
    "→": _along("↑"),
    "↔": _along("↑", "↓"),
    "⁻": _raised("−"),
    "⁶": _raised("6"),
    "Δ": _delta,
}


def _add(font: TTFont, sign: str, draw: Callable[[Sketch], None]) -> None:
    sketch = Sketch(font)
    draw(sketch)
    name = f"uni{ord(sign):04X}"
    font.setGlyphOrder([*font.getGlyphOrder(), name])
    glyph = sketch.pen.glyph()
    font["glyf"][name] = glyph
    glyph.recalcBounds(font["glyf"])
    font["hmtx"][name] = (round(sketch.width), glyph.xMin)
    for table in font["cmap"].tables:
        table.cmap[ord(sign)] = name


if __name__ == "__main__":
    main()
