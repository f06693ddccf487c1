"""Tiles made and fired alike, and whether they are: nothing is concluded from the others."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from claycore.colour.equal_tiles import Noise, disagreement, noise_of
from umberpot.colours import sentences
from umberpot.colours.fired import FiredColour, equal_sets, labs


@dataclass(frozen=True)
class NotAlike:
    """Tiles that should be alike and are not: a wrong label or reading, told before all else.

    ``odd`` are those that differ from twins which agree, ``others`` those of which nobody can tell
    which is wrong; both by their label.
    """

    sentences: Sequence[str]
    odd: frozenset[str]
    others: frozenset[str]

    def without_odd(self, colours: Iterable[FiredColour]) -> list[FiredColour]:
        """The colours but for the odd ones: for what says itself that it rests on no others."""
        return [one for one in colours if one.label not in self.odd]

    def without_any(self, colours: Iterable[FiredColour]) -> list[FiredColour]:
        """The colours that something may be concluded from."""
        return [one for one in self.without_odd(colours) if one.label not in self.others]


def not_alike(colours: Iterable[FiredColour], noise: Noise | None = None) -> NotAlike:
    """Which of these colours are unlike their twins, by a noise or by that of their own sets."""
    sets = equal_sets(colours)
    noise = noise or noise_of(labs(equal) for equal in sets)
    told: list[str] = []
    odd: set[str] = set()
    others: set[str] = set()
    for equal in sets:
        found = disagreement(labs(equal), noise)
        if found is None:
            continue
        told.append(sentences.not_alike(equal, found))
        if found.odd is None:
            others.update(one.label for one in equal)
        else:
            odd.add(equal[found.odd].label)
    return NotAlike(told, frozenset(odd), frozenset(others))
