"""What a studio remembers: notes, what was expected, what was found; and the index of it all."""

from umberpot.library.models.findings import CONCLUDED, Finding, TrialExpectation
from umberpot.library.models.index import Indexed
from umberpot.library.models.notes import LONGEST_NOTE, SUBJECTS, Note
from umberpot.library.models.practice import PracticeAnswer
from umberpot.library.models.shares import SHARED, Share

__all__ = [
    "CONCLUDED",
    "LONGEST_NOTE",
    "SHARED",
    "SUBJECTS",
    "Finding",
    "Indexed",
    "Note",
    "PracticeAnswer",
    "Share",
    "TrialExpectation",
]
