"""What Mix says when something was done, or could not be."""

NO_NAME = "Enter a name for this calculation. Nothing was saved."
NO_CLAY_CHOSEN = "Choose the clay that this is the water of. Nothing was saved."
DONE_ALREADY = "This step is already done, perhaps in another window."
TARED = "The scale is tared."
PAN_IN_USE = "There is something on the pan. Read the scale or empty the pan first."
WEIGHT_CORRECTED = "Corrected. The old weight stays in the history."
CORRECTED_MEANWHILE = "This weight was corrected in the meantime. Check it again."
SCRAPS_ADDED = "Scraps added. The contents of the bucket are now unknown."


def calculation_saved(name: str) -> str:
    """A calculation can be found by its name."""
    return f"{name} saved. Find it again under Mix."


def set_aside(name: str, *, aside: bool) -> str:
    """Something went out of sight, or came back."""
    return f"{name} set aside." if aside else f"{name} restored."


def mix_set_aside(name: str, *, aside: bool) -> str:
    """A mix went out of sight, or came back."""
    said = set_aside(name, aside=aside)
    return f"{said} Its weighings stay on record." if aside else said


def water_saved(name: str, water_pct: float) -> str:
    """A sample gave a clay its water content."""
    return f"{name}: {water_pct:.1f} % water saved, measured today."


def left_of(name: str, grams: str) -> str:
    """What is left of a mix was weighed."""
    return f"{name}: {grams} g left."


def stored_as(name: str) -> str:
    """A leftover stands on the shelf."""
    return f"Stored as {name}. Label the bag now."


def in_the_bucket(name: str, bucket: str) -> str:
    """A leftover went into a reclaim bucket."""
    return f"{name} is in {bucket}."


def not_added(why: str) -> str:
    """Scraps were refused."""
    return f"Not added: {why}"


def not_corrected(why: str) -> str:
    """A correction was refused."""
    return f"Not corrected: {why}"
