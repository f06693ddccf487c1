"""A factor trial of the demo studio, rated by two: does burnishing keep slip on a skirting?"""

import uuid
from collections.abc import Mapping

import numpy as np
from django.contrib.auth.models import User

from claycore.colour.notation import Lab
from claycore.surface.factor_trials.design import Cell, is_control
from umberpot.studio.models import Studio
from umberpot.surface.factor_trials.services import Rated, plan_trial, rate, record_colours
from umberpot.surface.models import FactorPiece
from umberpot.tiles.colours import MeasuredColour

EXPECTED = "Burnishing with a spoon keeps the slip on, whatever the colour."
RATERS = ("quay", "evening class")

COLUMNS = {
    "name": "Skirting: what keeps slip on under a brush",
    "pieces_are": "offcuts of Ferry white, cone 6, no glaze",
    "particle_size": "through a 0.12 mm sieve",
    "binder": "none",
    "factors": [
        {"name": "finish", "levels": ["as brushed", "ribbed smooth", "burnished"]},
        {"name": "slip", "levels": ["rope green", "lamp yellow"]},
    ],
    "control": "bare clay",
    "slabs": 4,
    "scales": ["scrub", "flaking", "colour_lost"],
    "keeps_half": True,
    "blind": False,
    "claim_factor": 0,
    "claim_level": 2,
    "claim_kind": "best",
    "claim_scale": "scrub",
}

SCRUB: Mapping[Cell, float] = {
    **{(0, 0): 1.6, (0, 1): 1.9, (1, 0): 0.3, (1, 1): 0.6, (2, 0): 2.6, (2, 1): 2.9},
    (0,): 0.1,
}
COLOURS = {0: Lab(52, -17, 14), 1: Lab(78, 4, 41)}
CLAY = Lab(88, 1, 8)
CHIPPED = (2, (2, 1))
"""The slab and combination of the one piece that broke."""


def load(studio: Studio, owner: User) -> None:
    """Plans the trial, rates it on two scales, and reads the colours of both halves."""
    trial = plan_trial(studio, COLUMNS, EXPECTED, uuid.uuid4(), owner)
    # Places are drawn by lot; what comes of a combination is the same in every demo.
    pieces = sorted(trial.pieces.all(), key=lambda piece: (piece.slab, piece.levels))
    chance = np.random.default_rng(26)
    wear = {piece.pk: SCRUB[piece.cell] + chance.normal(0, 0.45) for piece in pieces}
    for rater in RATERS:
        sheet = [Rated(piece, _scrubbed(piece, wear, chance)) for piece in pieces]
        rate(trial, "scrub", rater, sheet, owner)
    whole = [piece for piece in pieces if not _is_chipped(piece)]
    flaking = [Rated(piece, 1 if wear[piece.pk] > 2.7 else 0) for piece in whole]
    rate(trial, "flaking", RATERS[0], flaking, owner)
    colours = {}
    for piece in whole:
        kept = CLAY if is_control(piece.cell) else COLOURS[piece.cell[1]]
        washed = _towards_clay(kept, max(0.0, wear[piece.pk]) * 0.12)
        colours[piece, False] = MeasuredColour(kept, _typed(kept))
        colours[piece, True] = MeasuredColour(washed, _typed(washed))
    record_colours(trial, colours, owner)


def _is_chipped(piece: FactorPiece) -> bool:
    return (piece.slab, piece.cell) == CHIPPED


def _scrubbed(
    piece: FactorPiece, wear: Mapping[int, float], chance: np.random.Generator
) -> int | None:
    if _is_chipped(piece):
        return None
    return min(4, max(0, round(wear[piece.pk] + chance.normal(0, 0.2))))


def _towards_clay(colour: Lab, share: float) -> Lab:
    pairs = zip(
        (colour.lightness, colour.a, colour.b), (CLAY.lightness, CLAY.a, CLAY.b), strict=True
    )
    return Lab(*(own + share * (clay - own) for own, clay in pairs))


def _typed(colour: Lab) -> str:
    return f"{colour.lightness:.1f}, {colour.a:.1f}, {colour.b:.1f}"
