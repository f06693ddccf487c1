"""The draft of a finding, from the figures as they are now: one function a kind of thing.

To let one more kind be concluded is to add a function to DRAFTS, and its column to CONCLUDED.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

from claycore.surface.factor_trials.expectations import ExpectationOutcome
from claycore.surface.factor_trials.sentences import HINT, clearest_first, of_claim
from umberpot.clays.records import clay_records
from umberpot.clays.verdicts.judging import judge, usual_purpose
from umberpot.colours.fired import fired_colours
from umberpot.colours.summary import colours_summary
from umberpot.firings.models import Firing
from umberpot.kiln.outcomes.sentences import shelf_said
from umberpot.kiln.outcomes.services import heats
from umberpot.library.findings import sentences
from umberpot.library.models.findings import LONGEST_FINDING, LONGEST_SENTENCE
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.factor_trials.page import on_scale
from umberpot.surface.factor_trials.reading import pieces_of
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Trial

MOST_LINES = 6


@dataclass(frozen=True)
class Draft:
    """The sentence that carries a finding, and its reasons, a line each."""

    sentence: str
    words: str


def _draft(sentence: str, lines: Iterable[str]) -> Draft:
    told = [line for line in lines if line and line != sentence][:MOST_LINES]
    return Draft(sentence[:LONGEST_SENTENCE], "\n".join(told)[:LONGEST_FINDING])


def _of_trial(studio: Studio, trial: Trial) -> Draft:
    """What the colours say; of a clay test, what its clay's bars say."""
    expected = _expected(trial)
    test = getattr(trial, "test", None)
    if test:
        of_clay = _of_clay(studio, test.clay)
        return _draft(of_clay.sentence, [*expected, *of_clay.words.splitlines()])
    summary = colours_summary(studio, fired_colours(trial.tiles.kept().with_history()))
    questions = [f"Ask the supplier: {question}" for question in summary.questions[:2]]
    headline = summary.headline or sentences.NO_COLOURS
    return _draft(headline, [*expected, *summary.rest[:3], *questions])


def _expected(trial: Trial) -> list[str]:
    rows = trial.expectations.all()
    return [sentences.of_expectation(one.words, one.after_firing) for one in rows]


def _of_clay(studio: Studio, clay: Material) -> Draft:
    (record,) = clay_records(studio, [clay])
    judged = judge(record, usual_purpose(studio, clay), studio)
    adjust = [f"Next: {one.what}." for one in judged.suggestions[:2]]
    return _draft(
        f"{clay.name}: {judged.headline[:1].lower()}{judged.headline[1:]}.",
        [judged.verdict.reason, judged.other_school_says, *adjust],
    )


def _of_factors(studio: Studio, trial: FactorTrial) -> Draft:
    """What was claimed beforehand and how it came out, then what is clearest."""
    if not trial.is_open:
        return _draft(sentences.BLIND, [])
    code = trial.claim_scale or trial.scales[0]
    said = clearest_first(on_scale(trial, pieces_of(trial), code).said)
    decided = [one.words for one in said if one.decided]
    open_ = [one.words for one in said if not one.decided]
    claim = trial.claim if trial.said_outcome else None
    first = trial.expectations.first()
    expected = [sentences.of_expectation(first.words, first.after_results)] if first else []
    effects = [*decided, *open_] or [sentences.NO_COLOURS]
    if claim is not None:
        outcome = ExpectationOutcome(trial.outcome).sentence
        opening = sentences.of_claim(of_claim(trial.design, claim), outcome)
        return _draft(opening, [effects[0], *expected, *effects[1:], HINT])
    return _draft(effects[0], [*expected, *effects[1:], HINT])


def _of_firing(studio: Studio, firing: Firing) -> Draft:
    bent = [f"Shelf {shelf + 1}: {shelf_said(heat)}." for shelf, heat in heats(firing).items()]
    return _draft(sentences.of_firing(firing, firing.loadings.count()), [*bent, firing.note])


DRAFTS: dict[str, Callable[[Studio, Any], Draft]] = {
    "trial": _of_trial,
    "clay": _of_clay,
    "factor_trial": _of_factors,
    "firing": _of_firing,
}
"""The drafts by the kind of thing that is concluded."""
