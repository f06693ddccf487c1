"""What to ask, and to try next, where a colour fades in a hotter firing or under a glaze.

Source: common practice, from memory: possible causes, to be asked of the supplier, never facts.
"""

from dataclasses import dataclass

from claycore.colour.naming import is_hurt_by_zinc, questions_about


@dataclass(frozen=True)
class OnTheColour:
    """The glaze over a colour by name, '' where nobody named it, and whether it contains zinc.

    ``zinc`` is None where nobody said.
    """

    glaze: str
    zinc: bool | None = None

    @property
    def called(self) -> str:
        return self.glaze or "the glaze"


def questions_of_glaze(name: str, on_it: OnTheColour | None) -> tuple[str, ...]:
    """What to ask about the glaze over a stain of this name; nothing where it is unglazed.

    Source: as at the head of this file.
    """
    if on_it is None or on_it.zinc is False or not is_hurt_by_zinc(name):
        return ()
    if on_it.zinc:
        return (
            f"{on_it.called[0].upper()}{on_it.called[1:]} contains zinc, which takes the colour of"
            f" chrome–tin stains: try {name} under a glaze without zinc.",
        )
    return (f"Does {on_it.called} contain zinc? It takes the colour of chrome–tin stains.",)


def questions_of_fading(name: str, on_it: OnTheColour | None, cone: str) -> tuple[str, ...]:
    """What to ask where a stain of this name fades under a glaze, or on the way to ``cone``.

    ``cone`` is '' where it faded under the glaze and not in a hotter firing. Source: as at the head
    of this file.
    """
    hotter = (f"Is cone {cone} too hot for it? Try a cooler cone.",) if cone else ()
    return (*questions_about(name), *questions_of_glaze(name, on_it), *hotter)
