"""What a campaign's first tiles say of which strengths to make next."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from django.http import QueryDict

from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab
from claycore.colour.worth_more import Tried, Verdict, Worth, verdicts
from claycore.measure.formatting import percentage
from claycore.mixing.campaign import Campaign, Reach
from umberpot.colours.costs import Prices, prices_of
from umberpot.mixing.calculators.campaign import CampaignInputs, CampaignView
from umberpot.mixing.models import Plan
from umberpot.results.trials.results import TileResult
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial
from umberpot.ui.calculators import Solved


@dataclass(frozen=True)
class StrengthChoice:
    """A later strength of a colourant: whether it is advised, planned already, short of powder."""

    pct: float
    advised: bool
    planned: bool
    short: bool

    @property
    def words(self) -> str:
        return f"{percentage(self.pct)}\u00a0%"


@dataclass(frozen=True)
class NextOfColourant:
    """A colourant of a campaign: its first tile, the verdict, and the strengths offered."""

    verdict: Verdict
    tile: TileResult | None
    choices: Sequence[StrengthChoice]

    @property
    def is_open(self) -> bool:
        """Whether there is a strength that could still be made."""
        return any(not choice.planned for choice in self.choices)


@dataclass(frozen=True)
class FirstTiles:
    """A campaign's tiles of the first strength, by colourant, and what they come to."""

    campaign: Solved[CampaignInputs, Campaign]
    by_name: Mapping[str, Sequence[TileResult]]
    verdicts: Sequence[Verdict]


def first_tiles(
    plan: Plan | None, results: Sequence[TileResult], noise: Noise, prices: Prices
) -> FirstTiles | None:
    """What the first strength of each colourant of a campaign comes to. Makes no query.

    They are compared with one another and with the control that is glazed as they are. None of a
    plan that is no campaign, and before a first tile has a colour.
    """
    solved = None
    if plan and plan.kind == Plan.Kind.CAMPAIGN:
        solved = CampaignView.read(QueryDict(plan.sum_query))
    if solved is None:
        return None
    wanted = solved.inputs.wanted
    first_pct = wanted.pcts[0]
    fired = [one for one in results if one.progress.colour and one.progress.tile.mix]
    by_name = {
        bag.name: [one for one in fired if _planned_pcts(one) == {bag.name: first_pct}]
        for bag in wanted.bags
    }
    if not any(by_name.values()):
        return None
    surface = next(_surface(one) for found in by_name.values() for one in found)
    plain = [one for one in fired if not _planned_pcts(one)]
    found = verdicts(
        _labs([one for one in plain if _surface(one) == surface]),
        [
            Tried(
                name,
                _labs([one for one in tiles if _surface(one) == surface]),
                _cost(prices, name, first_pct),
            )
            for name, tiles in by_name.items()
        ],
        noise,
    )
    return FirstTiles(solved, by_name, found)


def further_strengths(trial: Trial, first: FirstTiles | None) -> list[NextOfColourant]:
    """What to make next of each colourant of a campaign; nothing where no later strength is."""
    if trial.plan is None or first is None:
        return []
    first_pct, *later = first.campaign.inputs.wanted.pcts
    planned = [mix.wanted_pcts for mix in trial.plan.mixes.kept()]
    return [
        NextOfColourant(
            verdict,
            next(iter(first.by_name[verdict.name]), None),
            [_choice(verdict, reach, pct, first_pct, planned) for pct in sorted(later)],
        )
        for verdict, reach in zip(first.verdicts, first.campaign.result.reaches, strict=True)
    ]


def prices_for(studio: Studio, results: Iterable[TileResult]) -> Prices:
    """The prices of all colourants of some tiles. One query."""
    mixes = [one.progress.tile.mix for one in results]
    return prices_of(studio, {name for mix in mixes if mix for name in mix.wanted_pcts})


def _surface(result: TileResult) -> tuple[bool, int | None]:
    tile = result.progress.tile
    return tile.glazed, tile.glaze_id


def _planned_pcts(result: TileResult) -> dict[str, float]:
    mix = result.progress.tile.mix
    return mix.wanted_pcts if mix else {}


def _labs(results: Sequence[TileResult]) -> list[Lab]:
    return [one.progress.colour.lab for one in results if one.progress.colour]


def _cost(prices: Prices, name: str, pct: float) -> float | None:
    """What the strength costs per kg of dry clay; None where nobody knows."""
    price = prices.get(name)
    return None if price is None else price * pct / 100


def _choice(
    verdict: Verdict,
    reach: Reach,
    pct: float,
    first_pct: float,
    planned: Sequence[dict[str, float]],
) -> StrengthChoice:
    is_wanted = verdict.worth is Worth.BOTH or (verdict.worth is Worth.STRONGER and pct > first_pct)
    is_planned = {verdict.name: pct} in planned
    short = pct not in reach.reached
    return StrengthChoice(pct, is_wanted and not is_planned and not short, is_planned, short)


def headline_of(first: FirstTiles | None) -> str:
    """What a campaign's first tiles come to, in a sentence; '' where nothing is read."""
    if first is None:
        return ""
    named = {worth: [one for one in first.verdicts if one.worth is worth] for worth in Worth}
    own, weak = named[Worth.BOTH], named[Worth.STRONGER]
    said = []
    if own:
        count = "one is a colour of its" if len(own) == 1 else f"{len(own)} are colours of their"
        said.append(f"Of {len(first.verdicts)} colourants {count} own")
    said += [f"{one.name} looks like {one.like}" for one in named[Worth.LIKE_ANOTHER]]
    if weak:
        names = ", ".join(one.name for one in weak)
        said.append(f"{names} hardly colour{'s' if len(weak) == 1 else ''} the clay")
    return "; ".join(said) + "." if said else ""
