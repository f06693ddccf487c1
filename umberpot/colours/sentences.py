"""What fired colours say, in words."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.changes import ColourChange, ColourEffect
from claycore.colour.equal_tiles import ColourDifference, Disagreement, Visible
from claycore.colour.naming import NameFit
from claycore.colour.series import SeriesReading, SeriesStep
from claycore.colour.shelf_shift import ShelfShift
from claycore.colour.twins import StainMatch, Twins
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import counted, listed, percentage
from umberpot.colours.fired import Conditions, FiredColour

_IN_DIFFERENT_FIRINGS = ", in different firings"
"""After a figure that compares tiles which no firing holds both of."""

_UNDER_GLAZE = {
    ColourEffect.UNCHANGED: "{} changes nothing visible",
    ColourEffect.NOT_DECIDED: "{} may or may not change the colour",
    ColourEffect.FADED: "{} mutes the colour",
    ColourEffect.CLOUDED: "{} clouds the colour",
    ColourEffect.DEEPENED: "{} deepens the colour",
    ColourEffect.CHANGED: "{} changes the colour",
}

_OVER_MANY = {
    ColourEffect.UNCHANGED: "changes nothing visible in {}",
    ColourEffect.NOT_DECIDED: "may or may not change {}",
    ColourEffect.FADED: "mutes {}",
    ColourEffect.CLOUDED: "clouds {}",
    ColourEffect.DEEPENED: "deepens {}",
    ColourEffect.CHANGED: "changes {}",
}

_AFTER_FIRING = {
    ColourEffect.UNCHANGED: "keeps its colour",
    ColourEffect.NOT_DECIDED: "may have changed",
    ColourEffect.FADED: "fades",
    ColourEffect.CLOUDED: "fades",
    ColourEffect.DEEPENED: "gets deeper",
    ColourEffect.CHANGED: "changes",
}


def series(colourant: str, conditions: Conditions, reading: SeriesReading, saves: str) -> str:
    """What a series says, and what stopping there saves."""
    saving = f" Stopping there saves {saves} per kg of dry clay." if saves else ""
    reason = f"{reading.reason[0].lower()}{reading.reason[1:]}"
    return f"{colourant} in {conditions.words}: {reason}{saving}"


def fired_apart(steps: Sequence[SeriesStep]) -> str:
    """Compared strengths that came from different firings; '' where none did."""
    if not steps:
        return ""
    which = "; ".join(f"{percentage(s.from_pct)} and {percentage(s.to_pct)} %" for s in steps)
    return f"{which} came from different firings, which may differ too."


def amount(money: float, currency: str) -> str:
    """An amount of money."""
    return f"{money:.2f} {currency}".strip()


@dataclass(frozen=True)
class Glazed:
    """A mix, by one of its unglazed tiles and one under the glaze, and what that did to it.

    ``fired_apart`` is whether no firing holds tiles with and without the glaze.
    """

    tile: FiredColour
    under: FiredColour
    found: ColourChange
    fired_apart: bool


def not_alike(tiles: Sequence[FiredColour], found: Disagreement) -> str:
    """Tiles made and fired alike that do not agree: which, how far, and what to look at."""
    apart = f"ΔE {found.delta_e:.0f}"
    codes = [one.label for one in tiles]
    together = len({one.firing for one in tiles}) == 1
    alike = "made and fired alike" if together else "made alike, and fired to the same cone"
    if found.odd is None:
        up_to = "" if len(codes) == 2 else "up to "
        check = listed(["labels", "readings"] if together else ["labels", "firings", "readings"])
        return (
            f"{listed(codes)} were {alike}, but lie {up_to}{apart} apart. Check their {check}:"
            " until then they are left out."
        )
    odd = codes.pop(found.odd)
    check = listed(["label", "reading"] if together else ["label", "firing", "reading"])
    return (
        f"{odd} lies {apart} from {listed(codes)}, which were {alike} and agree. Check its {check}:"
        " until then it is left out."
    )


def under_glaze(alike: Sequence[Glazed]) -> str:
    """What a glaze did to a mix, or in the same way to several mixes of one colourant or recipe."""
    first = alike[0]
    did = _UNDER_GLAZE[first.found.effect].format(first.under.conditions.glaze or "the glaze")
    firings = _IN_DIFFERENT_FIRINGS if first.fired_apart else ""
    title = _strengths_of(alike)
    said = f"{title[0].upper()}{title[1:]}: {did}"
    if len(alike) == 1:
        return f"{said}, {first.found.shown}{firings}."
    shared = [word for word in first.found.words if all(word in o.found.words for o in alike)]
    how = f", {', '.join(shared)}" if shared else ""
    return f"{said}{how} ({_span(alike)}{firings})."


def _span(glazed: Sequence[Glazed]) -> str:
    u95 = max(one.found.apart.u95 for one in glazed)
    return f"ΔE {_moved_words(glazed)}, ± {u95:.1f}"


def _strengths_of(alike: Sequence[Glazed]) -> str:
    """A recipe, or one colourant with all its strengths: '6 % Kelp', '3 and 6 % Kelp'."""
    by_title = {one.tile.title: one.tile.pcts for one in alike}
    if len(by_title) == 1:
        return next(iter(by_title))
    (name,) = alike[0].tile.pcts
    pcts = sorted(pcts[name] for pcts in by_title.values())
    return f"{listed([percentage(pct) for pct in pcts])} % {in_a_sentence(name)}"


def glaze_over_many(alike: Sequence[Sequence[Glazed]], compared: int) -> str:
    """What a glaze did in the same way to several colourants, of those ``compared``.

    The one it did most to comes first, each with how far it moved.
    """
    every = [one for strengths in alike for one in strengths]
    glaze = every[0].under.conditions.glaze or "the glaze"
    did = _OVER_MANY[every[0].found.effect].format(f"{len(alike)} of {compared} colours")
    firings = _IN_DIFFERENT_FIRINGS if every[0].fired_apart else ""
    moved = sorted(alike, key=lambda strengths: -_moved(strengths)[-1])
    names = [
        f"{_strengths_of(one)} ({'' if place else 'ΔE '}{_moved_words(one)})"
        for place, one in enumerate(moved)
    ]
    u95 = max(one.found.apart.u95 for one in every)
    return f"{glaze[0].upper()}{glaze[1:]} {did}: {listed(names)}, ± {u95:.1f}{firings}."


def _moved(glazed: Sequence[Glazed]) -> list[float]:
    return sorted(one.found.apart.delta_e for one in glazed)


def _moved_words(glazed: Sequence[Glazed]) -> str:
    moved = _moved(glazed)
    return f"{moved[0]:.1f}" if len(moved) == 1 else f"{moved[0]:.1f} to {moved[-1]:.1f}"


_BETWEEN = {
    Visible.SAME: "look the same",
    Visible.DIFFERENT: "look different",
    Visible.NOT_DECIDED: "may or may not look different",
}


def between_glazes(
    tile: FiredColour, one: str, other: str, found: ColourDifference, fired_apart: bool
) -> str:
    """Whether a mix looks different under two glazes."""
    firings = _IN_DIFFERENT_FIRINGS if fired_apart else ""
    figure = f"ΔE {found.delta_e:.1f} ± {found.u95:.1f}{firings}"
    title = f"{tile.title[0].upper()}{tile.title[1:]}"
    return f"{title} under {one} and under {other}: they {_BETWEEN[found.visible]} ({figure})."


def after_firing(before: FiredColour, after: FiredColour, found: ColourChange) -> str:
    """What the next firing did to one mix."""
    where = f"from {before.conditions.heat} to {after.conditions.heat}"
    return f"{before.title} {_AFTER_FIRING[found.effect]} {where}: {found.shown}."


def twins(pair: Twins, currency: str) -> str:
    """Two stains that look the same, and which costs less."""
    figure = f"ΔE {pair.apart.delta_e:.1f} ± {pair.apart.u95:.1f}"
    firings = "" if pair.shared_a_firing else _IN_DIFFERENT_FIRINGS
    said = f"{pair.one.name} and {pair.other.name} look the same ({figure}{firings})."
    if pair.cheaper is None:
        return said
    less = amount(pair.saves_per_kg, currency)
    return f"{said} {pair.cheaper.name} costs {less} less per kg of dry clay."


def comparisons(match: StainMatch) -> str:
    """In how many comparisons of their tiles two stains look the same; '' where there is one."""
    if match.compared == 1:
        return ""
    if match.same == match.compared:
        every = "both" if match.compared == 2 else f"all {match.compared}"
        return f"The same in {every} comparisons of their tiles."
    return f"Certainly the same in {match.same} of {match.compared} comparisons of their tiles."


def name_does_not_fit(colourant: str, conditions: Conditions, found: NameFit) -> str:
    """A stain that fires another colour than its name says."""
    return f"{colourant} is called {found.word}, and fires {found.fires} in {conditions.words}."


def lighter_shelf(shift: ShelfShift) -> str:
    """Equal tiles that are lighter on one kiln shelf than on another."""
    sets = counted(shift.sets, "set")
    return (
        f"Tiles from shelf {shift.lighter + 1} are lighter than their equals on shelf"
        f" {shift.darker + 1}, by {shift.by:.1f} ± {shift.u95:.1f} of lightness ({sets})."
    )
