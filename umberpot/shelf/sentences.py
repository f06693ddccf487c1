"""What the shelf says when something was done, or could not be."""

PHOTO_SAVED = "Photograph saved."
PHOTO_REMOVED = "Photograph removed."
NAME_TAKEN = "There is already a material of this name on the shelf."


def on_the_shelf(name: str) -> str:
    """A material was saved."""
    return f"{name} is on the shelf."


def may_contain(name: str, hazard: str) -> str:
    """Its name sounds like something to watch for that is not ticked."""
    return f"{name} may contain {hazard}. If it does, tick it under Hazards."


def container_added(name: str) -> str:
    """A bowl, jar or jug can be chosen from now on."""
    return f"{name} added. You can choose it while weighing."


def container_removed(name: str) -> str:
    """It cannot be chosen any more."""
    return f"{name} removed."


def counted(name: str, grams: float) -> str:
    """A stock was counted."""
    return f"{name}: {grams:g} g counted."


def not_counted(name: str, why: str) -> str:
    """What was typed is no weight."""
    return f"{name} was not counted: {why}"


def archived(name: str) -> str:
    """A material left the shelf."""
    return f"{name} set aside. You can restore it below."


def restored(name: str) -> str:
    """It stands there again."""
    return f"{name} is back on the shelf."


def another_of_this_name(name: str) -> str:
    """Why it cannot be restored."""
    return f"The shelf already has another {name}. Rename that one, then restore this one."


def label_saved(name: str) -> str:
    """What a label claims was noted."""
    return f"Label claims of {name} saved."


def sheet_saved(name: str, dried: str) -> str:
    """A field sheet was saved; ``dried`` is the weight it put on the shelf, '' where none."""
    said = f"Field sheet of {name} saved."
    return f"{said} {dried} g of it, dried and sieved, is on the shelf." if dried else said


def too_many_photos(most: int) -> str:
    """A clay has as many as it can have."""
    return f"A clay can have at most {most} photographs. Remove one first."
