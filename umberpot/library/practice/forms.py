"""The answer to a question: a number, or one of some words."""

from typing import Any

from django import forms

from claycore.measure import bounds
from claycore.practice.question import Choice as ChoiceQuestion
from claycore.practice.question import Question
from umberpot.ui.fields.measures import Choice, MeasureField


class AnswerForm(forms.Form):
    """One field, as the question needs it."""

    use_required_attribute = False

    def __init__(self, *args: Any, question: Question, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if isinstance(question, ChoiceQuestion):
            choices = list(question.choices.items())
            self.fields["answer"] = Choice(choices=choices, label="Your answer")
        else:
            self.fields["answer"] = MeasureField(bounds.MASS, label="Your answer")
