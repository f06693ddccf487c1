"""A question, its worked answer, and the mistakes that give wrong ones."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from claycore.measure.errors import UnknownChoice
from claycore.measure.formatting import plain


@dataclass(frozen=True)
class Clay:
    """A clay of the studio, and its water as percent of the wet weight."""

    name: str
    water_pct: float


@dataclass(frozen=True)
class Bench:
    """What questions are made of: clays, names of colourants, and the step of the scale in grams.

    There is at least one clay and one colourant.
    """

    clays: Sequence[Clay]
    colourants: Sequence[str]
    scale_step_g: float


@dataclass(frozen=True)
class Misstep:
    """A known mistake: the answer it gives, and what is wrong with it."""

    gives: float | str
    message: str


@dataclass(frozen=True)
class MarkedAnswer:
    """Whether an answer is right; the mistake it shows, '' for none that is known."""

    right: bool
    mistake: str = ""


@dataclass(frozen=True)
class FigureQuestion:
    """A question answered with a number in ``unit``. ``mark`` holds an answer against it."""

    asks: str
    unit: str
    right: float
    working: str
    mark: Callable[[float], MarkedAnswer]

    @property
    def right_words(self) -> str:
        """The right answer as the page shows it."""
        return f"{plain(self.right, 2)} {self.unit}".strip()


@dataclass(frozen=True)
class ChoiceQuestion:
    """A question answered with one of some words, keyed by what is sent."""

    asks: str
    choices: dict[str, str]
    right: str
    working: str
    missteps: Sequence[Misstep] = ()

    @property
    def right_words(self) -> str:
        """The right answer as the page shows it."""
        return self.choices[self.right]

    def mark(self, answer: str) -> MarkedAnswer:
        """Holds a choice against the right one.

        Raises UnknownChoice naming ``answer`` for what is no choice. Source: by definition.
        """
        if answer not in self.choices:
            raise UnknownChoice("answer", answer, "Choose one of the answers.")
        if answer == self.right:
            return MarkedAnswer(True)
        known = (one.message for one in self.missteps if one.gives == answer)
        return MarkedAnswer(False, next(known, ""))


Question = FigureQuestion | ChoiceQuestion

NEAR = 0.01
"""Within one part in a hundred of the right figure an answer is right, rounded by hand."""

PERCENT_STEP = 0.1
"""A percentage is right to the first decimal, as people say it."""


def is_right(answer: float, figure: float, step: float) -> bool:
    """Whether an answer is the figure to the nearest ``step`` (in its unit), or to a hundredth.

    Source: our choice.
    """
    half_a_step = step / 2 * (1 + 1e-9)
    return abs(answer - figure) <= max(NEAR * abs(figure), half_a_step)


def nearness(
    right: float, missteps: Sequence[Misstep], step: float = 0.0
) -> Callable[[float], MarkedAnswer]:
    """Marks a figure in the unit of the right one: right to the step or a hundredth, or a mistake.

    Source: our choice of a hundredth; the mistakes are common practice.
    """

    def mark(answer: float) -> MarkedAnswer:
        if is_right(answer, right, step):
            return MarkedAnswer(True)
        fitting = [one for one in missteps if is_right(answer, float(one.gives), step)]
        fitting.sort(key=lambda one: abs(float(one.gives) - answer))
        return MarkedAnswer(False, fitting[0].message if fitting else "")

    return mark
