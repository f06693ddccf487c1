"""Something about an answer that deserves a look."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Notice:
    """What to look at, with a code for programs and a sentence for people."""

    code: str
    message: str
