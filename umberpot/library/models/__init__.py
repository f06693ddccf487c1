"""What a studio remembers: notes, what was expected, what was found; and the index of it all."""

from umberpot.library.models.findings import CONCLUDED, Finding, TrialExpectation
from umberpot.library.models.index import Indexed
from umberpot.library.models.notes import LONGEST_NOTE, SUBJECTS, Note

__all__ = [
    "CONCLUDED",
    "LONGEST_NOTE",
    "SUBJECTS",
    "Finding",
    "Indexed",
    "Note",
    "TrialExpectation",
]
