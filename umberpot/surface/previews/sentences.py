"""What previews say of what they draw."""

from collections.abc import Sequence

from umberpot.surface.plans.stack import CoatRow


def shares_in_words(rows: Sequence[CoatRow], shares: Sequence[float]) -> str:
    """How much of a face each slip has."""
    parts = [
        f"{row.coat.name} {100 * share:.0f} %" for row, share in zip(rows, shares, strict=True)
    ]
    return ", ".join(parts)
