"""What to say of materials that are about to be handled."""

from collections.abc import Iterable, Mapping

from claycore.measure.notices import Notice
from claycore.safety.cautions import CAUTIONS
from claycore.safety.metals import metals_in, suspicion_of


def material_notices(
    names: Iterable[str], known: Mapping[str, Iterable[str]] | None = None
) -> list[Notice]:
    """The caution of every metal that a colourant names, or that is ``known`` of it, by its name.

    A stain that names none is doubted by its colour, once nothing is known of it. Each name once.
    Source: common practice; what a colour may hold is from memory.
    """
    found = []
    for name in dict.fromkeys(names):
        metals = metals_in(name, (known or {}).get(name, ()))
        found += [Notice("named_material", f"{name}: {CAUTIONS[code].text}") for code in metals]
        suspicion = "" if metals else suspicion_of(name)
        if suspicion:
            sheet = "The supplier's safety data sheet decides."
            found.append(Notice("may_contain", f"{name}: {suspicion} {sheet}"))
    return found
