"""The pieces of pages that show tiles.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Iterable, Sequence
from typing import Any

from django import template

from claycore.inscriptions import HOLE_MM, TILE_LONGER_THAN_MARK_MM
from claycore.measure.formatting import percentage, plain
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.tiles.fired_looks import FiredLook, note_clays, note_mixes, note_plans, note_stains
from umberpot.tiles.models import UNGLAZED, Step, Tile
from umberpot.tiles.progress import TileProgress
from umberpot.ui.components.tile_looks import TileLook, TileState

register = template.Library()

SLAB_HEIGHT_MM = 50.0
SLAB_LETTER_MM = 7.0


def look_of(progress: TileProgress, width: int = 60) -> TileLook:
    """The look of a tile where it stands."""
    code, under = progress.tile.code, _under(progress.tile)
    is_bar = progress.tile.is_bar
    if progress.colour:
        bare = progress.bare_colour.lab if progress.bare_colour else None
        lab = progress.colour.lab
        return TileLook(code, TileState.COLOURED, lab, width, under, bare, is_bar=is_bar)
    return TileLook(code, _state_of(progress), width=width, under=under, is_bar=is_bar)


def _under(tile: Tile) -> str:
    """A bar's cone, a tile's strengths: '6 %', or '3 + 0.5 %' of two; '' of plain clay."""
    if tile.is_bar:
        return f"cone {tile.cone}"
    pcts = [plain(pct, 1) for pct in tile.mix.said_pcts.values()] if tile.mix else []
    return f"{' + '.join(pcts)} %" if pcts else ""


def _state_of(progress: TileProgress) -> TileState:
    if progress.firing:
        return TileState.FIRED
    if progress.tile.shaped_at is None:
        return TileState.PLANNED
    # Until somebody found it dry it is damp, whatever was measured of it while it was wet.
    return TileState.WET if progress.step is Step.DRY else TileState.DRY


@register.inclusion_tag("ui/components/tile.html")
def tile(progress: TileProgress, width: int = 60) -> dict[str, Any]:
    """The tile itself."""
    return {"look": look_of(progress, width)}


@register.inclusion_tag("tiles/components/inscription.html")
def inscription(tile: Tile) -> dict[str, Any]:
    """What to make of the wet clay, to scale: the hole, the scratched lines, the mark."""
    length = tile.mark_length_mm + TILE_LONGER_THAN_MARK_MM
    start = (length - tile.mark_length_mm) / 2
    lines = tile.inscription
    leading = min(10.0, 30.0 / max(1, len(lines)))
    return {
        "summary": f"Scratch on tile {tile.code}: " + "; ".join(lines),
        "length": plain(length),
        "height": plain(SLAB_HEIGHT_MM),
        "slab": (plain(length - 1), plain(SLAB_HEIGHT_MM - 1)),
        "text_x": plain(HOLE_MM + 2),
        "lines": [(line, plain(10 + leading * index)) for index, line in enumerate(lines)],
        "letter": plain(min(SLAB_LETTER_MM, leading * 0.8), 1),
        "mark": (plain(start), plain(length - start)),
        "mark_words": f"{plain(tile.mark_length_mm, 1)} mm",
        "middle": plain(length / 2),
    }


@register.simple_tag
def note_fired_mixes(mixes: Iterable[Mix]) -> str:
    """Gives the mixes of a page their fired colours, in one query; shows nothing itself."""
    note_mixes(mixes)
    return ""


@register.simple_tag
def note_fired_plans(plans: Iterable[Plan]) -> str:
    """Gives the plans of a page their fired colours, in one query; shows nothing itself."""
    note_plans(plans)
    return ""


@register.simple_tag
def note_fired_mix(mix: Mix) -> str:
    """The same for one mix."""
    note_mixes([mix])
    return ""


@register.simple_tag
def note_fired_stains(materials: Iterable[Material]) -> str:
    """Gives the stains of a page their fired colours, in one query; shows nothing itself."""
    note_stains(materials)
    return ""


@register.simple_tag
def note_fired_clays(materials: Iterable[Material]) -> str:
    """Gives the clays of a page their fired colours, in one query; shows nothing itself."""
    note_clays(materials)
    return ""


@register.inclusion_tag("tiles/components/fired_looks.html")
def fired_looks(looks: Sequence[FiredLook]) -> dict[str, Any]:
    """Fired colours as a strip of small touching swatches, each said in words."""
    return {"looks": looks}


@register.inclusion_tag("tiles/components/fired_looks.html")
def fired_strengths(looks: Sequence[FiredLook]) -> dict[str, Any]:
    """The same for strengths of one stain, with what they are under them."""
    pcts = ", ".join(percentage(look.pct) for look in looks)
    return {"looks": looks, "summary": f"{pcts} % in {looks[0].where}"}


@register.inclusion_tag("tiles/components/fired_looks.html")
def fired_at_cones(looks: Sequence[FiredLook]) -> dict[str, Any]:
    """The same for cones of one clay."""
    return {"looks": looks, "summary": f"Cone {', '.join(look.cone for look in looks)}, {UNGLAZED}"}
