"""What can be remarked on a fired surface, beside what is remarked on a bar's body."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from enum import StrEnum


class SurfaceCode(StrEnum):
    """One thing seen on a fired surface."""

    MATT = "matt"
    SATIN = "satin"
    GLOSSY = "glossy"
    EVEN = "even"
    SPECKLED = "speckled"
    STREAKED = "streaked"
    CLOUDY = "cloudy"
    PINHOLED = "pinholed"
    CRAWLED = "crawled"
    CRAZED = "crazed"


@dataclass(frozen=True)
class SurfaceGroup:
    """Things to choose from; only one of them can be so where they are ``exclusive``.

    Those ``of_glaze`` are not seen on a bare surface.
    """

    title: str
    codes: Sequence[SurfaceCode]
    exclusive: bool = False
    of_glaze: bool = False


SURFACE_GROUPS: tuple[SurfaceGroup, ...] = (
    SurfaceGroup("Sheen", (SurfaceCode.MATT, SurfaceCode.SATIN, SurfaceCode.GLOSSY), True),
    SurfaceGroup("Colour", (SurfaceCode.EVEN, SurfaceCode.SPECKLED, SurfaceCode.STREAKED)),
    SurfaceGroup(
        "Glaze faults",
        (SurfaceCode.CLOUDY, SurfaceCode.PINHOLED, SurfaceCode.CRAWLED, SurfaceCode.CRAZED),
        of_glaze=True,
    ),
)
"""The set list, group by group. Source: common practice."""

SURFACE_REMARKS: dict[str, str] = {
    code: code.value for group in SURFACE_GROUPS for code in group.codes
}
"""Every remark's words by its code."""


def contradiction(codes: Collection[str]) -> str:
    """What cannot be so of one surface at once, as a sentence; '' where nothing is wrong.

    Source: common practice.
    """
    for group in SURFACE_GROUPS:
        chosen = [code.value for code in group.codes if code in codes]
        if group.exclusive and len(chosen) > 1:
            return f"A surface is not {' and '.join(chosen)} at once. Choose one."
    if SurfaceCode.EVEN in codes and {SurfaceCode.SPECKLED, SurfaceCode.STREAKED} & set(codes):
        return "A colour that is speckled or streaked is not even. Choose one."
    return ""
