"""The chain of waits from a formed piece to its firing. Source: common practice, from memory."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.surface.coats import Coat, Onto, Technique

_HOUR, _DAY = 60, 24 * 60
_UNITS = (("days", _DAY), ("hours", _HOUR), ("min", 1))


@dataclass(frozen=True)
class Wait:
    """A wait: its least and its most, minutes, and what is lost when it is overstayed."""

    code: str
    title: str
    least_min: int
    most_min: int
    late: str = ""
    protocol: str = ""
    """What times it, by its code in claycore.testing.protocols; '' where nothing does."""

    @property
    def words(self) -> str:
        """From its least to its most, in the unit that fits."""
        unit, minutes = next(one for one in _UNITS if self.least_min >= one[1])
        most_unit, most = next(one for one in _UNITS if self.most_min > one[1])
        least_said, most_said = f"{self.least_min / minutes:g}", f"{self.most_min / most:g}"
        if unit == most_unit:
            return f"{least_said}–{most_said} {unit}"
        return f"{least_said} {unit} to {most_said} {most_unit}"


LEATHER_HARD = Wait(
    "leather_hard",
    "Until leather-hard",
    4 * _HOUR,
    2 * _DAY,
    "Past leather-hard, slip may flake.",
    "leather_hard",
)
BISQUE = Wait("bisque", "Bone dry, then the bisque", 3 * _DAY, 8 * _DAY)
SHINE = Wait(
    "shine", "Until the shine has gone", 10, 60, "A dry coat takes up the next too fast.", "shine"
)
FIRM = Wait(
    "firm", "Firm enough to scratch", 30, 3 * _HOUR, "Dry slip chips and makes dust.", "firm"
)
DRY_SLOWLY = Wait(
    "dry_slowly",
    "Until bone dry, under plastic at first",
    5 * _DAY,
    14 * _DAY,
    "Dried fast, layers of different clay part at the joints.",
    "drying",
)
DRY = Wait("dry", "Until bone dry", 2 * _DAY, 7 * _DAY, "", "drying")
FIRING = Wait("firing", "The firing, with cooling", 18 * _HOUR, 2 * _DAY)


def chain(coats: Sequence[Coat], technique: Technique) -> list[Wait]:
    """The waits of a stack in order: one before the first coat, one between coats, and so on.

    Raises nothing. Minutes. Source: as at the head of this file.
    """
    if technique is Technique.STACKED:
        return [DRY_SLOWLY, FIRING]
    onto_bisque = bool(coats) and coats[0].onto is Onto.BISQUE
    waits = [BISQUE if onto_bisque else LEATHER_HARD]
    count = sum(coat.coats for coat in coats)
    waits += [SHINE] * max(0, count - 1)
    if technique is Technique.SCRATCHED:
        waits.append(FIRM)
    elif technique is Technique.SPONGED_BACK:
        waits.append(SHINE)
    return [*waits, DRY, FIRING]
