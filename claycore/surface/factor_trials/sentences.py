"""What a factor trial says, in words that claim no more than it showed."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.measure.formatting import plain
from claycore.surface.factor_trials.design import Design, slabs_to_decide
from claycore.surface.factor_trials.effects import (
    ControlEffect,
    Effects,
    Interaction,
    LevelPair,
    MainEffect,
)
from claycore.surface.factor_trials.expectations import Claim, ClaimKind
from claycore.surface.factor_trials.scales import RatingScale

HINT = "One trial on one clay is a hint, not a law. Repeating it counts for more than a small p."
END_OF_SCALE = "Near the end of a scale, ratings can seem to depend on each other: see the pieces."


@dataclass(frozen=True)
class Said:
    """A sentence, and whether it tells of more than chance; None where nothing could be asked.

    ``p`` is the probability of chance behind it, from 0 to 1; None where there is none.
    """

    words: str
    decided: bool | None
    p: float | None = None


def chance_words(p: float) -> str:
    """A probability of chance, from 0 to 1, as it is written. Source: our choice of form."""
    # No-break spaces: a probability is not torn apart at the end of a line.
    return "p\xa0<\xa00.001" if p < 0.001 else f"p\xa0=\xa0{plain(p, 3 if p < 0.01 else 2)}"


def of_main(design: Design, effect: MainEffect, scale: RatingScale) -> Said:
    """What a factor does, of its worst and its best level.

    Source: our choice: the count of pairs first, since anyone can check it on the table.
    """
    factor = design.factors[effect.factor]
    name = _capital(factor.name)
    pair = effect.extremes
    if effect.p is None or pair is None:
        return Said(f"{name}: too few rated pieces to compare.", None)
    worse, better = factor.levels[pair.first], factor.levels[pair.second]
    said = f"{worse} was worse than {better} in {_pairs(pair)}"
    if effect.decided:
        more = f", by {_difference(pair, scale)} on average" if pair.difference else ""
        return Said(f"{name} matters: {said}{more} ({chance_words(effect.p)}).", True, effect.p)
    if not pair.first_worse and not pair.second_worse:
        return Said(f"{name}: no piece differed from its like. {SMALL_MISSED}", False, effect.p)
    return Said(
        f"{name}: no clear effect ({chance_words(effect.p)}). {_capital(said)}; could be chance.",
        False,
        effect.p,
    )


SMALL_MISSED = "A small difference could have been missed."


def _pairs(pair: LevelPair) -> str:
    """In how many pairs the first was worse; and better, where it was not worse in all."""
    said = f"{pair.first_worse} of {pair.count} pairs"
    if pair.first_worse == pair.count:
        return said
    return f"{said} and better in {pair.second_worse or 'none'}"


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]


def _difference(pair: LevelPair, scale: RatingScale) -> str:
    found = pair.difference
    if found is None:
        return ""
    return f"{plain(found.value, 1)} ± {plain(found.u95, 1)} {scale.unit}"


def of_interaction(design: Design, found: Interaction, scale: RatingScale) -> Said:
    """Whether two factors work together. Source: our choice of words."""
    first, second = (design.factors[at].name for at in found.factors)
    if found.p is None:
        said = f"Whether {second} acts differently with each {first} cannot be told from one slab."
        return Said(said if design.slabs == 1 else f"{first} and {second}: too few pieces.", None)
    if found.decided:
        more = "" if scale.is_measured else f" {END_OF_SCALE}"
        said = f"What {second} does depends on {first} ({chance_words(found.p)}). Read the table"
        return Said(f"{said} row by row.{more}", True, found.p)
    said = f"No sign that {second} acts differently with each {first}"
    return Said(f"{said} ({chance_words(found.p)}).", False, found.p)


def of_control(design: Design, found: ControlEffect) -> Said:
    """A control against the grid. Source: our choice of words."""
    count = found.others_better + found.others_worse + found.alike
    control = design.controls[found.number]
    said = (
        f"Against the control ({control}), {found.others_better} of {count} pieces were better"
        f" and {found.others_worse} worse"
    )
    p = chance_words(found.p if found.p is not None else 1.0)
    if found.decided:
        return Said(f"{said} ({p}).", True, found.p)
    return Said(f"{said}: no clear effect ({p}).", False, found.p)


def all_of(design: Design, effects: Effects, scale: RatingScale) -> list[Said]:
    """Every sentence of a scale, factors first. Source: our choice of order."""
    said = [of_main(design, one, scale) for one in effects.mains]
    said += [of_interaction(design, one, scale) for one in effects.interactions]
    return [*said, *(of_control(design, one) for one in effects.controls)]


def clearest_first(said: Sequence[Said]) -> list[Said]:
    """The same, what is most surely no chance first; what could not be asked last.

    Source: our choice of order.
    """
    return sorted(said, key=lambda one: 2.0 if one.p is None else one.p)


def of_claim(design: Design, claim: Claim) -> str:
    """An expectation in words. Source: our choice of words."""
    factor = design.factors[claim.factor]
    if claim.level is None:
        return f"{factor.name} makes no difference"
    extreme = "worst" if claim.kind is ClaimKind.WORST else "best"
    return f"{factor.levels[claim.level]} is the {extreme} {factor.name}"


def of_plan(design: Design) -> Said:
    """What a plan can find at all, before anything is made. Source: as of Design.smallest_p."""
    if design.can_decide:
        return Said("A clear effect of each factor would be told from chance.", True)
    needed = slabs_to_decide(design.factors, design.controls)
    advice = f"Make {needed} slabs." if needed else "Try fewer factors or more levels."
    return Said(
        f"Too few pieces: even the clearest result could be chance. {advice}",
        False,
    )
