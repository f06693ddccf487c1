"""What is said about an archive that comes in."""

NO_ZIP = "This file is not a zip file, or it is damaged. Nothing was imported."
NO_STUDIO = "This file is not a full export of an Umber Pot studio. Nothing was imported."
TOO_LARGE = "This file is larger than any studio. Nothing was imported."
BOMB = "This file unpacks to far more than a studio holds. Nothing was imported."
TWICE = "This full export contains the same file twice. Nothing was imported."
NOT_EMPTY = (
    "This studio is not empty. A full export can only be imported into an empty studio, so that"
    " nothing is mixed up."
)
UNDER_WAY = "Another full export is being imported into this studio just now. Nothing was imported."
UNDONE = (
    "The import took too long and was undone. Import the full export again. Nothing was imported."
)


def not_ours(name: str) -> str:
    """Something in it does not belong there."""
    return f"{name[:80]} does not belong in a full export. Nothing was imported."


def newer(version: int, ours: int) -> str:
    """It was made by a later version of the application."""
    return (
        f"This full export has format {version}; this installation reads up to {ours}. Update the"
        " application first. Nothing was imported."
    )


def missing(name: str) -> str:
    """A file is not there."""
    return f"This full export lacks {name[:80]}. Nothing was imported."


def missing_rows(label: str, found: int, wanted: int) -> str:
    """There are fewer or more rows than it says."""
    return (
        f"This full export should have {wanted} of {label} and has {found}. Nothing was imported."
    )


def damaged(name: str) -> str:
    """The content of a file is not what was written."""
    return f"{name[:80]} in this full export is damaged or was changed. Nothing was imported."


def bad_row(name: str, number: int, field: str) -> str:
    """A row has something it may not have."""
    return f"{name}, line {number}: {field} cannot be right. Nothing was imported."


def contradicting_row(name: str, number: int) -> str:
    """A row is fine by itself, and cannot stand beside the others or with itself."""
    return (
        f"{name}, line {number}: its values contradict one another, or another row."
        " Nothing was imported."
    )


def taken_in(name: str, rows: int) -> str:
    """What was taken in."""
    return f"{name} is here, with {rows} rows. Photographs and readings are as they were."
