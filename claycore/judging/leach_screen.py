"""Overnight acid test on a glaze: a screen that can fail ware, and never passes it.

Source: common practice; no standard is behind it. What a laboratory does is ASTM C738 or
ISO 6486, not checked against the standards.
"""

from collections.abc import Collection

from claycore.colour.difference import SAME_UNLESS_TOUCHING, ciede2000
from claycore.colour.notation import Lab
from claycore.judging.ware import Leach
from claycore.testing.protocols import protocol

VISIBLE_DELTA_E = SAME_UNLESS_TOUCHING
"""Two halves of one piece that lie further apart have changed, whoever looked. CIEDE2000."""

_WORST_FIRST = (
    Leach.LABORATORY_FAIL,
    Leach.SCREEN_CHANGED,
    Leach.LABORATORY_PASS,
    Leach.SCREEN_NOT_SURE,
    Leach.SCREEN_UNCHANGED,
    Leach.SCREEN_TOO_SHORT,
    Leach.NONE,
)

LEAST_HOURS = protocol("leach_screen").stages[0].least / 60
"""A screen takes a night: what its timer asks for at least."""


def has_changed(seen: bool, before: Lab | None, after: Lab | None) -> bool:
    """Whether acid changed a surface: seen by eye, or read in its colours.

    What was read counts even where nothing was seen. Source: our choice: the worse of the two.
    """
    read = before is not None and after is not None and ciede2000(before, after) > VISIBLE_DELTA_E
    return seen or read


def of_screen(changed: bool, sure: bool, hours: float) -> Leach:
    """What one screen came to: a change fails at any time, nothing else counts before the night.

    ``hours`` it stood in the acid. Source: common practice.
    """
    if changed:
        return Leach.SCREEN_CHANGED
    if hours < LEAST_HOURS:
        return Leach.SCREEN_TOO_SHORT
    return Leach.SCREEN_UNCHANGED if sure else Leach.SCREEN_NOT_SURE


def of_all_tests(tests: Collection[Leach]) -> Leach:
    """What several tests of release come to: the worst of them.

    A laboratory's pass outweighs a screen that showed nothing, never one that showed something.
    Source: our choice: a visible change is a fail.
    """
    return next((one for one in _WORST_FIRST if one in tests), Leach.NONE)
