"""What the pages of entry grids do with a request: find the stage, take over what was typed."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.conf import settings
from django.contrib import messages
from django.http import Http404

from claycore.testing import soaking
from umberpot.firings.models import Firing
from umberpot.studio.request import StudioRequest
from umberpot.tiles import sentences
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.readings import grid as reading_grid
from umberpot.tiles.readings.grid import CLAY_STAGE, ReadingGrid
from umberpot.tiles.readings.services import record_pieces


@dataclass
class GridPage:
    """A trial's pieces ``with_history``, the firings any of them went through, and the grid."""

    tiles: Sequence[Tile]
    firings: Sequence[Firing]
    grid: ReadingGrid

    @property
    def shown(self) -> dict[str, object]:
        """What ``tiles/readings/_grid.html`` needs."""
        method = soaking.method(self.grid.method)
        return {
            "grid": self.grid,
            "firings": self.firings,
            "methods": list(soaking.METHODS.values()),
            "method": method,
            "soak_caution": method.caution,
            "scale_is_simulated": settings.SCALE_IS_SIMULATED,
        }


def pieces_of(trial: Trial) -> list[Tile]:
    """The pieces of a trial that are not set aside, with all that was read of them."""
    return list(trial.tiles.kept().with_history())


def grid_page(request: StudioRequest, trial: Trial) -> GridPage:
    """The grid of the stage and the way of soaking in the address, as it is recorded."""
    tiles = pieces_of(trial)
    firings = _firings_of(tiles)
    firing = _stage(request.GET.get("stage", ""), firings, tiles)
    test = getattr(trial, "test", None)
    usual = test.method if test else _usual_method(tiles, firing)
    method = reading_grid.method_named(request.GET.get("method", ""), usual)
    return GridPage(tiles, firings, reading_grid.build(trial, tiles, firing, method))


def _firings_of(tiles: Sequence[Tile]) -> list[Firing]:
    """The firings after which something is read of any of the pieces, in order."""
    firings = {
        firing.pk: firing for tile in tiles for firing in tile.firings if tile.is_read_after(firing)
    }
    return sorted(firings.values(), key=lambda firing: (firing.fired_on, firing.pk))


def _stage(asked: str, firings: Sequence[Firing], tiles: Sequence[Tile]) -> Firing | None:
    """The stage of the address: before firing, or a firing; the latest with work where none."""
    if asked == CLAY_STAGE:
        return None
    if not asked:
        drying = any(tile.step in (Step.MAKE, Step.DRY) for tile in tiles)
        return None if drying or not firings else firings[-1]
    found = next((firing for firing in firings if str(firing.pk) == asked), None)
    if found is None:
        raise Http404("No piece of this trial was in that firing.")
    return found


def _usual_method(tiles: Sequence[Tile], firing: Firing | None) -> str:
    """How these pieces were soaked so far; the usual way where they were not."""
    used = [
        reading.method
        for tile in tiles
        for reading in tile.readings.all()
        if firing and reading.firing_id == firing.pk and reading.method and reading.is_current
    ]
    return max(set(used), key=used.count) if used else soaking.USUAL_METHOD.code


def fill(request: StudioRequest, grid: ReadingGrid) -> None:
    """Takes over what was typed. ``remarks-here`` names the pieces whose boxes were shown."""
    remarks = {
        name: request.POST.getlist(name)
        for pk in request.POST.getlist("remarks-here")
        if (name := f"{reading_grid.REMARK}-{pk}")
    }
    reading_grid.fill(grid, request.POST.dict(), remarks)


def save(request: StudioRequest, page: GridPage) -> str:
    """Records what is sound of what was typed and says so; the rest stays to be looked at.

    Gives the address to go on to; '' where something is left to look at.
    """
    grid = page.grid
    fill(request, grid)
    noted = reading_grid.noted(grid)
    recorded = record_pieces(grid.firing, noted, request.user)
    stale = [piece.tile.code for piece in noted if piece.tile.pk in recorded.stale]
    if stale:
        messages.error(request, sentences.changed_elsewhere(stale))
    waiting = len(grid.troubles) + grid.wrong_looks
    messages.success(request, sentences.recorded(recorded.count, waiting))
    if grid.is_sound and not stale:
        return grid.address_in(request.path)
    if not stale:
        now = reading_grid.build(grid.trial, pieces_of(grid.trial), grid.firing, grid.method)
        reading_grid.show_recorded(grid, now)
    return ""
