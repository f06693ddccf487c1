"""What is said of the tiles to fire next."""

from collections.abc import Sequence

from claycore.colour.difference import PLAINLY_DIFFERENT
from claycore.colour.matching import Candidate
from claycore.colour.next_tiles import Goal, Proposal
from claycore.measure.formatting import listed, percentage

GOALS = {
    Goal.KNOW: "The colour at every strength",
    Goal.ENOUGH: "How much is enough",
    Goal.COLOUR: "A wanted colour",
}

SURELY_KNOWN = 0.3
"""What is missed by less, CIEDE2000, nobody sees. Our choice."""

MOST_NAMED = 5

NO_COLOURANT_ALONE = (
    "No colourant was fired alone under these conditions yet. Start with one tile at a middle"
    " strength."
)
WHICH_COLOUR = "Enter the colour wanted."


def heading(name: str, proposal: Proposal, nearest: float | None) -> str:
    """What to fire, in one line; ``nearest`` is how near it is predicted to come to a colour."""
    if proposal.tiles:
        pcts = sorted(one.pct for one in proposal.tiles)
        return f"Fire {listed([f'{percentage(pct)} %' for pct in pcts])} {name}"
    if nearest is not None and nearest > PLAINLY_DIFFERENT:
        return f"{name} does not come near: ΔE {nearest:.0f} at best"
    return f"No further tile of {name} gains much"


def fire_again(name: str, pcts: Sequence[float]) -> str:
    """Strengths that have to be fired once more before anything else."""
    return f"Fire {listed([f'{percentage(pct)} %' for pct in pcts])} {name} again"


def _error(goal: Goal, error: float) -> str:
    if goal is Goal.ENOUGH:
        return f"{error:.1f} percentage points"
    return f"ΔE {error:.1f}"


def _known(goal: Goal, name: str, most_pct: float) -> tuple[str, str]:
    """What the error is of, and the word before its figure."""
    match goal:
        case Goal.KNOW:
            return f"Predicted colours of {name} up to {percentage(most_pct)} % are off", "by about"
        case Goal.ENOUGH:
            return f"The strength from which more {name} changes nothing is known", "to about ±"
        case Goal.COLOUR:
            return f"The strength of {name} that comes nearest is missed", "by about"


def reasons(goal: Goal, name: str, most_pct: float, proposal: Proposal) -> list[str]:
    """What these tiles make of the error, and what one more would gain."""
    of, by = _known(goal, name, most_pct)
    now, then = (_error(goal, error) for error in (proposal.now, proposal.then))
    more = proposal.one_more
    if not proposal.tiles:
        if goal is Goal.COLOUR and proposal.now < SURELY_KNOWN:
            return [f"Which strength of {name} comes nearest is known already."]
        gains = ""
        if more:
            best = _error(goal, min(more.error, proposal.now))
            gains = f" The best tile, {percentage(more.pct)} %, would make that {best}."
        return [f"{of} {by} {now}.{gains}"]
    after = "after this tile" if len(proposal.tiles) == 1 else "after these tiles"
    said = [f"{of} {by} {now} now; {after}, {by} {then}."]
    if more:
        left = max(0.0, proposal.then - more.error)
        gains = f"would gain little ({_error(goal, left)})"
        return [*said, f"One more, {percentage(more.pct)} %, {gains}."]
    return [*said, "Then ask again: the next ones depend on what these fire to."]


def not_tested(names: Sequence[str]) -> str:
    """Which stains on the shelf were not tested there yet."""
    more = len(names) - MOST_NAMED
    named = [*names[:MOST_NAMED], *([f"{more} more"] if more > 0 else [])]
    return f"{listed(named)} {'was' if len(names) == 1 else 'were'} not tested there yet."


def nearer_mixture(mixture: Candidate, alone: float) -> str:
    """That a mixture is predicted nearer to the wanted colour than the colourant alone."""
    parts = listed([f"{percentage(one.pct)} % {one.name}" for one in mixture.additions])
    return (
        f"A mixture is predicted nearer: {parts}, ΔE {mixture.delta_e:.1f}"
        f" ± {mixture.expected_error:.1f}, against {alone:.1f} for one colourant. For it, a test"
        " tile of the mixture itself tells most."
    )
