"""What is said about taking a step back."""

OFFER = "You can undo this for one day, here or from the journal."
TOO_LATE = "A step can be undone for one day. This one is older."
NOT_THIS = "This step cannot be undone."
NOT_YOURS = "Only the person who took this step, or an owner, can undo it."
CHANGED = "{name} has been changed since, so this step can no longer be undone."
IN_USE = "{name} is used by something else now, so this step can no longer be undone."
GONE = "What {name} belonged to is no longer there, so this step can no longer be undone."
TAKEN = "Something else has the name or the place of {name} now, so this step cannot be undone."
BEFORE_AN_UPDATE = (
    "The application was updated since this step, so it can no longer be undone. Nothing was"
    " changed."
)
ALREADY = "This step has been undone already."


def undone(count: int) -> str:
    """How much was put back."""
    return f"Undone. {count} {'row is' if count == 1 else 'rows are'} as before."
