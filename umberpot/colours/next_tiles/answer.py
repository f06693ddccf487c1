"""The tiles to fire next, as the page has them."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from urllib.parse import urlencode

from django.urls import reverse

from claycore.colour.difference import PLAINLY_DIFFERENT
from claycore.colour.equal_tiles import Noise, mean_colour
from claycore.colour.matching import match
from claycore.colour.next_tiles import Goal, Question, next_tiles, told_as
from claycore.colour.notation import Lab
from claycore.colour.palette import Colourant, FiredTile, Palette
from claycore.colour.reach import out_of_reach
from claycore.colour.series import SeriesOutcome, SeriesReading, SeriesStep, read_series
from claycore.measure.formatting import percentage
from umberpot.colours.find.sentences import lacking
from umberpot.colours.fired import FiredColour, grouped, labs
from umberpot.colours.ladders.ladder import Ladder, ladder
from umberpot.colours.making import campaign_of, tiles_of_strengths
from umberpot.colours.next_tiles import drawing, sentences
from umberpot.ui.drawing import Drawing
from umberpot.ui.wall import Swatch, SwatchKind, WallRow, touching

MOST_IN_A_CAMPAIGN = 12

PLAINLY_NEARER = 1.0
"""By so much, CIEDE2000, a mixture comes nearer before it is told. Our choice."""


@dataclass(frozen=True)
class TestedColourant:
    """A colourant in a clay: its palette, the plain clay, and its own fired tiles, at least one."""

    palette: Palette
    clay: Lab
    fired: Sequence[FiredColour]
    noise: Noise

    @property
    def name(self) -> str:
        (name,) = self.fired[0].pcts
        return name

    @property
    def colourant(self) -> Colourant:
        return self.palette.colourants[self.name]

    @property
    def by_pct(self) -> dict[float, list[FiredColour]]:
        """Its tiles by strength, percent on dry clay."""
        return grouped(self.fired, lambda one: one.pcts[self.name])

    @property
    def series(self) -> SeriesReading:
        """What the strengths that were fired say so far."""
        return read_series({pct: labs(same) for pct, same in self.by_pct.items()}, self.noise)


@dataclass(frozen=True)
class ShownProposal:
    """What is to be fired, and why; ``make`` is where, and '' where nothing is.

    ``charts`` are how far predictions are off, for a page and for a phone: none where the tiles
    contradict each other, so that nothing is to be predicted from them.
    """

    heading: str
    reasons: Sequence[str]
    row: WallRow
    pcts: Sequence[float]
    most_pct: float
    make: str
    noise: float
    charts: Sequence[Drawing] = ()
    mixture: str = ""
    mixture_url: str = ""
    lacks: str = ""
    campaign: str = ""

    @property
    def make_words(self) -> str:
        return "Plan this tile" if len(self.pcts) == 1 else "Plan these tiles"


def most_pct_of(goal: Goal, tested: TestedColourant) -> float:
    """The strongest to consider where nobody says: beyond what was tested, where that may matter.

    Where more gained nothing within the tested strengths, nobody fires stronger ones for that.
    """
    settled = (SeriesOutcome.ENOUGH, SeriesOutcome.NOT_DECIDED)
    if goal is Goal.ENOUGH and tested.series.outcome in settled:
        return max(tested.colourant.tested)
    most_pct = tested.colourant.most_pct
    step = told_as(most_pct)
    return max(step, step * math.floor(most_pct / step + 1e-9))


def shown(
    tested: TestedColourant, question: Question, want: str, not_tested: Sequence[str]
) -> ShownProposal:
    """What to fire next for a question.

    ``want`` is the colour as it was typed; ``not_tested`` what else stands on the shelf for it.
    """
    name, palette = tested.name, tested.palette
    made = ladder(name, tested.fired, tested.colourant.tested, tested.noise)
    if made.odd:
        return _again(tested, question.most_pct, made, made.odd)
    tiles = [FiredTile(one.pcts, one.lab) for one in tested.fired]
    proposal = next_tiles(tested.clay, tiles, tested.noise, question)
    nearest = _nearest(tested, question)
    pcts = [one.pct for one in proposal.tiles]
    conditions = tested.fired[0].conditions
    mixture = _nearer_mixture(palette, question, nearest)
    find = {"want": want, "under": conditions.key, "parts": "2"}
    is_lacking = nearest is not None and nearest.is_far and not mixture
    others = not_tested if is_lacking else []
    reasons = sentences.reasons(question.goal, name, question.most_pct, proposal)
    if question.goal is Goal.ENOUGH:
        reasons.insert(0, tested.series.reason)
    return ShownProposal(
        heading=sentences.heading(name, proposal, nearest.delta_e if nearest else None),
        reasons=reasons,
        row=_row(tested, pcts, nearest),
        charts=[
            drawing.drawn(proposal, tested.colourant.tested, width)
            for width in (drawing.WIDE, drawing.NARROW)
        ],
        pcts=pcts,
        most_pct=question.most_pct,
        make=tiles_of_strengths(conditions.clay, name, pcts) if pcts else "",
        mixture=mixture,
        mixture_url=f"{reverse('results:find')}?{urlencode(find)}#nearer" if mixture else "",
        lacks=_lacking(tested, question, others) if is_lacking else "",
        campaign=campaign_of(conditions.clay, others[:MOST_IN_A_CAMPAIGN]) if others else "",
        noise=tested.noise.sd,
    )


def _again(
    tested: TestedColourant, most_pct: float, made: Ladder, odd: SeriesStep
) -> ShownProposal:
    """Two tiles of nearly the same strength that look different: first these, and nothing else."""
    pcts = [odd.from_pct, odd.to_pct]
    return ShownProposal(
        heading=sentences.fire_again(tested.name, pcts),
        reasons=[made.summary],
        row=_row(tested, pcts, None),
        pcts=pcts,
        most_pct=most_pct,
        make=tiles_of_strengths(tested.fired[0].conditions.clay, tested.name, pcts),
        noise=tested.noise.sd,
    )


@dataclass(frozen=True)
class _Nearest:
    """A wanted colour, and the strength of a colourant alone that is predicted nearest to it."""

    want: Lab
    pct: float
    lab: Lab
    delta_e: float

    @property
    def is_far(self) -> bool:
        return self.delta_e > PLAINLY_DIFFERENT


def _nearest(tested: TestedColourant, question: Question) -> _Nearest | None:
    if question.want is None or question.goal is not Goal.COLOUR:
        return None
    only = replace(tested.palette, colourants={tested.name: tested.colourant})
    best = match(only, question.want, question.most_pct, 1)[0]
    pct = best.additions[0].pct if best.additions else 0.0
    return _Nearest(question.want, pct, best.lab, best.delta_e)


def _lacking(tested: TestedColourant, question: Question, not_tested: Sequence[str]) -> str:
    """What all that was tested lacks for the wanted colour, and what was not tested yet."""
    lacks = (
        out_of_reach(tested.palette, question.want, question.most_pct) if question.want else None
    )
    said = [lacking(lacks, tested.fired[0].conditions)] if lacks else []
    return " ".join([*said, *([sentences.not_tested(not_tested)] if not_tested else [])])


def _nearer_mixture(palette: Palette, question: Question, nearest: _Nearest | None) -> str:
    """That a mixture comes nearer than that, where one does; '' otherwise."""
    if nearest is None:
        return ""
    best = match(palette, nearest.want, question.most_pct, 2)[0]
    if len(best.additions) < 2 or best.delta_e > nearest.delta_e - PLAINLY_NEARER:
        return ""
    return sentences.nearer_mixture(best, nearest.delta_e)


def _row(tested: TestedColourant, pcts: Sequence[float], nearest: _Nearest | None) -> WallRow:
    """The strengths that were fired, and between them those to fire, as they are predicted.

    A wanted colour hangs beside the strength that is predicted nearest to it.
    """
    steps = {0.0: Swatch("0 %", tested.clay, under="plain")}
    for pct, same in tested.by_pct.items():
        under = "fire again" if pct in pcts else f"{len(same)} fired"
        steps[pct] = Swatch(f"{percentage(pct)} %", mean_colour(labs(same)), under=under)
    for pct in pcts:
        if pct not in steps:
            lab = tested.palette.predict({tested.name: pct}).lab
            steps[pct] = Swatch(f"{percentage(pct)} %", lab, SwatchKind.PREDICTED, "fire next")
    if nearest is None:
        return _touching(tested, [steps[pct] for pct in sorted(steps)])
    near = f"{percentage(nearest.pct)} %"
    steps.setdefault(nearest.pct, Swatch(near, nearest.lab, SwatchKind.PREDICTED, "nearest"))
    in_order = sorted(steps)
    row = [steps[pct] for pct in in_order]
    row.insert(in_order.index(nearest.pct) + 1, Swatch("Wanted", nearest.want, SwatchKind.WANTED))
    return _touching(tested, row)


def _touching(tested: TestedColourant, row: Sequence[Swatch]) -> WallRow:
    return touching(row, f"{tested.name} by strength, fired and to fire")
