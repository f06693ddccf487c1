"""The answer to a question: a number, or one of some words."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.measure import bounds
from claycore.practice.question import ChoiceQuestion, FigureQuestion, Question
from umberpot.ui.fields import measures

LABEL = "Your answer"


@dataclass(frozen=True)
class AnswerKind:
    """How one kind of question is answered: the field, and the template that draws it."""

    field: Callable[[Any], forms.Field]
    template: str


KINDS: dict[type[Question], AnswerKind] = {
    FigureQuestion: AnswerKind(
        lambda question: measures.MeasureField(bounds.MASS, label=LABEL),
        "library/practice/_figure.html",
    ),
    ChoiceQuestion: AnswerKind(
        lambda question: measures.Choice(choices=list(question.choices.items()), label=LABEL),
        "library/practice/_choice.html",
    ),
}
"""To ask in another way is to add one entry."""


class AnswerForm(forms.Form):
    """One field, as the question needs it."""

    use_required_attribute = False

    def __init__(self, *args: Any, question: Question, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.question = question
        self.kind = KINDS[type(question)]
        self.fields["answer"] = self.kind.field(question)
