"""Makes the two fonts that printed sheets are set in from the ones the pages are set in.

Only for whoever changes them: it needs fontTools and brotli, in an environment of their own, and
the packages of both typefaces (CONTRIBUTING.md says how). ReportLab takes plain TrueType files of
one weight, the pages have compressed ones of every weight and a part of an alphabet each. So each
weight is cut out of all parts, the parts are joined, the figures become those of equal width, and
the few signs of the trade that the parts lack are drawn, from shapes they have where there are
such. Greek and Cyrillic letters, which the typeface of the pages does not have, are those of a
sans serif with shapes like its own, made as large: one file a weight holds every letter that can be
printed, so nobody who sets a line has to think of fonts.
"""

from collections.abc import Callable
from pathlib import Path
from shutil import copy
from tempfile import TemporaryDirectory

from fontTools import subset
from fontTools.merge import Merger
from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib.instancer import instantiateVariableFont

TOP = Path(__file__).parent.parent
PACKAGES = TOP / "frontend" / "node_modules" / "@fontsource-variable"
PARTS = [
    PACKAGES / f"archivo/files/archivo-{part}-wdth-normal.woff2"
    for part in ("latin", "latin-ext", "vietnamese")
]
OTHER_LETTERS = [
    PACKAGES / f"roboto/files/roboto-{part}-wght-normal.woff2"
    for part in ("greek", "cyrillic", "cyrillic-ext")
]
FONTS = TOP / "umberpot" / "ui" / "pdf" / "fonts"
WEIGHTS = {"Archivo-Regular": 400, "Archivo-Bold": 660}
UNUSED = ("GDEF", "GPOS", "GSUB", "STAT", "gasp", "prep", "fpgm", "cvt ")
"""Tables that ReportLab does not read."""


def main() -> None:
    """Writes a file for each weight."""
    FONTS.mkdir(exist_ok=True)
    for family in ("archivo", "roboto"):
        copy(PACKAGES / family / "LICENSE", FONTS / f"{family}.LICENSE")
    for name, weight in WEIGHTS.items():
        font = _joined([_cut(part, {"wght": weight, "wdth": 100}) for part in PARTS])
        _equal_figures(font)
        _drop(font, UNUSED)
        font = _joined([font, *_as_large_as(font, weight)])
        for sign, draw in SIGNS.items():
            _add(font, sign, draw)
        _name(font, name)
        font.save(FONTS / f"{name}.ttf")


def _cut(path: Path, axes: dict[str, float]) -> TTFont:
    """One weight of a part."""
    font = TTFont(path, recalcTimestamp=False)
    font.flavor = None
    instantiateVariableFont(font, axes, inplace=True)
    return font


def _drop(font: TTFont, tables: tuple[str, ...]) -> None:
    for table in tables:
        if table in font:
            del font[table]


def _as_large_as(font: TTFont, weight: int) -> list[TTFont]:
    """The letters that a font lacks, with capitals as high as its own."""
    has = set(font.getBestCmap())
    parts = []
    for path in OTHER_LETTERS:
        part = _cut(path, {"wght": weight})
        _drop(part, UNUSED)
        lacking = set(part.getBestCmap()) - has
        has |= lacking
        cutter = subset.Subsetter(subset.Options(notdef_outline=True, glyph_names=True))
        cutter.populate(unicodes=lacking)
        cutter.subset(part)
        high = font["OS/2"].sCapHeight / part["OS/2"].sCapHeight
        scale_upem(part, round(high * part["head"].unitsPerEm))
        part["head"].unitsPerEm = font["head"].unitsPerEm
        parts.append(part)
    return parts


def _joined(fonts: list[TTFont]) -> TTFont:
    """All the letters of some fonts, on lines as high as those of the first."""
    with TemporaryDirectory() as folder:
        paths = [str(Path(folder) / f"{number}.ttf") for number in range(len(fonts))]
        for font, path in zip(fonts, paths, strict=True):
            font.save(path)
        joined = Merger().merge(paths)
    # The same parts give the same bytes.
    joined.recalcTimestamp = False
    joined["head"].created = joined["head"].modified = fonts[0]["head"].modified
    for side in ("ascent", "descent", "lineGap"):
        setattr(joined["hhea"], side, getattr(fonts[0]["hhea"], side))
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


SIGNS: dict[str, Callable[[Sketch], None]] = {
    "≤": _or_equal("<"),
    "≥": _or_equal(">"),
    "≈": _about,
    "→": _along("↑"),
    "↔": _along("↑", "↓"),
    "⁻": _raised("−"),
    "⁶": _raised("6"),
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
