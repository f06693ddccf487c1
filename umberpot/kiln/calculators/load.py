"""Loading: ``/kiln/load/``, pieces packed onto the shelves of a kiln."""

from collections import Counter
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.firing.loading import firings, packing
from claycore.firing.loading.firings import Saving
from claycore.firing.loading.packing import PackedLoad, Piece
from claycore.firing.loading.shelves import (
    CLEARANCE,
    CLEARANCE_MM,
    RectangularShelf,
    RoundShelf,
    Shelf,
    Size,
)
from claycore.measure.formatting import plain
from claycore.measure.notices import Notice
from umberpot.kiln.loading.sentences import shelf_caption, shelf_summary
from umberpot.kiln.loading.shelf_drawing import ShelfDrawing, drawn
from umberpot.kiln.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import Column, EntriesField
from umberpot.ui.fields.measures import MeasureField, read_number

SHELF_AS_WRITTEN = "a shape and a size in mm, like round:460 or rect:500x380"
SHAPES = (("round", "round"), ("rect", "rectangular"))
PIECE_AS_WRITTEN = "a name, width x depth in mm and a count, like tile:95x45:24"

MOST_NAMED = 8
"""Kinds of pieces left out that are named; the rest is counted."""


def read_size(text: str) -> Size:
    """A size as WIDTHxDEPTH. Raises ValueError."""
    width, depth = text.lower().replace("×", "x").split("x")
    return Size(read_number(width), read_number(depth))


def read_shelf(text: str) -> Shelf:
    """A shelf as round:DIAMETER or rect:WIDTHxDEPTH. Raises ValueError."""
    kind, size = text.split(":")
    if kind.strip().lower() == "round":
        return RoundShelf(read_number(size))
    if kind.strip().lower() == "rect":
        return RectangularShelf(*read_size(size))
    raise ValueError(kind)


def shelf_text(shelf: Shelf) -> str:
    """A shelf as ``read_shelf`` reads it."""
    if isinstance(shelf, RoundShelf):
        return f"round:{plain(shelf.diameter)}"
    return f"rect:{plain(shelf.width)}x{plain(shelf.depth)}"


def read_pieces(text: str) -> tuple[Piece, int]:
    """Pieces as NAME:WIDTHxDEPTH or NAME:WIDTHxDEPTH:COUNT. Raises ValueError."""
    name, size, *rest = (part.strip() for part in text.split(":"))
    if not name or len(rest) > 1:
        raise ValueError(text)
    count = int(rest[0]) if rest else 1
    if count < 1:
        raise ValueError(text)
    return Piece(name, read_size(size)), count


@dataclass(frozen=True)
class LoadInputs:
    """Shelves in the order to be filled, pieces each by itself, and what stays free, mm."""

    shelves: list[Shelf]
    pieces: list[Piece]
    clearance: float


@dataclass(frozen=True)
class FilledShelves:
    """What stands on the shelves once they are filled, and the loads that all pieces need."""

    first: PackedLoad
    loads: list[PackedLoad]
    area_bound: int
    saving: Saving | None


class LoadForm(CalculatorForm[LoadInputs]):
    """The query string: ``shelf`` and ``piece`` repeated, and ``clearance`` (5)."""

    shelf = EntriesField(
        read_shelf,
        "shelf",
        SHELF_AS_WRITTEN,
        packing.MOST_SHELVES,
        label="Shelves, lowest first",
        rows=3,
        columns=(
            Column("shape", "Shape", 6, SHAPES),
            Column("size", "Size, mm", 6, is_number=False),
        ),
    )
    piece = EntriesField(
        read_pieces,
        "piece",
        PIECE_AS_WRITTEN,
        packing.MOST_PIECES,
        label="Pieces, one kind each",
        rows=6,
        columns=(
            Column("name", "Name", 4, is_number=False),
            Column("size", "Width × depth, mm", 5, is_number=False),
            Column("count", "Count", 3, optional=True),
        ),
    )
    clearance = MeasureField(CLEARANCE, required=False, label="Clearance")

    def inputs(self) -> LoadInputs:
        typed = self.cleaned_data
        clearance = CLEARANCE_MM if typed["clearance"] is None else typed["clearance"]
        return LoadInputs(typed["shelf"], _each(typed["piece"]), clearance)


