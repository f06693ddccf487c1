"""What Tiles says when something was done, or could not be."""

from claycore.measure.formatting import counted

RECORDED = "Recorded."
NOTHING_CHANGED = "No changes to save."
EVERY_CELL_MADE = "Every cell is already made: nothing to make."
NO_STRENGTH_ADDED = "Nothing was added. Tick the strengths you want to make."
NO_CELL_MADE = "None of your tiles matches a cell of this grid."
STALE_ON_THE_PAGE = (
    "Somebody else recorded this piece meanwhile: what they recorded is shown now. Tap again to"
    " replace it."
)
STALE = (
    "This reading was recorded or corrected in another window. Reload the page"
    " to see it, then correct it if yours is the right one."
)


def tile_set_aside(code: str, *, aside: bool) -> str:
    """A tile went out of sight, or came back."""
    return f"{code} is set aside; its record stays." if aside else f"{code} is restored."


def plan_set_aside(name: str, *, aside: bool) -> str:
    """A series or grid went out of sight, or came back."""
    return f"{name} set aside. Its mixes and tiles stay." if aside else f"{name} restored."


def steps_left_out(names: str, *, aside: bool) -> str:
    """Steps of a plan were left out, or came back."""
    done = "left out of the plan; nothing is lost." if aside else "back in the plan."
    return f"{names}: {done}"


def cells_made(count: int, codes: str) -> str:
    """Cells of a grid that are filled already."""
    return f"{count} of these cells are already made: {codes}. They are ticked below."


def made(codes: str) -> str:
    """Tiles were made."""
    return f"{codes} made and labelled. Now let them dry."


def changed_elsewhere(codes: list[str]) -> str:
    """Pieces that another window recorded meanwhile."""
    return (
        f"{', '.join(codes)} changed in another window, so your entry was not saved."
        " Reload the page to see the current reading."
    )


def recorded(changed: int, waiting: int) -> str:
    """How many readings were recorded, and how many wait to be looked at."""
    readings = counted(changed, "reading")
    if not waiting:
        return f"{readings} recorded." if changed else "Nothing was changed."
    return f"{readings} recorded, {waiting} to check: marked below and not recorded yet."


def strengths_added(count: int) -> str:
    """Further strengths of a campaign were planned."""
    return f"{counted(count, 'mix', 'mixes')} added to the plan, with tiles and codes."


def label_kept(code: str) -> str:
    """A label stays though something else is in the tile."""
    return f"{code} keeps its label as its name. What is in it stands beside it."


def label_scratched(code: str, lines: list[str]) -> str:
    """A label was put right."""
    return f"{code} is now labelled: {' · '.join(lines)}."
