"""What to say of materials that are about to be handled."""

from collections.abc import Iterable, Mapping, Sequence

from claycore.measure.notices import Notice
from claycore.safety.cautions import FOLLOW_THE_SHEET
from claycore.safety.metals import METALS, Metal, metals_in, suspicion_of


def material_notices(
    names: Iterable[str], known: Mapping[str, Iterable[str]] | None = None
) -> list[Notice]:
    """One notice a colourant, with every metal that it names or that is ``known`` of it.

    A stain that names none is doubted by its colour, once nothing is known of it. Each name once.
    Source: common practice; what a colour may hold is from memory.
    """
    found = []
    for name in dict.fromkeys(names):
        metals = [METALS[code] for code in metals_in(name, (known or {}).get(name, ()))]
        suspicion = "" if metals else suspicion_of(name)
        if metals:
            found.append(Notice("named_material", _contains(name, metals)))
        if suspicion:
            sheet = "The supplier's safety data sheet decides."
            found.append(Notice("may_contain", f"{name}: {suspicion} {sheet}"))
    return found


def _contains(name: str, metals: Sequence[Metal]) -> str:
    """What a material holds and what each of it does, in one sentence; and who decides."""
    harms = [(metal.title.lower(), _inside_a_sentence(metal.harm)) for metal in metals]
    if len(harms) == 1:
        ((title, harm),) = harms
        said = f"is {harm}" if name.lower() == title else f"contains {title}: {harm}"
        return f"{name} {said}. {FOLLOW_THE_SHEET}"
    *first, last = (f"{title} ({harm})" for title, harm in harms)
    return f"{name} contains {', '.join(first)} and {last}. {FOLLOW_THE_SHEET}"


def _inside_a_sentence(harm: str) -> str:
    return harm[0].lower() + harm[1:].rstrip(".")
