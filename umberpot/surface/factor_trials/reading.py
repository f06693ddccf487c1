"""What the pieces of a factor trial came to, for its page, its file and its expectation."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.db.models import Prefetch

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.surface.factor_trials.effects import Effects, PieceResult, effects_of
from claycore.surface.factor_trials.raters import agreed
from claycore.surface.factor_trials.scales import COLOUR_LOST, SCALES, RatingScale
from umberpot.surface.models import FactorPiece, FactorTrial, PieceColour, Rating

Ratings = Mapping[tuple[str, str], int]
"""The steps of one piece, by scale and rater."""


@dataclass(frozen=True)
class ReadPiece:
    """A piece with all that was found on it."""

    row: FactorPiece
    ratings: Ratings
    kept_colour: PieceColour | None
    washed_colour: PieceColour | None

    @property
    def kept(self) -> Lab | None:
        """The colour of the half that was not washed."""
        return self.kept_colour.lab if self.kept_colour else None

    @property
    def washed(self) -> Lab | None:
        """The colour of the half that was washed."""
        return self.washed_colour.lab if self.washed_colour else None

    @property
    def lost_delta_e(self) -> float | None:
        """How far washing took its colour, CIEDE2000; None without both colours."""
        return ciede2000(self.kept, self.washed) if self.kept and self.washed else None

    def value(self, scale: str) -> float | None:
        """Its rating on a scale, all raters together, or its figure; None where there is none."""
        if self.row.lost:
            return None
        if scale == COLOUR_LOST:
            return self.lost_delta_e
        own = {(rater, 0): step for (code, rater), step in self.ratings.items() if code == scale}
        return agreed(own)[0] if own else None


def pieces_of(trial: FactorTrial) -> list[ReadPiece]:
    """Every piece of a trial by slab and place, in three queries."""
    current = {
        name: Prefetch(name, model.objects.filter(superseded_at=None))
        for name, model in (("ratings", Rating), ("colours", PieceColour))
    }
    found = []
    for row in trial.pieces.prefetch_related(*current.values()):
        colours = {one.washed: one for one in row.colours.all()}
        ratings = {(one.scale, one.rater): one.step for one in row.ratings.all()}
        found.append(ReadPiece(row, ratings, colours.get(False), colours.get(True)))
    return found


def effects_on(trial: FactorTrial, pieces: Sequence[ReadPiece], scale: str) -> Effects:
    """What the pieces show on a scale."""
    results = [
        PieceResult(piece.row.slab, piece.row.cell, value)
        for piece in pieces
        if (value := piece.value(scale)) is not None
    ]
    return effects_of(trial.design, results, measured=SCALES[scale].is_measured)


def in_words(scale: RatingScale, value: float | None) -> str:
    """A rating or figure as one says it; between two steps it has no word."""
    if value is None:
        return "not rated"
    if scale.is_measured:
        return f"{value:.1f} {scale.unit}"
    return f"{value:.0f}, {scale.steps[int(value)]}" if value == int(value) else f"{value:g}"
