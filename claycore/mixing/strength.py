"""Changing the strength of a mix: more colourant into it, or more clay.

With clay ``c`` and colourant ``k`` in the mix, raising to ``q`` percent adds ``c·q/100 − k`` of
colourant, lowering adds ``100·k/q − c`` of clay. Source: common practice, and arithmetic.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.materials import moisture
from claycore.materials.batch import Batch, join
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.materials.composition import Addition
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain

RELATIVELY_NOTHING = 1e-12


@dataclass(frozen=True)
class StrengthChange:
    """A mix before and after, and what goes in between. Clay and colourants are dry grams.

    ``clay_as_it_is_g`` is the added clay as it lies; ``water_to_add_g`` the water that
    the added powder would steal from a plastic body (0 otherwise).
    """

    before: Batch
    after: Batch
    add_clay_g: float
    add_colourants_g: Mapping[str, float]
    clay_as_it_is_g: float
    water_to_add_g: float

    @property
    def add_colourant_g(self) -> float:
        """All added colourants together."""
        return sum(self.add_colourants_g.values())


def _clay_wanted(before: Batch, targets: Sequence[Addition], field: str) -> float:
    """The least clay in which nothing that is in already is too strong."""
    clay_g = before.clay_g
    for target in targets:
        has_g = before.colourants_g.get(target.name, 0.0)
        if has_g == 0:
            continue
        if target.pct == 0:
            raise Inconsistent(
                field,
                target.pct,
                f"Adding clay weakens {target.name} but cannot remove it. Enter a"
                " strength of more than 0.",
            )
        clay_g = max(clay_g, 100 * has_g / target.pct)
    return clay_g


def _no_less(wanted_g: float, has_g: float) -> float:
    """What is missing, without the dust of floating point."""
    missing = wanted_g - has_g
    return missing if missing > RELATIVELY_NOTHING * max(wanted_g, has_g) else 0.0


def change(
    before: Batch,
    targets: Sequence[Addition],
    state: ClayState,
    field: str = "target_pct",
    added: ClayCondition | None = None,
) -> StrengthChange:
    """The least clay and colourant that bring ``before`` to ``targets``.

    ``targets`` are percent on dry clay; colourants of the mix that are not among them keep their
    grams, and so thin with added clay. Raises Inconsistent at ``field`` for a target of 0 % of
    something that is in the mix. ``added`` is how the added clay lies; as wet as the mix where that
    is not said. Grams. Source: arithmetic, with clay and colourant each kept.
    """
    clay_g = _clay_wanted(before, targets, field)
    add_clay_g = _no_less(clay_g, before.clay_g)
    add_colourants_g = {
        target.name: _no_less(clay_g * target.pct / 100, before.colourants_g.get(target.name, 0.0))
        for target in targets
    }
    wet = ClayInHand(state, before.dry_g, before.water_g)
    water_with_clay_g = (added or wet.condition).water_with_g(add_clay_g)
    powder_g = sum(add_colourants_g.values())
    steals_g = moisture.water_to_add(powder_g, wet) if state == ClayState.PLASTIC else 0.0
    goes_in = Batch(add_clay_g, add_colourants_g, water_with_clay_g + steals_g)
    return StrengthChange(
        before,
        join([before, goes_in]),
        add_clay_g,
        add_colourants_g,
        add_clay_g + water_with_clay_g,
        steals_g,
    )


def stretch_to(before: Batch, dry_total_g: float, field: str = "total") -> Batch:
    """The mix with as much plain clay added as makes ``dry_total_g`` dry in all.

    Raises Inconsistent if that is less than there is. Grams. Source: arithmetic.
    """
    if dry_total_g < before.dry_g * (1 - RELATIVELY_NOTHING):
        raise Inconsistent(
            field,
            dry_total_g,
            f"There are already {plain(before.dry_g)} g dry. Enter a larger total.",
        )
    return join([before, Batch(dry_total_g - before.dry_g)])
