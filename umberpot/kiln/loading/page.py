"""What the page of a load shows: its shelves, its tray, and what is to be said about them."""

import math
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from claycore.firing.drafts import FiringStage, stage_for
from claycore.firing.loading import by_rules, firings, heights, packing
from claycore.firing.loading.by_rules import WITNESS, Arrangement, PieceOnShelf
from claycore.firing.loading.footprints import PieceSize
from claycore.firing.loading.packing import Piece, PlacedPiece
from claycore.measure.formatting import plain
from umberpot.kiln.loading import sentences
from umberpot.kiln.loading.forms import SizeForm
from umberpot.kiln.loading.services import (
    check_against,
    pieces_of,
    recipe_of,
    sets_of,
    size_of,
    waiting_for,
)
from umberpot.kiln.loading.shelf_drawing import ShelfDrawing, drawn
from umberpot.kiln.models import Load, LoadedPiece
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.schedules.outlook import Outlook
from umberpot.tiles.models import Trial
from umberpot.tiles.readings.damp import Damp, damp_among

MOST_PACKED_AHEAD = 60
"""Pieces in the tray that are packed into further firings just to count those."""


@dataclass(frozen=True)
class LoadedShelf:
    """One shelf: its number, counted from 1, its drawing and the pieces on it."""

    number: int
    drawing: ShelfDrawing
    pieces: list[LoadedPiece]

    @property
    def caption(self) -> str:
        """What stands under its drawing."""
        tiles = sum(1 for piece in self.pieces if piece.tile)
        return sentences.shelf_caption(self.number, tiles, tiles < len(self.pieces))

    @property
    def index(self) -> int:
        """As it is stored: counted from 0."""
        return self.number - 1


@dataclass(frozen=True)
class TrialSize:
    """The pieces of a trial in a load: how large, how they stand, how many."""

    trial: Trial
    size: PieceSize
    on_edge: bool
    count: int

    @property
    def initial(self) -> dict[str, str | bool]:
        """What stands in its form."""
        begun = {name: plain(value, 1) for name, value in vars(self.size).items()}
        return {**begun, "on_edge": self.on_edge}

    @cached_property
    def form(self) -> SizeForm:
        """Its size to be corrected; several stand on one page."""
        return SizeForm(initial=self.initial, auto_id=f"size-{self.trial.pk}-%s")


