"""What is said of what a firing did."""

from collections.abc import Iterable

from claycore.firing.shelf_spread import Offset
from claycore.firing.witness import ShelfHeat
from claycore.measure.formatting import counted, listed, plain
from claycore.testing.bars import RemarkCode
from claycore.testing.fault_causes import causes_of

CONES_SAVED = "Witness cones saved."


def contradicting(shelves: Iterable[int]) -> str:
    """The cones of some shelves cannot be so; they are numbered from 0."""
    named = [str(shelf + 1) for shelf in sorted(shelves)]
    which = f"shelf {named[0]}" if len(named) == 1 else f"shelves {listed(named)}"
    return f"Not saved: the cones of {which} contradict each other. What you entered is below."


def marked(code: str, mishap: str, seen: RemarkCode | None, *, is_gone: bool) -> str:
    """Something happened to a piece, and what may be behind it."""
    said = [f"{code} marked: {mishap.lower()}.", *(["It is set aside."] if is_gone else [])]
    causes = causes_of([seen]) if seen else []
    return " ".join([*said, *(cause.words for cause in causes)])


def remade(code: str, as_code: str) -> str:
    """A piece is to be made again."""
    return f"{as_code} replaces {code}. Make it from the same mix; {code} is kept."


def shelf_said(heat: ShelfHeat) -> str:
    """How hot a shelf got, by its witness cones."""
    if heat.middle_c is not None:
        middle, half = plain(heat.middle_c, 0), plain(heat.half_c, 0)
        return f"equal to {middle} ± {half} °C"
    if heat.low_c is not None:
        return f"equal to at least {plain(heat.low_c, 0)} °C: no cone was left standing"
    if heat.high_c is not None:
        return f"equal to less than {plain(heat.high_c, 0)} °C: no cone was down"
    return "no witness cones noted"


def offset_said(number: int, offset: Offset) -> str:
    """How much hotter a shelf runs, and how sure that is."""
    size, u95 = plain(abs(offset.value), 0), plain(offset.u95, 0)
    firings = counted(offset.times, "firing")
    if abs(offset.value) <= offset.u95:
        return f"Shelf {number}: no clear difference ({size} ± {u95} °C, {firings})."
    way = "hotter" if offset.value > 0 else "cooler"
    return f"Shelf {number}: {size} ± {u95} °C {way} than the mean of the shelves ({firings})."


def pieces_said(number: int, offset: Offset) -> str:
    """How much more or less equal pieces shrink on a shelf, and how sure that is."""
    size, u95 = plain(abs(offset.value), 2), plain(offset.u95, 2)
    sets = f"{offset.times} sets of identical pieces"
    if abs(offset.value) <= offset.u95:
        return f"Shelf {number}: identical pieces shrink alike ({size} ± {u95} points, {sets})."
    way = "more" if offset.value > 0 else "less"
    return f"Shelf {number}: identical pieces shrink {size} ± {u95} points {way} ({sets})."
