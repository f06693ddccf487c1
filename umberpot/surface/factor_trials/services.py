"""Factor trials: laid out, rated, their expectation written and held against what came."""

import random
import uuid
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from claycore.surface.factor_trials.expectations import outcome
from umberpot.studio.corrections import Replacement, replace_figures
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.surface.factor_trials.reading import effects_on, pieces_of
from umberpot.surface.models import (
    Expectation,
    FactorPiece,
    FactorTrial,
    PieceColour,
    Rating,
)
from umberpot.tiles.colours import MeasuredColour


class ResultsIn(Exception):
    """The first result is in: what was planned and expected stands."""


@whole_change()
def plan_trial(
    studio: Studio, columns: Mapping[str, Any], expected: str, key: uuid.UUID, by: User
) -> FactorTrial:
    """A trial with its pieces in places drawn by lot, and what is expected of it.

    The same ``key`` makes only one.
    """
    made, new = FactorTrial.objects.get_or_create(
        studio=studio, request_key=key, defaults={**columns, "made_by": by}
    )
    if new:
        _lay_out(made)
        Expectation.objects.create(studio=studio, trial=made, words=expected, made_by=by)
    return made


def _lay_out(trial: FactorTrial) -> None:
    laid = trial.design.lay_out(random.SystemRandom().getrandbits(31))
    FactorPiece.objects.bulk_create(
        FactorPiece(
            studio_id=trial.studio_id, trial=trial, slab=slab, place=place, levels=list(cell)
        )
        for slab, cells in enumerate(laid, 1)
        for place, cell in enumerate(cells, 1)
    )


def has_results(trial: FactorTrial) -> bool:
    """Whether anything was rated, read or lost: from then on plan and expectation stand."""
    pieces = trial.pieces.all()
    return (
        Rating.objects.filter(piece__in=pieces).exists()
        or PieceColour.objects.filter(piece__in=pieces).exists()
        or pieces.filter(lost=True).exists()
    )


def _locked(trial: FactorTrial) -> FactorTrial:
    """The trial, held until the transaction ends."""
    held: FactorTrial = FactorTrial.objects.select_for_update().get(pk=trial.pk)
    return held


@whole_change()
def change_slabs(trial: FactorTrial, slabs: int) -> None:
    """Another number of slabs, newly drawn.

    Raises ResultsIn, and OutOfBounds for too many: then nothing is kept of it.
    """
    held = _locked(trial)
    if has_results(held):
        raise ResultsIn
    held.slabs = slabs
    held.save(update_fields=["slabs"])
    held.pieces.all().delete()
    _lay_out(held)


@whole_change()
def expect(trial: FactorTrial, words: str, by: User) -> bool:
    """Writes what is expected: in place of the first until a result is in, else in addition.

    Whether it was an addition.
    """
    held = _locked(trial)
    late = has_results(held)
    if late:
        # A second click adds nothing.
        Expectation.objects.get_or_create(
            studio_id=held.studio_id, trial=held, words=words, after_results=True, made_by=by
        )
    else:
        held.expectations.update(words=words)
    return late


@dataclass(frozen=True)
class Rated:
    """What a rater says of a piece: a step, or that it is broken or lost."""

    piece: FactorPiece
    step: int | None

    @property
    def is_lost(self) -> bool:
        return self.step is None


@whole_change()
def rate(
    trial: FactorTrial, scale: str, rater: str, sheet: Iterable[Rated], by: User
) -> tuple[int, int]:
    """Keeps a rater's sheet; what is rated otherwise than before supersedes that.

    How many ratings were new, and how many pieces were found lost.
    """
    held = _locked(trial)
    before = {
        one.piece_id: one
        for one in Rating.objects.filter(
            piece__trial=held, scale=scale, rater=rater, superseded_at=None
        ).select_related("piece")
    }
    sheet = list(sheet)
    turned = [one.piece for one in sheet if one.is_lost != one.piece.lost]
    for piece in turned:
        piece.lost = not piece.lost
    FactorPiece.objects.bulk_update(turned, ["lost"])
    new: list[Replacement] = []
    for one in sheet:
        old = before.get(one.piece.pk)
        if one.step is not None and not (old and old.step == one.step):
            rating = Rating(
                studio_id=held.studio_id,
                piece=one.piece,
                scale=scale,
                rater=rater,
                step=one.step,
                made_by=by,
            )
            new.append((old, rating))
    replace_figures(new, by)
    _hold_against(held)
    return len(new), sum(piece.lost for piece in turned)


@whole_change()
def record_colours(
    trial: FactorTrial, colours: Mapping[tuple[FactorPiece, bool], MeasuredColour], by: User
) -> int:
    """Keeps colours by piece and whether of its washed half; how many were new."""
    held = _locked(trial)
    current = PieceColour.objects.filter(piece__trial=held, superseded_at=None)
    before = {(one.piece_id, one.washed): one for one in current.select_related("piece")}
    new: list[Replacement] = []
    for (piece, washed), colour in colours.items():
        old = before.get((piece.pk, washed))
        if old is None or old.typed != colour.typed:
            kept = PieceColour(
                studio_id=held.studio_id,
                piece=piece,
                washed=washed,
                typed=colour.typed,
                made_by=by,
            )
            kept.lab = colour.lab
            new.append((old, kept))
    replace_figures(new, by)
    _hold_against(held)
    return len(new)


def _hold_against(trial: FactorTrial) -> None:
    """Keeps how the expectation stands with the results as they are now."""
    claim = trial.claim
    if claim:
        effects = effects_on(trial, pieces_of(trial), trial.claim_scale)
        trial.outcome = outcome(claim, effects) if effects.results else ""
        trial.save(update_fields=["outcome"])


def show(trial: FactorTrial) -> None:
    """Opens a blind trial: which piece is which may be seen from now on."""
    FactorTrial.objects.filter(pk=trial.pk, shown_at=None).update(shown_at=timezone.now())
