"""What a firing or a clear glaze did to a colour: faded, deepened, muted, clouded, or nothing."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.colour.comparison import ColourShift, compare
from claycore.colour.equal_tiles import ColourDifference, Noise, Visible, apart, mean_colour
from claycore.colour.notation import Lab

LOST_CHROMA = 3.0
"""From this loss of chroma on a colour has faded. Our choice."""

DEEPER = 2.0
"""From this change of lightness on a colour is deeper, or cloudy. Our choice."""


class ColourEffect(StrEnum):
    """What became of a colour."""

    UNCHANGED = "unchanged"
    NOT_DECIDED = "not_decided"
    FADED = "faded"
    CLOUDED = "clouded"
    DEEPENED = "deepened"
    CHANGED = "changed"


@dataclass(frozen=True)
class ColourChange:
    """What became of a colour, how far it moved, and in what, in words; none if it is not seen."""

    effect: ColourEffect
    apart: ColourDifference
    words: tuple[str, ...]

    @property
    def shown(self) -> str:
        """The words with their figure."""
        figure = f"ΔE {self.apart.delta_e:.1f} ± {self.apart.u95:.1f}"
        return f"{', '.join(self.words)} ({figure})" if self.words else figure


def became(before: Sequence[Lab], after: Sequence[Lab], noise: Noise) -> ColourChange:
    """What became of a colour between equal tiles before and after: a firing, or a glaze.

    Raises nothing. Source: CIEDE2000 (ISO/CIE 11664-6); which change is called what is our choice.
    """
    found = apart(before, after, noise)
    change = compare(mean_colour(before), mean_colour(after))
    words = change.words if found.visible is Visible.DIFFERENT else ()
    return ColourChange(_effect(found, change), found, words)


def _effect(found: ColourDifference, change: ColourShift) -> ColourEffect:
    if found.visible is Visible.SAME:
        return ColourEffect.UNCHANGED
    if found.visible is Visible.NOT_DECIDED:
        return ColourEffect.NOT_DECIDED
    if change.chroma <= -LOST_CHROMA:
        return ColourEffect.CLOUDED if change.lightness >= DEEPER else ColourEffect.FADED
    # A turquoise that turns green is another colour, however much darker it is as well.
    turned = bool(change.towards) and abs(change.hue) > abs(change.lightness)
    is_deeper = change.lightness <= -DEEPER and not turned
    return ColourEffect.DEEPENED if is_deeper else ColourEffect.CHANGED
