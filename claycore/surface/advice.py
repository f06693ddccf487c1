"""The rules of the trade that stand beside each coat; a technique says which of them are its own.

A rule is a piece of advice with its reason: the person may overrule it with a word. Source: common
practice, from memory, unless said otherwise; the figures are our choice.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.formatting import counted, plain
from claycore.surface.coats import (
    BLACK,
    DARK_BODY,
    LIGHT_COAT,
    Application,
    Clear,
    ClearOn,
    CoatStack,
    Onto,
    SlipKind,
)
from claycore.surface.fused import GlazeLook

COATS_UNDER_COLOUR = 2
MOST_LAYERS = 4
"""Layers that are sponged back: a dark ground and three over it."""

MOST_TO_SCRATCH_MM = 1.5
"""A single wet coat thicker than this chips where it is scratched."""

COMFORTABLE_POINTS, MOST_POINTS = 1.0, 2.0
"""Points of total shrinkage that slip and body may lie apart: comfortably, and with care."""


class RuleCode(StrEnum):
    """Every rule of a surface; a plan that overrules one names it."""

    LEATHER_HARD = "leather_hard"
    WET_INTO_WET = "wet_into_wet"
    LIGHT_UNDER_COLOUR = "light_under_colour"
    DARK_TO_LIGHT = "dark_to_light"
    THREE_LAYERS = "three_layers"
    THIN_ENOUGH = "thin_enough"
    FOOT_BARE = "foot_bare"
    THIN_CLEAR = "thin_clear"
    FIT = "fit"
    ONCE_FIRED = "once_fired"
    HIDES = "hides"


@dataclass(frozen=True)
class Advice:
    """A rule about one coat (its place from 0; -1 with no coat): whether the stack keeps it.

    ``keeps`` is None where that is not known, or where two ways are open: then it is a note.
    """

    rule: RuleCode
    place: int
    keeps: bool | None
    message: str
    reason: str


Rule = Callable[[CoatStack], Iterator[Advice]]


def holds(stack: CoatStack) -> Iterator[Advice]:
    """Raw slip holds to clay that still shrinks; on bisque ware it flakes off.

    Source: common practice, from memory.
    """
    reason = "Body and slip shrink together only while both are still wet."
    for place, coat in enumerate(stack.coats):
        on_bisque = coat.onto is Onto.BISQUE
        if coat.kind is not SlipKind.RAW:
            said = "Made to hold on bisque ware." if on_bisque else "Holds on clay and on bisque."
            yield Advice(RuleCode.LEATHER_HARD, place, True, said, "It fuses on in the firing.")
        elif on_bisque:
            said = (
                "Raw clay slip flakes off bisque ware: take a vitreous slip or an underglaze, or"
                " put it on leather-hard clay."
            )
            yield Advice(RuleCode.LEATHER_HARD, place, False, said, reason)
        else:
            soft = coat.onto is Onto.SOFT_SLAB
            said = "Goes onto a soft slab." if soft else "Applied to leather-hard clay."
            yield Advice(RuleCode.LEATHER_HARD, place, True, said, reason)


def wet_into_wet(stack: CoatStack) -> Iterator[Advice]:
    """What is tilted or combed is two slips at least, on a soft slab, all of it wet at once.

    Source: common practice, from memory.
    """
    reason = "Slips run into each other only while all of them are wet."
    for place, coat in enumerate(stack.coats):
        if coat.onto is Onto.BISQUE:
            said = "Bisque ware drinks the water at once: nothing runs. Take a soft slab."
            yield Advice(RuleCode.WET_INTO_WET, place, False, said, reason)
        elif coat.onto is Onto.LEATHER_HARD and place == 0:
            said = "Leather-hard clay draws the water out soon. A soft slab leaves more time."
            yield Advice(RuleCode.WET_INTO_WET, place, None, said, reason)
    if len(stack.coats) == 1:
        said = "One slip alone shows no pattern: trail another into it."
        yield Advice(RuleCode.WET_INTO_WET, 0, False, said, "Only slips that differ show lines.")


def light_under_colour(stack: CoatStack) -> Iterator[Advice]:
    """Two light coats under the first colour on a dark body; straight on is another school.

    Source: common practice, from memory.
    """
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
            yield Advice(RuleCode.LIGHT_UNDER_COLOUR, place, None, said, reason)
        elif stack.body_lightness < DARK_BODY:
            yield _under_colour(place, light, reason)
        return


def _under_colour(place: int, light: int, reason: str) -> Advice:
    under = f"{counted(light, 'light coat')} under this colour"
    if light >= COATS_UNDER_COLOUR:
        said = f"{under}, as a dark body needs."
        return Advice(RuleCode.LIGHT_UNDER_COLOUR, place, True, said, reason)
    if light:
        said = f"{under}: two keep the colour on dark clay."
    else:
        said = "Some lay it straight onto dark clay, for a darker colour. Two light coats save it."
    return Advice(RuleCode.LIGHT_UNDER_COLOUR, place, None, said, reason)


def dark_to_light(stack: CoatStack) -> Iterator[Advice]:
    """Layers that are sponged back lighten upwards.

    Source: common practice, from memory.
    """
    reason = "Each wipe reveals the darker layer below."
    for place in range(1, len(stack.coats)):
        below, coat = stack.coats[place - 1], stack.coats[place]
        if below.lightness is None or coat.lightness is None:
            said = "Whether it is lighter than the layer below is not known."
            yield Advice(RuleCode.DARK_TO_LIGHT, place, None, said, reason)
        else:
            keeps = coat.lightness > below.lightness
            said = f"{'Lighter' if keeps else 'No lighter'} than the layer below."
            yield Advice(RuleCode.DARK_TO_LIGHT, place, keeps, said, reason)


def three_layers(stack: CoatStack) -> Iterator[Advice]:
    """A dark ground and three layers over it are the usual.

    Source: common practice, from memory.
    """
    if len(stack.coats) > MOST_LAYERS:
        said = f"{len(stack.coats)} layers: a ground and three over it are plenty."
        many = "More layers smear into each other."
        yield Advice(RuleCode.THREE_LAYERS, len(stack.coats) - 1, False, said, many)


def thin_enough(stack: CoatStack) -> Iterator[Advice]:
    """No single wet coat is thick; coats that have dried do not add up as wet thickness.

    Source: common practice, from memory.
    """
    reason = "Thick slip chips at the edge of a line."
    thick = [n for n, coat in enumerate(stack.coats) if coat.thickness_mm > MOST_TO_SCRATCH_MM]
    for place in thick:
        said = f"{plain(stack.coats[place].thickness_mm)} mm in one wet coat is too thick."
        yield Advice(RuleCode.THIN_ENOUGH, place, False, said, reason)
    if stack.coats and not thick:
        total = plain(sum(coat.coats * coat.thickness_mm for coat in stack.coats))
        said = f"{total} mm wet in total, never wet at once: scratches cleanly."
        yield Advice(RuleCode.THIN_ENOUGH, len(stack.coats) - 1, True, said, reason)


def foot_bare(stack: CoatStack) -> Iterator[Advice]:
    """What is dipped, poured or sprayed runs onto the foot; a soft slab has none yet.

    Source: common practice, from memory.
    """
    for place, coat in enumerate(stack.coats):
        runs = coat.application in (Application.DIP, Application.POUR, Application.SPRAY)
        if runs and coat.onto is not Onto.SOFT_SLAB:
            said = "Leave the foot bare, or wax it first."
            reason = "Slip on the foot sticks and spoils it."
            yield Advice(RuleCode.FOOT_BARE, place, None, said, reason)


@dataclass(frozen=True)
class VisibleSurface:
    """A surface that stays visible: what it is of, and its fired lightness, None if not known."""

    name: str
    lightness: float | None


def top_coat(stack: CoatStack) -> list[VisibleSurface]:
    """What one sees of coats that cover each other. Source: by looking from above."""
    return [VisibleSurface(coat.name, coat.lightness) for coat in stack.coats[-1:]]


def every_coat(stack: CoatStack) -> list[VisibleSurface]:
    """What one sees where all coats show side by side. Source: as of the technique."""
    return [VisibleSurface(coat.name, coat.lightness) for coat in stack.coats]


def with_the_body(stack: CoatStack) -> list[VisibleSurface]:
    """What one sees where the body shows beside the top coat. Source: as of the technique."""
    return [VisibleSurface("the body", stack.body_lightness), *top_coat(stack)]


def body_and_coats(stack: CoatStack) -> list[VisibleSurface]:
    """What one sees where the body and every coat show. Source: as of the technique."""
    return [VisibleSurface("the body", stack.body_lightness), *every_coat(stack)]


def thin_clear(seen: Callable[[CoatStack], list[VisibleSurface]]) -> Rule:
    """The clear glaze is thin over every dark surface that stays visible.

    Source: common practice, from memory.
    """

    def rule(stack: CoatStack) -> Iterator[Advice]:
        dark = [one for one in seen(stack) if one.lightness is not None and one.lightness < BLACK]
        if not stack.is_glazed or stack.glaze_look is not GlazeLook.CLEAR:
            yield from _hides(stack)
            return
        if not dark:
            return
        names = " and ".join(dict.fromkeys(one.name for one in dark))
        reason = "Thick clear turns milky over black and dark clay."
        if stack.clear is Clear.THIN:
            said = f"The clear is thin over {names}: it stays clear."
            yield Advice(RuleCode.THIN_CLEAR, len(stack.coats) - 1, True, said, reason)
        else:
            where = "" if stack.clear_on is ClearOn.ALL else ", wherever it goes over it"
            said = f"Keep the clear thin over {names}{where}: thick, it turns milky there."
            yield Advice(RuleCode.THIN_CLEAR, len(stack.coats) - 1, False, said, reason)

    return rule


def _hides(stack: CoatStack) -> Iterator[Advice]:
    """A white or coloured glaze hides what is under it, more where it is thicker.

    Source: common practice, from memory.
    """
    if not stack.is_glazed:
        return
    looks = "white or opaque" if stack.glaze_look is GlazeLook.WHITE else "coloured"
    said = (
        f"The glaze is {looks}: it changes or hides what is under it. Fire a tile with the glaze as"
        " thick as on the piece."
    )
    reason = "Over iron a white glaze breaks from grey to brown where it is thin."
    yield Advice(RuleCode.HIDES, len(stack.coats) - 1, None, said, reason)


@dataclass(frozen=True)
class FitWords:
    """What happens where a slip, or a clay, shrinks ``more`` or ``less`` than what it lies on."""

    more: str
    less: str
    also: str = ""


OF_A_COAT = FitWords("crazes and flakes", "shells off")
OF_AN_INLAY = FitWords("pulls away from the edges of the line", "stands proud or pops out")
OF_A_JOINT = FitWords(
    "parts or cracks at the joints",
    "parts or cracks at the joints",
    " Joints part where they dry at different speed: dry slowly.",
)


def fit(words: FitWords) -> Rule:
    """Slip and body shrink alike, within a point or two. Nothing where one is not measured.

    Source: common practice, from memory.
    """

    def rule(stack: CoatStack) -> Iterator[Advice]:
        known = [stack.shrinkages.get(coat.name) for coat in stack.coats]
        ground = stack.body_shrinkage_pct
        if ground is None and words is OF_A_JOINT:
            ground = next((one for one in known if one is not None), None)
        for place, guest in enumerate(known):
            if guest is not None and ground is not None:
                yield _fits(place, guest - ground, words)

    return rule


def _fits(place: int, apart: float, words: FitWords) -> Advice:
    reason = "What shrinks differently pulls at what it lies on."
    points = f"{plain(abs(apart), 1)} points of shrinkage apart"
    if abs(apart) <= COMFORTABLE_POINTS:
        return Advice(RuleCode.FIT, place, True, f"{points}: fits.{words.also}", reason)
    way, danger = ("more", words.more) if apart > 0 else ("less", words.less)
    tells = f"{points}: it shrinks {way} and {danger}"
    if abs(apart) <= MOST_POINTS:
        return Advice(RuleCode.FIT, place, None, f"{tells}, unless dried slowly.", reason)
    return Advice(RuleCode.FIT, place, False, f"{tells}. Bring them within 1–2 points.", reason)


def once_fired(stack: CoatStack) -> Iterator[Advice]:
    """A raw piece that is glazed and fired once.

    Source: common practice, from memory.
    """
    if not (stack.once_fired and stack.is_glazed):
        return
    said = (
        "Glazed raw and fired once: fully dry, slowly to 600 °C, with air to 900 °C. Damp or"
        " hurried it bursts, and gas that leaves late makes pinholes."
    )
    whole = stack.clear_on is ClearOn.ALL
    more = " Many bisque first." if whole else " Where part stays bare, gas leaves there."
    reason = "Water and gas have to leave before the glaze seals."
    yield Advice(RuleCode.ONCE_FIRED, len(stack.coats) - 1, None, said + more, reason)
