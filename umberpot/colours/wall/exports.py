"""The wall as files: CSV and JSON of its colours, a palette, a picture, a sheet to print."""

import io
import json
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date

from PIL import Image, ImageDraw, ImageFont

from claycore.colour.notation import Lab
from claycore.measure.formatting import counted, true_minus
from umberpot.colours.fired import FiredColour
from umberpot.ui.pdf.paper import Paper
from umberpot.ui.reports.blocks import Block, Report, ReportSwatch, Swatches, TableBlock
from umberpot.ui.reports.printed import printed
from umberpot.ui.table_styles import TableStyle
from umberpot.ui.tables import to_csv

COLUMNS = (
    *("code", "made_of", "clay", "cone", "firing", "atmosphere", "glazed", "glaze"),
    *("L", "a", "b", "hex"),
)
FIGURES = ("L", "a", "b")
WALL_GREY = "#bcbcbc"
_ACROSS = 8


@dataclass(frozen=True)
class About:
    """Whose wall it is, when it was written, on which paper, and how its tables are."""

    studio: str
    printed_on: date
    paper: Paper
    tables: TableStyle


@dataclass(frozen=True)
class Export:
    """A kind of file: its ending, what it is called, its type, and what writes it."""

    code: str
    title: str
    content_type: str
    write: Callable[[Sequence[FiredColour], About], bytes | str]


def _rows(tiles: Sequence[FiredColour]) -> list[dict[str, str]]:
    return [
        {
            "code": tile.code,
            "made_of": tile.title,
            "clay": tile.conditions.clay,
            "cone": tile.conditions.cone,
            "firing": tile.conditions.kind,
            "atmosphere": tile.conditions.atmosphere,
            "glazed": "yes" if tile.conditions.glazed else "no",
            "glaze": tile.conditions.glaze,
            "L": f"{tile.lab.lightness:.2f}",
            "a": f"{tile.lab.a:.2f}",
            "b": f"{tile.lab.b:.2f}",
            "hex": tile.lab.hex,
        }
        for tile in tiles
    ]


def _csv(tiles: Sequence[FiredColour], about: About) -> str:
    return to_csv(COLUMNS, _rows(tiles), about.tables, FIGURES)


def _json(tiles: Sequence[FiredColour], about: About) -> str:
    rows = [
        {name: float(value) if name in FIGURES else value for name, value in row.items()}
        for row in _rows(tiles)
    ]
    return json.dumps({"colours": rows}, ensure_ascii=False, indent=1)


def _palette(tiles: Sequence[FiredColour], about: About) -> str:
    """A palette as GIMP and others read it: plain text, a colour a line."""
    lines = ["GIMP Palette", "Name: Umber Pot wall", f"Columns: {_ACROSS}", "#"]
    for tile in tiles:
        red, green, blue = (int(tile.lab.hex[at : at + 2], 16) for at in (1, 3, 5))
        lines.append(f"{red:3} {green:3} {blue:3}\t{tile.label} {tile.title}")
    return "\n".join(lines) + "\n"


def _png(tiles: Sequence[FiredColour], about: About) -> bytes:
    """The wall as a picture: touching, on grey, each with its code above the row."""
    side, head, edge = 180, 40, 40
    across = min(len(tiles), _ACROSS)
    down = -(-len(tiles) // _ACROSS)
    size = (2 * edge + across * side, 2 * edge + down * (side + head))
    picture = Image.new("RGB", size, WALL_GREY)
    draw = ImageDraw.Draw(picture)
    font = ImageFont.load_default(size=20)
    for place, tile in enumerate(tiles):
        x, y = edge + place % _ACROSS * side, edge + place // _ACROSS * (side + head)
        draw.text((x + side / 2, y + head / 2), tile.label, fill="#141414", font=font, anchor="mm")
        draw.rectangle((x, y + head, x + side - 1, y + head + side - 1), fill=tile.lab.hex)
    out = io.BytesIO()
    picture.save(out, "PNG", optimize=True)
    return out.getvalue()


def _pdf(tiles: Sequence[FiredColour], about: About) -> bytes:
    """The wall to print: touching swatches with their codes, and what each is in words below."""
    swatches = [ReportSwatch(tile.lab.hex, tile.label) for tile in tiles]
    legend = [(tile.label, tile.summary, _in_figures(tile.lab)) for tile in tiles]
    count = counted(len(tiles), "fired colour")
    blocks: list[Block] = [
        Swatches(swatches),
        TableBlock(("Tile", "What it is", "L, a, b (D65)"), legend, (0.16, 0.62, 0.22)),
    ]
    told = Report("Wall", f"{count}, touching", about.studio, about.printed_on, "", blocks)
    return printed(told, about.paper)


def _in_figures(lab: Lab) -> str:
    return true_minus(", ".join(f"{value:.1f}" for value in lab.values))


EXPORTS: dict[str, Export] = {
    export.code: export
    for export in (
        Export("csv", "CSV", "text/csv; charset=utf-8", _csv),
        Export("json", "JSON", "application/json", _json),
        Export("gpl", "Palette", "text/plain; charset=utf-8", _palette),
        Export("png", "Picture", "image/png", _png),
        Export("pdf", "PDF", "application/pdf", _pdf),
    )
}
"""The files that are offered, by their ending."""
