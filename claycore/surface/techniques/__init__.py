"""Every technique of a surface: one file, one entry. To add one, see Technique.

Source: common practice, from memory.
"""

from collections.abc import Sequence
from importlib import import_module

from claycore.surface.advice import Advice
from claycore.surface.coats import Application, CoatStack, Technique
from claycore.surface.steps import SurfaceStep
from claycore.surface.techniques.entry import TechniqueEntry

TECHNIQUES: dict[Technique, TechniqueEntry] = {
    technique: import_module(f"{__name__}.{technique}").TECHNIQUE for technique in Technique
}
"""Every technique, in the order of the enum: each has a file of its name, with its entry."""


def choices() -> list[tuple[str, str]]:
    """Every technique's code and title, as a column of the database offers them.

    Source: the entries of TECHNIQUES.
    """
    return [(entry.code.value, entry.title) for entry in TECHNIQUES.values()]


def steps_of(stack: CoatStack) -> list[SurfaceStep]:
    """All steps of a stack in order, from the formed piece to its last firing.

    Minutes. Source: the technique's entry.
    """
    return TECHNIQUES[stack.technique].steps(stack)


def advise(stack: CoatStack) -> list[Advice]:
    """What the technique's rules say of every coat, the lowest first; what is broken first in it.

    Lengths in mm, lightness in CIELAB, shrinkage in percent. Raises nothing. Source: the
    technique's entry.
    """
    rules = TECHNIQUES[stack.technique].rules
    found = [advice for rule in rules for advice in rule(stack)]
    order = {False: 0, None: 1, True: 2}
    return sorted(found, key=lambda one: (one.place, order[one.keeps]))


def covers_pct(stack: CoatStack, place: int) -> float:
    """The share of the face that the coat at a place covers: its own, else the technique's usual.

    Percent. Source: the plan, else the technique's entry.
    """
    own = stack.coats[place].covers_pct
    usual = TECHNIQUES[stack.technique].covers(place, len(stack.coats))
    return usual if own is None else own


def cautions_of(stack: CoatStack) -> Sequence[str]:
    """The codes of the cautions that the work on a stack needs, as of claycore.safety.cautions.

    Source: common practice.
    """
    sprayed = any(coat.application is Application.SPRAY for coat in stack.coats)
    own = TECHNIQUES[stack.technique].cautions
    return ["dust", "skin", *(["spraying"] if sprayed else []), *own]
