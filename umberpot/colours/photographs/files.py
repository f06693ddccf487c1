"""A photograph to take away, with a table of what was read off it."""

import io
import zipfile
from collections.abc import Mapping

from django.utils import timezone

from claycore.colour.notation import Lab
from umberpot.colours.models import Photograph, Ring
from umberpot.tiles.models import ColourReading
from umberpot.ui.table_styles import TableStyle
from umberpot.ui.tables import to_csv

PICTURE = "photograph.jpg"
TABLE = "colours.csv"
COLUMNS = (
    *("marks", "part", "cone", "x_px", "y_px", "radius_px"),
    *("L", "a", "b", "u95_delta_e_2000", "read_on"),
)
FIGURES = ("x_px", "y_px", "radius_px", "L", "a", "b", "u95_delta_e_2000")


def with_data(photograph: Photograph, style: TableStyle) -> bytes:
    """The photograph as it is kept, and beside it a row for each ring.

    Places are in its pixels from the upper left; colours are CIELAB, D65. A ring that nothing was
    read from yet has no colour.
    """
    rings = photograph.rings.select_related("tile", "reading__firing")
    table = to_csv(COLUMNS, [_row(ring) for ring in rings], style, FIGURES)
    file = io.BytesIO()
    with zipfile.ZipFile(file, "w") as out:
        out.writestr(PICTURE, bytes(photograph.image))
        out.writestr(TABLE, table)
    return file.getvalue()


def _row(ring: Ring) -> Mapping[str, str]:
    place = {
        name: f"{value:.1f}"
        for name, value in (("x_px", ring.x), ("y_px", ring.y), ("radius_px", ring.radius))
    }
    marked = _of_tile(ring) if ring.tile else {"marks": "reference", **_colour(ring.known)}
    return {**dict.fromkeys(COLUMNS, ""), **place, **marked}


def _of_tile(ring: Ring) -> dict[str, str]:
    part = "bare half" if ring.of_bare_half else ""
    return {"marks": str(ring.tile), "part": part, **_read(ring.reading)}


def _read(reading: ColourReading | None) -> dict[str, str]:
    if reading is None:
        return {}
    return {
        **_colour(reading.lab),
        "u95_delta_e_2000": "" if reading.u95 is None else f"{reading.u95:.2f}",
        "cone": reading.firing.cone if reading.firing else "",
        "read_on": f"{timezone.localtime(reading.made_at):%Y-%m-%d}",
    }


def _colour(lab: Lab | None) -> dict[str, str]:
    named = zip("Lab", lab.values, strict=True) if lab else ()
    return {name: f"{value:.2f}" for name, value in named}
