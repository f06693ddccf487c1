"""What a load's page says."""

from collections.abc import Mapping, Sequence

from claycore.firing.loading.by_hand import Obstacle
from claycore.firing.loading.by_rules import LoadRule
from claycore.firing.loading.firings import Saving
from claycore.firing.loading.heights import ShelfStack
from claycore.measure.formatting import counted, plain
from umberpot.firings.models import Kiln
from umberpot.kiln.models import Load, LoadedPiece

NOTHING_STANDS = "Nothing stands on a shelf yet. Pack the load first."
NO_LONGER_PLANNED = "This load was already fired or cancelled."
STILL_FIRING = "The kiln is still firing this load. Switch it off first."
PIECE_GONE = "This piece is no longer in this load."
CANCELLED = "Load cancelled. Its pieces are waiting again."
NOTHING_WAITS = "Nothing is waiting for this cone."

_OBSTACLES = {
    Obstacle.EDGE: "too near the edge of the shelf",
    Obstacle.PIECE: "too near another piece",
    None: "no room there",
}

_RULES = {
    LoadRule.TOGETHER: "The tiles of “{name}” do not all stand on one shelf. Compare them with"
    " care.",
    LoadRule.SPREAD: "Identical pieces of “{name}” are not spread evenly. They show less of what"
    " each shelf does.",
    LoadRule.LOWEST: "“{name}” was never fired this hot. Put it on the lowest shelf, in a saucer.",
}


def pieces_of(count: int) -> str:
    """So many pieces."""
    return counted(count, "piece")


def shelves_of(count: int) -> str:
    """So many shelves."""
    return counted(count, "shelf", "shelves")


def standing(count: int, of: int, shelves: int) -> str:
    """How many of the pieces stand on a shelf."""
    if not of:
        return "There is nothing in this load."
    return f"{count} of {pieces_of(of)} on {shelves_of(shelves)}."


def too_tall(height_mm: float, post_mm: float) -> str:
    """A piece stands higher than the posts of the shelf above it."""
    return (
        f"The tallest piece stands {plain(height_mm, 0)} mm high, and the posts are"
        f" {plain(post_mm, 0)} mm. Use taller posts."
    )


def stack_too_high(stack: ShelfStack) -> str:
    """The shelves do not fit under the roof of the kiln."""
    return (
        f"{shelves_of(stack.shelves)} on these posts need about {plain(stack.needed, 0)} mm,"
        f" and the usable height is {plain(stack.usable, 0)} mm."
    )


def in_brief(load: Load, standing: int, in_tray: int, shelves: int) -> str:
    """A planned load in one line."""
    tray = f", {in_tray} in the tray" if in_tray else ""
    return f"in {load.kiln}: {pieces_of(standing)} on {shelves_of(shelves)}{tray}"


def section_summary(kiln: Kiln, standing: int) -> str:
    """A kiln cut open, for whoever cannot see it."""
    return f"{kiln} cut open, with {pieces_of(standing)} on its shelves"


def shelf_summary(number: int, count: int) -> str:
    """A shelf for whoever cannot see it."""
    return f"Shelf {number} from above with {pieces_of(count)}"


def shelf_caption(number: int, count: int, has_cones: bool = False) -> str:
    """Which shelf it is, and what stands on it."""
    where = f"Shelf {number}, lowest" if number == 1 else f"Shelf {number}"
    if not count and not has_cones:
        return f"{where}: empty"
    return f"{where}: {pieces_of(count)}{' and cones' if has_cones else ''}"


def does_not_fit(piece: LoadedPiece, obstacle: Obstacle | None) -> str:
    """Why a piece stays where it was."""
    return f"{piece.name} was not moved: {_OBSTACLES[obstacle]}."


def relaxed_rule(rule: LoadRule, name: str) -> str:
    """What does not hold where the pieces of a trial stand."""
    return _RULES[rule].format(name=name)


def firings_needed(
    in_tray: int,
    more: int,
    saving: Saving | None,
    names: Mapping[str, str],
    too_large: Sequence[str],
) -> str:
    """How many more firings the tray needs, and what leaving a few pieces out would save."""
    said = []
    if in_tray:
        firings = "one more firing" if more == 1 else f"{more} more firings"
        needs = "needs" if in_tray == 1 else "need"
        said.append(f"{pieces_of(in_tray)} in the tray {needs} {firings}." if more else "")
    if too_large:
        listed = ", ".join(names.get(key, key) for key in too_large)
        said.append(f"Too large for the shelves of this kiln: {listed}.")
    if saving:
        listed = ", ".join(names.get(piece.name, piece.name) for piece in saving.pieces)
        said.append(f"Leaving out {listed} saves {'a firing' if saving.firings else 'a shelf'}.")
    return " ".join(filter(None, said))


def firings_needed_about(in_tray: int, more: int) -> str:
    """About how many more firings a large tray needs."""
    firings = "one more firing" if more == 1 else f"{more} more firings"
    return f"{pieces_of(in_tray)} in the tray need about {firings}, by their area."


def load_fired(load: Load, count: int) -> str:
    """What was fired, and that the rest waits."""
    return f"Firing recorded with {pieces_of(count)}, each with its place in {load.kiln}."
