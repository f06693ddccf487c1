"""The steps of a surface, from the formed piece to its last firing, each with what it takes.

Source: common practice; times from memory.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from claycore.measure.errors import OutOfBounds
from claycore.testing.protocols import protocol
from claycore.testing.stages import Protocol, ProtocolStage, in_hours

_HOUR, _DAY = 60, 24 * 60
_UNITS = (("days", _DAY), ("hours", _HOUR), ("min", 1))


class StepCode(StrEnum):
    """Every step there is, in no order: the technique says which and when."""

    SLAB = "slab"
    LEATHER_HARD = "leather_hard"
    COAT = "coat"
    SHINE = "shine"
    TILT = "tilt"
    COMB = "comb"
    FIRM = "firm"
    SCRATCH = "scratch"
    CUT = "cut"
    FILL = "fill"
    SCRAPE = "scrape"
    WIPE = "wipe"
    FORMER = "former"
    DRY = "dry"
    DRY_SLOWLY = "dry_slowly"
    BISQUE = "bisque"
    GLAZE = "glaze"
    GLAZE_FIRING = "glaze_firing"
    FIRING = "firing"


@dataclass(frozen=True)
class SurfaceStep:
    """One step: what is done, and for a wait its least and its most, minutes; 0 for work.

    ``do`` says how, ``late`` what is lost when a wait is overstayed, ``coat`` the slip that goes
    on, '' where none does. ``times`` is the protocol of claycore.testing.protocols that times it,
    '' where nothing does, and ``caution`` the code of the caution it needs.
    """

    code: StepCode
    title: str
    do: str
    least_min: int = 0
    most_min: int = 0
    late: str = ""
    coat: str = ""
    times: str = ""
    caution: str = ""

    @property
    def is_wait(self) -> bool:
        return self.most_min > 0

    @property
    def words(self) -> str:
        """From its least to its most, in the unit that fits; '' for work."""
        if not self.is_wait:
            return ""
        unit, minutes = next(one for one in _UNITS if self.least_min >= one[1])
        most_unit, most = next(one for one in _UNITS if self.most_min > one[1])
        least_said, most_said = f"{self.least_min / minutes:g}", f"{self.most_min / most:g}"
        if unit == most_unit:
            return f"{least_said}–{most_said} {unit}"
        return f"{least_said} {unit} to {most_said} {most_unit}"


def _timed(code: StepCode, title: str, least: int, most: int, late: str, times: str) -> SurfaceStep:
    """A wait that a protocol times, with what is done and cautioned there."""
    first = protocol(times).stages[0]
    return SurfaceStep(code, title, first.do, least, most, late, "", times, first.caution)


LEATHER_HARD = _timed(
    StepCode.LEATHER_HARD,
    "Until leather-hard",
    4 * _HOUR,
    2 * _DAY,
    "Past leather-hard, slip may flake.",
    "leather_hard",
)
SHINE = _timed(
    StepCode.SHINE,
    "Until the shine goes off",
    10,
    60,
    "A dry coat sucks the next one in too fast.",
    "shine",
)
FIRM = _timed(
    StepCode.FIRM,
    "Until firm enough to scratch",
    30,
    3 * _HOUR,
    "Dry slip chips and makes dust.",
    "firm",
)
DRY = replace(
    _timed(StepCode.DRY, "Until bone dry", 2 * _DAY, 7 * _DAY, "", "drying"),
    do="Where air reaches all sides; turn it now and then.",
)
DRY_SLOWLY = replace(
    _timed(
        StepCode.DRY_SLOWLY,
        "Until bone dry, slowly",
        5 * _DAY,
        14 * _DAY,
        "Dried fast, clays that lie on each other part at the joints.",
        "drying",
    ),
    do="Under plastic at first, then between boards.",
)
BISQUE = SurfaceStep(
    StepCode.BISQUE,
    "Bisque firing and cooling",
    "Fire it fully dry, and keep the kiln shut until it has cooled.",
    18 * _HOUR,
    2 * _DAY,
    caution="kiln",
)
GLAZE_FIRING = replace(BISQUE, code=StepCode.GLAZE_FIRING, title="Glaze firing and cooling")
FIRING = replace(
    BISQUE,
    code=StepCode.FIRING,
    title="Single firing and cooling",
    do="Fully dry, slowly to 600 °C, with air up to 900 °C. Damp or hurried it bursts.",
)

WAITS: tuple[SurfaceStep, ...] = (
    *(LEATHER_HARD, SHINE, FIRM, DRY, DRY_SLOWLY),
    *(BISQUE, GLAZE_FIRING, FIRING),
)
"""Every wait, whose times may be a studio's own."""

