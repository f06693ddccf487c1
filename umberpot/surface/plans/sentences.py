"""What is said while a surface is planned."""

PLAN_SAVED = "Plan saved. Add the first coat."
CHANGED = "Plan saved."
COAT_ADDED = "Coat added."
COAT_REMOVED = "Coat removed."
TOO_MANY = "A plan has at most 12 coats. Remove one first."


def set_aside(name: str, aside: bool) -> str:
    """A plan is out of sight, or back."""
    return f"{name} set aside." if aside else f"{name} restored."
