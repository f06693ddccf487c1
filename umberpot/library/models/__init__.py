"""What a studio remembers: notes, what was expected, and what was found."""

from umberpot.library.models.findings import CONCLUDED, Finding, TrialExpectation
from umberpot.library.models.notes import LONGEST_NOTE, SUBJECTS, Note

__all__ = [
    "CONCLUDED",
    "LONGEST_NOTE",
    "SUBJECTS",
    "Finding",
    "Note",
    "TrialExpectation",
]
