"""What a series puts on the scale, in the state the clay is in, and what to do in sentences.

A plan is worked out in dry grams. On the bench the clay, and every mix made of it, holds water, and
the powder is given as much as keeps the mix as wet as the clay. Source: arithmetic, water on the
wet basis; that a mix is kept as wet as its clay is common practice.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.materials.clay_in_hand import ClayCondition, ClayState
from claycore.measure.formatting import counted, decimals_of, percentage, to_step
from claycore.mixing.series import PlannedBatch, SeriesPlan


class Ingredient(StrEnum):
    """What goes into a mix of a series."""

    MIX = "mix"
    CLAY = "clay"
    COLOURANT = "colourant"
    WATER = "water"


CLAY_WORDS: dict[str, str] = {
    ClayState.DRY: "dry clay",
    ClayState.PLASTIC: "plastic clay",
    ClayState.SLIP: "slip",
}
"""What is weighed of plain clay, by its state."""


@dataclass(frozen=True)
class ToWeigh:
    """One thing to put on the scale: what it weighs there, and the dry grams in it.

    ``of_pct`` is the strength of the mix it is taken from; None for what comes from the shelf.
    """

    ingredient: Ingredient
    mass_g: float
    dry_g: float
    of_pct: float | None = None

    def named(self, state: ClayState) -> str:
        """What it is, in words."""
        if self.of_pct is not None:
            return f"{percentage(self.of_pct)} % mix"
        return CLAY_WORDS[state] if self.ingredient == Ingredient.CLAY else str(self.ingredient)


def to_weigh(plan: SeriesPlan, batch: PlannedBatch, clay: ClayCondition) -> list[ToWeigh]:
    """Everything that goes into one batch of the plan, in order; the water last.

    Grams. Source: arithmetic, water on the wet basis.
    """
    found = []
    if batch.source is not None and batch.take_g > 0:
        taken = clay.as_weighed_g(batch.take_g)
        found.append(ToWeigh(Ingredient.MIX, taken, batch.take_g, plan.batches[batch.source].pct))
    if batch.add_clay_g > 0:
        plain = clay.as_weighed_g(batch.add_clay_g)
        found.append(ToWeigh(Ingredient.CLAY, plain, batch.add_clay_g))
    powder_g = batch.add_colourant_g
    if powder_g > 0:
        found.append(ToWeigh(Ingredient.COLOURANT, powder_g, powder_g))
        water_g = clay.water_with_g(powder_g)
        if water_g > 0:
            found.append(ToWeigh(Ingredient.WATER, water_g, 0.0))
    return found


@dataclass(frozen=True)
class ShownWeighings:
    """The weighings of a batch as the scale shows them, and their total."""

    grams: list[str]
    total: str


def shown(parts: Sequence[ToWeigh], step_g: float) -> ShownWeighings:
    """Each weighing to the scale's step, water to what matters, and the total of what is shown.

    Grams. Source: common practice in reading an instrument; water counts to about ± 5 %.
    """
    grams = [
        _about(part.mass_g) if part.ingredient == Ingredient.WATER else to_step(part.mass_g, step_g)
        for part in parts
    ]
    decimals = max(
        (
            len(text.partition(".")[2])
            for text, part in zip(grams, parts, strict=True)
            if part.ingredient != Ingredient.WATER
        ),
        default=decimals_of(step_g),
    )
    return ShownWeighings(grams, f"{sum(map(float, grams)):.{decimals}f}")


def _about(water_g: float) -> str:
    """Grams of water to a tenth below ten grams, whole above."""
    return f"{water_g:.1f}" if water_g < 10 else f"{water_g:.0f}"


def steps(plan: SeriesPlan, clay: ClayCondition, step_g: float, tiles_each: int) -> list[str]:
    """The plan in sentences, one thing to do in each, with what the scale is to say.

    ``step_g`` is the scale's. Source: the plan itself.
    """
    tiles = counted(tiles_each, "tile")
    lines = []
    for batch in plan.batches:
        parts = to_weigh(plan, batch, clay)
        grams = shown(parts, step_g)
        made_of = _made_of(parts, grams.grams, clay.state, step_g)
        lines.append(f"{made_of}: {grams.total} g at {percentage(batch.pct)} %.")
        from_g = to_step(clay.as_weighed_g(batch.tiles_g), step_g)
        lines.append(f"Make {tiles} from {from_g} g and label at once.")
    return lines


def _made_of(parts: Sequence[ToWeigh], grams: list[str], state: ClayState, step_g: float) -> str:
    said = [_said(part, text, state, step_g) for part, text in zip(parts, grams, strict=True)]
    first, *others = said
    if parts[0].ingredient == Ingredient.MIX:
        return f"Take {first} and add {_listed(others)}" if others else f"Take {first}"
    return f"Mix {_listed(said)}" if others else f"Take {first}"


def _said(part: ToWeigh, grams: str, state: ClayState, step_g: float) -> str:
    words = part.named(state)
    if part.ingredient == Ingredient.WATER:
        return f"about {grams} g of water"
    dry = f" ({to_step(part.dry_g, step_g)} g dry)" if state != ClayState.DRY else ""
    if part.ingredient == Ingredient.MIX:
        return f"{grams} g of the {words}{dry}"
    return f"{grams} g {words}{dry if part.ingredient == Ingredient.CLAY else ''}"


def _listed(said: Sequence[str]) -> str:
    *before, last = said
    return f"{', '.join(before)} and {last}" if before else last
