"""The chain of waits from a formed piece to its firing. Source: common practice, from memory."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from claycore.measure.errors import OutOfBounds
from claycore.surface.coats import Coat, Onto, Technique
from claycore.testing.protocols import protocol
from claycore.testing.stages import Protocol, Stage, in_hours

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

    without_protocol: str = ""

    @property
    def do(self) -> str:
        """What to do with the pieces while it runs."""
        return protocol(self.protocol).stages[0].do if self.protocol else self.without_protocol

    @property
    def caution(self) -> str:
        """The code of the caution it needs; '' for none."""
        return protocol(self.protocol).stages[0].caution if self.protocol else ""

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
BISQUE = Wait(
    "bisque",
    "Bone dry, then the bisque",
    3 * _DAY,
    8 * _DAY,
    without_protocol="Let it dry, then bisque it.",
)
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
FIRING = Wait(
    "firing",
    "The firing, with cooling",
    18 * _HOUR,
    2 * _DAY,
    without_protocol="Fire it, and keep the kiln shut until it has cooled.",
)


WAITS: tuple[Wait, ...] = (LEATHER_HARD, BISQUE, SHINE, FIRM, DRY_SLOWLY, DRY, FIRING)
"""Every wait. To add one is to add it here and to say in :func:`chain` where it stands."""

LONGEST_MIN = 60 * _DAY


@dataclass(frozen=True)
class OwnTime:
    """A studio's own least and most of a wait, minutes. Raises OutOfBounds naming ``most``."""

    least_min: int
    most_min: int

    def __post_init__(self) -> None:
        if not 0 < self.least_min < self.most_min <= LONGEST_MIN:
            said = "The longest wait must be over the shortest one, and at most 60 days."
            raise OutOfBounds("most", self.most_min, said)


def chain(
    coats: Sequence[Coat], technique: Technique, own: Mapping[str, OwnTime] | None = None
) -> list[Wait]:
    """The waits of a stack in order: one before the first coat, one between coats, and so on.

    ``own`` has a studio's own times by the code of a wait, minutes. Raises nothing. Source: as at
    the head of this file.
    """
    return [_with_own(wait, own or {}) for wait in _usual(coats, technique)]


def _with_own(wait: Wait, own: Mapping[str, OwnTime]) -> Wait:
    times = own.get(wait.code)
    if times is None:
        return wait
    return replace(wait, least_min=times.least_min, most_min=times.most_min)


def _usual(coats: Sequence[Coat], technique: Technique) -> list[Wait]:
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


AT_THE_END = "Open the kiln below about 100 °C, and hold the pieces against the preview."


@dataclass(frozen=True)
class OnTheLine:
    """A wait on the line of time: from when and until when it may end, minutes after forming."""

    wait: Wait
    earliest_min: int
    latest_min: int

    @property
    def says(self) -> str:
        """From when until when it ends, in words."""
        return f"{_about(self.earliest_min)} to {_about(self.latest_min)}"


def _about(minutes: int) -> str:
    """A time as it is said: in days from two on, before that in hours and minutes."""
    if minutes < 2 * _DAY:
        return in_hours(minutes)
    return f"{round(minutes / _DAY, 1):g} days"


def line_of_time(waits: Sequence[Wait]) -> list[OnTheLine]:
    """When each wait of a chain ends at the earliest and at the latest, minutes after forming.

    Source: by adding up.
    """
    found, earliest, latest = [], 0, 0
    for wait in waits:
        earliest, latest = earliest + wait.least_min, latest + wait.most_min
        found.append(OnTheLine(wait, earliest, latest))
    return found


def as_protocol(waits: Sequence[Wait], coats: Sequence[Coat]) -> Protocol:
    """A chain of waits as stages that are timed one after the other, each due at its least.

    A coat goes on when the wait before it is over, so its name stands at the wait it begins.
    Minutes. Source: as at the head of this file.
    """
    names = [coat.name for coat in coats for _ in range(coat.coats)]
    stages = []
    for number, wait in enumerate(waits):
        coat = names[number - 1] if 0 < number <= len(names) else ""
        begin = f"Put on coat {number}: {coat}. " if coat else ""
        stages.append(
            Stage(
                wait.title,
                wait.least_min,
                f"{begin}{wait.do}".strip(),
                wait.caution,
                wait.least_min,
                wait.most_min if wait.late else None,
                wait.late,
            )
        )
    return Protocol("", "Surface", tuple(stages), AT_THE_END, "common practice")