def _each(kinds: list[tuple[Piece, int]]) -> list[Piece]:
    """Every piece by itself; no more than tells that there are too many."""
    pieces: list[Piece] = []
    for piece, count in kinds:
        pieces += [piece] * min(count, packing.MOST_PIECES + 1 - len(pieces))
    return pieces


@dataclass(frozen=True, kw_only=True)
class LoadAnswer(Answer):
    """The contract of ``/kiln/load/``; ``firings`` is how many such loads all pieces need."""

    shelves: list[dict[str, Any]]
    left_out: list[dict[str, Any]]
    shelves_used: int
    area_bound: int
    firings: int


class LoadView(Calculator[LoadInputs, FilledShelves]):
    """Which pieces stand where, and how many shelves and firings they need."""

    form_class = LoadForm
    page = "kiln/calculators/load.html"
    fragment = "kiln/calculators/_load_answer.html"

    def solve(self, inputs: LoadInputs) -> FilledShelves:
        asked = (inputs.shelves, inputs.pieces, inputs.clearance)
        packing.check(*asked)
        loads = firings.firings_for(*asked)
        return FilledShelves(
            packing.pack(*asked),
            loads,
            packing.area_bound(*asked),
            firings.saving(
                loads,
                lambda pieces: firings.firings_for(inputs.shelves, pieces, inputs.clearance),
            ),
        )

    def answer(self, inputs: LoadInputs, result: FilledShelves) -> LoadAnswer:
        return LoadAnswer(
            shelves=[
                {
                    "shelf": shelf_text(shelf),
                    "placed": [{"name": one.piece.name, **vars(one.placed)} for one in stood],
                }
                for shelf, stood in zip(inputs.shelves, result.first.shelves, strict=True)
            ],
            left_out=[
                {"name": name, "count": count} for name, count in _counted(result.first.left_out)
            ],
            shelves_used=result.first.shelves_used,
            area_bound=result.area_bound,
            firings=len(result.loads),
            warnings=_warnings(result),
        )

    def shown(self, inputs: LoadInputs, result: FilledShelves) -> dict[str, Any]:
        placed = sum(map(len, result.first.shelves))
        left = _counted(result.first.left_out)
        return {
            "placed": placed,
            "pieces": len(inputs.pieces),
            "shelves_used": result.first.shelves_used,
            "shelf_count": len(inputs.shelves),
            "left": left[:MOST_NAMED],
            "left_more": sum(count for _, count in left[MOST_NAMED:]),
            "firings": len(result.loads),
            "saving": _saved(result.saving),
            "drawings": _drawings(inputs, result.first),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _counted(pieces: tuple[Piece, ...]) -> list[tuple[str, int]]:
    return list(Counter(piece.name for piece in pieces).items())


def _warnings(result: FilledShelves) -> list[Notice]:
    too_large = [name for name, _ in _counted(result.loads[-1].left_out)]
    if not too_large:
        return []
    named = ", ".join(too_large[:MOST_NAMED])
    return [Notice("too_large", f"Larger than any shelf, with its clearance: {named}.")]


def _saved(saving: Saving | None) -> str:
    """What leaving a few out saves, in words."""
    if saving is None:
        return ""
    names = ", ".join(
        f"{count} × {name}" if count > 1 else name for name, count in _counted(saving.pieces)
    )
    what = "one firing" if saving.firings == 1 else f"{saving.firings} firings"
    if not saving.firings:
        what = "one shelf" if saving.shelves == 1 else f"{saving.shelves} shelves"
    return f"Leaving out {names} saves {what}."


def _drawings(inputs: LoadInputs, load: PackedLoad) -> list[tuple[str, ShelfDrawing]]:
    """The shelves that are used, each with its caption."""
    frame = max(shelf.sides[0] for shelf in inputs.shelves)
    return [
        (
            shelf_caption(number, len(stood)),
            drawn(
                shelf,
                [(one.piece.name, one.placed, "", "") for one in stood],
                shelf_summary(number, len(stood)),
                frame,
            ),
        )
        for number, (shelf, stood) in enumerate(zip(inputs.shelves, load.shelves, strict=True), 1)
        if stood
    ]
