"""A stack of coats on a body, and the rules of the trade that stand beside each coat.

A rule is a piece of advice with its reason: the person may overrule it with a word. Source: common
practice, from memory, unless said otherwise.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum


class Application(StrEnum):
    """How a coat goes on."""

    BRUSH = "brush"
    POUR = "pour"
    DIP = "dip"
    SPONGE = "sponge"
    TRAIL = "trail"
    LAY = "lay"
    SPRAY = "spray"


class Onto(StrEnum):
    """What state the piece is in when a coat goes on."""

    LEATHER_HARD = "leather_hard"
    BISQUE = "bisque"


class Technique(StrEnum):
    """What is done with the coats once they are on."""

    PLAIN = "plain"
    SCRATCHED = "scratched"
    SPONGED_BACK = "sponged_back"
    JOGGLED = "joggled"
    FEATHERED = "feathered"
    STACKED = "stacked"


DARK_BODY = 50.0
"""A body of less CIELAB lightness shows through a thin coat. Our choice."""

LIGHT_COAT = 80.0
"""A coat of at least so much lightness hides a dark body. Our choice."""

BLACK = 30.0
"""On less lightness a thick clear glaze looks milky. Our choice."""

COATS_UNDER_COLOUR = 2
MOST_SPONGED_LAYERS = 3

MOST_TO_SCRATCH_MM = 1.5
"""Wet slip thicker than this chips where it is scratched. Our choice."""


@dataclass(frozen=True)
class Coat:
    """One slip of the stack, the lowest first. ``thickness_mm`` is of one wet coat.

    ``lightness`` is its fired CIELAB lightness, None where no tile of it was read.
    """

    name: str
    application: Application
    coats: int
    thickness_mm: float
    onto: Onto = Onto.LEATHER_HARD
    lightness: float | None = None

    @property
    def total_mm(self) -> float:
        return self.coats * self.thickness_mm


@dataclass(frozen=True)
class Stack:
    """A body and its coats; ``body_lightness`` fired, None where it was not read.

    ``clear_over`` says that a clear glaze goes over all of it.
    """

    coats: Sequence[Coat]
    technique: Technique = Technique.PLAIN
    body_lightness: float | None = None
    clear_over: bool = False


@dataclass(frozen=True)
class Advice:
    """A rule about one coat (its place from 0): whether the stack keeps it, None if not known."""

    rule: str
    place: int
    keeps: bool | None
    message: str
    reason: str


def _leather_hard(stack: Stack) -> Iterator[Advice]:
    reason = "Body and slip shrink together only while both are still wet."
    if stack.technique is Technique.SPONGED_BACK:
        return
    for place, coat in enumerate(stack.coats):
        keeps = coat.onto is Onto.LEATHER_HARD
        said = "Goes onto leather-hard clay." if keeps else "Raw slip on bisque ware flakes off."
        yield Advice("leather_hard", place, keeps, said, reason)


def _light_under_colour(stack: Stack) -> Iterator[Advice]:
    """Two light coats under the first colour on a dark body."""
    reason = "On dark clay a colour sinks into the body."
    light = 0
    for place, coat in enumerate(stack.coats):
        if coat.lightness is not None and coat.lightness >= LIGHT_COAT:
            light += coat.coats
            continue
        if coat.lightness is not None and coat.lightness < DARK_BODY:
            return
        if stack.body_lightness is None:
            said = "Whether the body is dark is not known: no plain tile of it was read."
            yield Advice("light_under_colour", place, None, said, reason)
        elif stack.body_lightness < DARK_BODY:
            keeps = light >= COATS_UNDER_COLOUR
            under = f"{light} light coat{'' if light == 1 else 's'} under this colour"
            said = f"{under}, as a dark body needs." if keeps else f"{under}: dark clay needs two."
            yield Advice("light_under_colour", place, keeps, said, reason)
        return


def _dark_to_light(stack: Stack) -> Iterator[Advice]:
    """Layers that are sponged back lighten upwards, and are three at most."""
    if stack.technique is not Technique.SPONGED_BACK:
        return
    reason = "Each wipe reveals the darker layer below."
    for place in range(1, len(stack.coats)):
        below, coat = stack.coats[place - 1], stack.coats[place]
        if below.lightness is None or coat.lightness is None:
            said = "Whether it is lighter than the layer below is not known."
            yield Advice("dark_to_light", place, None, said, reason)
        else:
            keeps = coat.lightness > below.lightness
            said = f"{'Lighter' if keeps else 'No lighter'} than the layer below."
            yield Advice("dark_to_light", place, keeps, said, reason)
    if len(stack.coats) > MOST_SPONGED_LAYERS:
        said = f"{len(stack.coats)} layers: three are plenty."
        many = "More layers smear into each other."
        yield Advice("three_layers", len(stack.coats) - 1, False, said, many)


def _shine_gone(stack: Stack) -> Iterator[Advice]:
    for place in range(1, len(stack.coats)):
        said = "Wait until the shine has gone off the coat below, 10 to 60 minutes."
        yield Advice("shine_gone", place, None, said, "A wet coat is torn up by the next.")


def _thin_enough_to_scratch(stack: Stack) -> Iterator[Advice]:
    if stack.technique is not Technique.SCRATCHED or not stack.coats:
        return
    total = sum(coat.total_mm for coat in stack.coats)
    keeps = total <= MOST_TO_SCRATCH_MM
    said = f"{total:.1f} mm of wet slip {'scratches cleanly' if keeps else 'is too thick'}."
    reason = "Thick slip chips at the edge of a line."
    yield Advice("thin_enough", len(stack.coats) - 1, keeps, said, reason)


def _foot_bare(stack: Stack) -> Iterator[Advice]:
    for place, coat in enumerate(stack.coats):
        if coat.application in (Application.DIP, Application.POUR, Application.SPRAY):
            said = "Leave the foot bare, or wax it first."
            yield Advice("foot_bare", place, None, said, "Slip on the foot sticks and spoils it.")


def _thin_clear(stack: Stack) -> Iterator[Advice]:
    if not stack.clear_over or not stack.coats:
        return
    top = stack.coats[-1].lightness
    if top is not None and top < BLACK:
        said = "Keep the clear glaze thin over this dark coat."
        yield Advice("thin_clear", len(stack.coats) - 1, None, said, "Thick clear turns milky.")


RULES: tuple[Callable[[Stack], Iterator[Advice]], ...] = (
    _leather_hard,
    _light_under_colour,
    _dark_to_light,
    _shine_gone,
    _thin_enough_to_scratch,
    _foot_bare,
    _thin_clear,
)
"""Every rule of a stack. To add one is to add a function."""


def cautions_of(stack: Stack) -> list[str]:
    """The codes of the cautions that the work on a stack needs, as of claycore.safety.cautions.

    Source: common practice.
    """
    found = ["dust", "skin"]
    if any(coat.application is Application.SPRAY for coat in stack.coats):
        found.append("spraying")
    if stack.technique in (Technique.SCRATCHED, Technique.SPONGED_BACK):
        found.append("scratching")
    return found


def advise(stack: Stack) -> list[Advice]:
    """What every rule says of every coat, the lowest coat first; what is broken first within it.

    Nothing of slabs of clay, which are no slip: of those only shrinkage counts (judging.fit).
    Lengths in mm, lightness in CIELAB. Raises nothing. Source: as at the head of this file.
    """
    if stack.technique is Technique.STACKED:
        return []
    found = [advice for rule in RULES for advice in rule(stack)]
    order = {False: 0, None: 1, True: 2}
    return sorted(found, key=lambda one: (one.place, order[one.keeps]))