class LoadPage:
    """A load as its page shows it; one query for the pieces, whatever is asked."""

    def __init__(self, load: Load) -> None:
        self.load = load
        self.pieces: list[LoadedPiece] = list(pieces_of(load))

    @cached_property
    def tiles(self) -> list[LoadedPiece]:
        """The pieces that are tiles or bars, not witness cones."""
        return [piece for piece in self.pieces if piece.tile]

    @cached_property
    def tray(self) -> list[LoadedPiece]:
        """What has no place yet."""
        return [piece for piece in self.pieces if piece.shelf is None]

    @property
    def standing(self) -> int:
        """How many tiles stand on a shelf."""
        return sum(piece.shelf is not None for piece in self.tiles)

    @property
    def standing_said(self) -> str:
        """How many of the pieces stand on a shelf, in words."""
        return sentences.standing(self.standing, len(self.tiles), self.shelves_used)

    @property
    def shelves_used(self) -> int:
        return len({piece.shelf for piece in self.tiles if piece.shelf is not None})

    @cached_property
    def shelves(self) -> list[LoadedShelf]:
        """Every shelf of the kiln, the lowest first."""
        shelf = self.load.kiln.shelf
        movable = self.load.state == LoadState.PLANNED
        found = []
        for number in range(self.load.kiln.shelf_count):
            on_it = [piece for piece in self.pieces if piece.shelf == number]
            stood = [
                (piece.name, piece.placed, _look(piece), str(piece.pk) if movable else "")
                for piece in on_it
                if piece.placed
            ]
            summary = sentences.shelf_summary(number + 1, sum(1 for piece in on_it if piece.tile))
            drawing = drawn(shelf, stood, summary, shelf.sides[0])
            found.append(LoadedShelf(number + 1, drawing, on_it))
        return found

    @cached_property
    def sizes(self) -> list[TrialSize]:
        """The trials in the load with the size of their pieces."""
        of_trial: dict[Trial, list[LoadedPiece]] = defaultdict(list)
        for piece in self.tiles:
            if piece.tile:
                of_trial[piece.tile.trial].append(piece)
        return [
            TrialSize(
                trial,
                size_of(trial, pieces[0].tile.mark_length_mm if pieces[0].tile else 100.0),
                pieces[0].on_edge,
                len(pieces),
            )
            for trial, pieces in of_trial.items()
        ]

    @cached_property
    def outlook(self) -> Outlook | None:
        """What the schedule that was chosen comes to with this load; None where none was."""
        if self.load.schedule is None:
            return None
        loaded = check_against(self.load, self.tiles)
        return Outlook(self.load.schedule.curve, self.load.kiln, loaded, self.standing)

    @property
    def stage(self) -> FiringStage:
        """What a draft for this load would be for: raw ware, or ware that was fired before."""
        is_raw = check_against(self.load, self.tiles).is_raw
        return stage_for(self.load.cone, not is_raw, is_glazed=False)

    @cached_property
    def more_waiting(self) -> int:
        """Tiles that wait for this cone and are in no load."""
        return waiting_for(self.load).count()

    @cached_property
    def damp(self) -> Damp:
        """Which of the pieces were soaked and are not dry again."""
        return damp_among([piece.tile.pk for piece in self.tiles if piece.tile])

    @property
    def notices(self) -> list[str]:
        """The rules that do not hold where the pieces stand, and what is too high."""
        names = {str(one.trial.pk): one.trial.name for one in self.sizes}
        standing = [
            PieceOnShelf(
                str(piece.tile.trial_id), recipe_of(piece.tile), piece.shelf, piece.in_saucer
            )
            for piece in self.tiles
            if piece.tile and piece.shelf is not None
        ]
        rules = [
            sentences.relaxed_rule(one.rule, names[one.name])
            for one in by_rules.relaxed_rules(
                standing, self.load.kiln.shelf_count, Arrangement(self.load.arrangement)
            )
        ]
        return [*rules, *self._heights_said()]

    def _heights_said(self) -> Iterator[str]:
        """What does not stand under the shelf above it or under the roof, as far as known."""
        kiln = self.load.kiln
        if kiln.post_height_mm is None:
            return
        high = [heights.standing_height(one.size, one.on_edge) for one in self.sizes]
        tallest = heights.too_tall(high, kiln.post_height_mm)
        if tallest:
            yield sentences.too_tall(tallest, kiln.post_height_mm)
        if kiln.usable_height_mm is None or not self.shelves_used:
            return
        stack = heights.stack(self.shelves_used, kiln.post_height_mm, kiln.usable_height_mm)
        if not stack.fits:
            yield sentences.stack_too_high(stack)

    @property
    def firings_said(self) -> str:
        """How many more firings the tray needs, or what leaving a few pieces out would save.

        A large tray is not packed for that, which would take too long: its area tells about.
        """
        if len(self.tray) > MOST_PACKED_AHEAD and self.standing:
            return sentences.firings_needed_about(len(self.tray), self._firings_by_area())
        more = self._more_firings()
        too_large = [piece.name for piece in more[-1].left_out] if more else []
        loads = [self._as_loaded(), *(_without_cones(one) for one in more if one.shelves_used)]
        if not loads[0].shelves_used:
            loads = loads[1:]
        saving = firings.last_few(loads) if len(loads) > 1 else None
        names = {str(piece.pk): piece.name for piece in self.tiles}
        return sentences.firings_needed(
            len(self.tray), len(loads) - (1 if self.standing else 0), saving, names, too_large
        )

    def _more_firings(self) -> list[packing.PackedLoad]:
        """The loads that the tray comes to, packed as this one is."""
        sets = sets_of(self.tray)
        if not sets:
            return []
        load = self.load
        return by_rules.firings_by_rules(
            load.kiln.shelves, sets, load.clearance_mm, Arrangement(load.arrangement)
        )

    def _firings_by_area(self) -> int:
        """The area in the tray by that which stands on the shelves."""
        areas = {True: 0.0, False: 0.0}
        for piece in self.tiles:
            areas[piece.shelf is None] += piece.width_mm * piece.depth_mm
        return math.ceil(areas[True] / areas[False])

    def _as_loaded(self) -> packing.PackedLoad:
        """The load as it stands now, as the core knows it."""
        return packing.PackedLoad(
            tuple(
                tuple(
                    PlacedPiece(Piece(str(piece.pk), piece.placed.size), piece.placed)
                    for piece in shelf.pieces
                    if piece.tile and piece.placed
                )
                for shelf in self.shelves
            ),
            (),
        )


def _without_cones(load: packing.PackedLoad) -> packing.PackedLoad:
    shelves = (tuple(one for one in stood if one.piece != WITNESS) for stood in load.shelves)
    return packing.PackedLoad(tuple(shelves), load.left_out)


def _look(piece: LoadedPiece) -> str:
    looks = ["slab-locked"] if piece.locked else []
    if piece.tile is None:
        looks.append("slab-cones")
    if piece.in_saucer:
        looks.append("slab-saucer")
    return " ".join(looks)
