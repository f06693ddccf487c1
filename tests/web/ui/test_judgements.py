"""Every outcome that the core can give has a shape of its own kind."""

from enum import StrEnum

import pytest

from claycore.judging.claims import ClaimOutcome
from claycore.judging.fit import FitOutcome
from claycore.judging.outcomes import Outcome
from claycore.testing.absorption import AgainstLimit
from umberpot.ui.components.judgements import MARKS, OutcomeMark


@pytest.mark.parametrize("kind", [AgainstLimit, ClaimOutcome, FitOutcome, Outcome])
def test_no_two_answers_of_one_question_look_alike(kind: type[StrEnum]):
    marks = [MARKS[outcome] for outcome in kind]
    assert len(set(marks)) == len(marks)


def test_nobody_looked_is_no_tick():
    assert MARKS[Outcome.NOT_MEASURED] is MARKS[FitOutcome.NOT_MEASURED] is OutcomeMark.EMPTY
