"""The clay's bar drawn at each cone: as long as it is by then, in the colour that it fires to."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.measure.formatting import plain
from claycore.testing.results import ClayResults

WET_LENGTH = 100.0
"""The marked line of a wet bar, in units of the drawing."""


@dataclass(frozen=True)
class DrawnBar:
    """A bar by then: what it is, its length in percent of the wet one, its colour and its words.

    ``colour`` is None where nobody read one, ``length`` that of the wet bar where it was not
    measured.
    """

    title: str
    length: float
    colour: Lab | None
    summary: str


def bars_drawn(results: ClayResults, colours: Mapping[str, Lab]) -> Sequence[DrawnBar]:
    """The bone-dry bar and that of every cone that was tested, coolest first.

    ``colours`` are what the clay alone fires to, by cone.
    """
    drawn = []
    if results.drying:
        dry = WET_LENGTH - results.drying.value
        drawn.append(DrawnBar("bone dry", dry, None, f"shrinks {plain(results.drying.value, 1)} %"))
    for at in results.cones:
        length, summary = WET_LENGTH, "not measured"
        if at.total:
            length, summary = WET_LENGTH - at.total.value, f"shrinks {plain(at.total.value, 1)} %"
        drawn.append(DrawnBar(f"cone {at.cone}", length, colours.get(at.cone), summary))
    return drawn