SLAB = SurfaceStep(
    StepCode.SLAB,
    "Roll a slab",
    "Compress both faces in several directions. It has to stay soft.",
)
TILT = SurfaceStep(
    StepCode.TILT,
    "Tilt the board",
    "While all is wet. What runs off into the tray goes back into its bucket.",
)
COMB = SurfaceStep(StepCode.COMB, "Draw a point through", "Across the lines, while all is wet.")
SCRATCH = SurfaceStep(
    StepCode.SCRATCH,
    "Scratch through",
    "Brush crumbs off once they are dry enough; do not rub.",
    caution="scratching",
)
CUT = SurfaceStep(StepCode.CUT, "Cut to shape", "When it no longer sticks.")
CUT_LINES = SurfaceStep(
    StepCode.CUT, "Cut or press the lines", "Into leather-hard clay, edges clean."
)
SCRAPE = SurfaceStep(StepCode.SCRAPE, "Scrape level", "When the filling is firm, not before.")
WIPE = SurfaceStep(
    StepCode.WIPE,
    "Wipe back",
    "A damp sponge, a clean side for each wipe: edges and rings show first.",
    caution="scratching",
)
FORMER = SurfaceStep(
    StepCode.FORMER, "Lay it over the former", "Support it; press from the middle out."
)
GLAZE = SurfaceStep(StepCode.GLAZE, "Glaze", "Dust off first. The foot stays bare.")
PRESS = SurfaceStep(
    StepCode.SLAB,
    "Press, wedge a little, and cut",
    "Compress both faces in several directions; too much wedging blurs the layers.",
)


def coat(name: str, number: int, do: str = "") -> SurfaceStep:
    """One coat of a slip; ``number`` counts the coats of the piece. Source: our words."""
    return SurfaceStep(StepCode.COAT, f"Apply coat {number}: {name}", do, coat=name)


def wet_into_wet(name: str) -> SurfaceStep:
    """A slip trailed into the wet base, for which nothing is waited. Source: common practice."""
    return SurfaceStep(StepCode.COAT, f"Trail {name}", "At once, into the wet base.", coat=name)


def laid(name: str) -> SurfaceStep:
    """A slab of clay laid on the others. Source: our words."""
    return SurfaceStep(StepCode.COAT, f"Lay {name}", "Score and wet what does not hold.", coat=name)


def fill(name: str) -> SurfaceStep:
    """The lines filled once. Source: common practice."""
    return SurfaceStep(StepCode.FILL, f"Fill with {name}", "Over the edge: it sinks.", coat=name)


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


def with_own_times(steps: Iterable[SurfaceStep], own: Mapping[str, OwnTime]) -> list[SurfaceStep]:
    """The same steps with a studio's own times, by the code of the wait, minutes.

    Source: the studio's.
    """
    return [
        replace(step, least_min=own[step.code].least_min, most_min=own[step.code].most_min)
        if step.is_wait and step.code in own
        else step
        for step in steps
    ]


@dataclass(frozen=True)
class OnTheLine:
    """A step on the line of time: from when and until when it may end, minutes after forming."""

    step: SurfaceStep
    earliest_min: int
    latest_min: int

    @property
    def summary(self) -> str:
        """From when until when it ends, in words."""
        earliest, latest = (_about(minutes) for minutes in (self.earliest_min, self.latest_min))
        if earliest == latest:
            return latest
        return f"{earliest.removesuffix(_DAYS)} to {latest}"


_DAYS = " days"


def _about(minutes: int) -> str:
    """A time as it is said: in whole days from two on, before that in hours and minutes."""
    if minutes < 2 * _DAY:
        return in_hours(minutes)
    return f"{round(minutes / _DAY)}{_DAYS}"


def line_of_time(steps: Iterable[SurfaceStep]) -> list[OnTheLine]:
    """When each step ends at the earliest and at the latest, minutes after forming.

    Source: by adding up.
    """
    found, earliest, latest = [], 0, 0
    for step in steps:
        earliest, latest = earliest + step.least_min, latest + step.most_min
        found.append(OnTheLine(step, earliest, latest))
    return found


AT_THE_END = "Open the kiln below about 100 °C, and compare the pieces with the preview."


def as_protocol(steps: Sequence[SurfaceStep]) -> Protocol:
    """The waits as stages that are timed one after the other, each due at its least.

    What is to be done before a wait stands at it, in order. Minutes. Source: common practice.
    """
    stages, work = [], []
    for step in steps:
        if not step.is_wait:
            work.append(f"{step.title}. {step.do}".strip())
            continue
        said = [*work, step.do]
        stages.append(
            ProtocolStage(
                step.title,
                step.least_min,
                " ".join(one for one in said if one),
                step.caution,
                step.least_min,
                step.most_min if step.late else None,
                step.late,
            )
        )
        work = []
    return Protocol("", "Surface", tuple(stages), AT_THE_END, "common practice")
