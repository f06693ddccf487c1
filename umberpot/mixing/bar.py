"""The mix bar: a mix as lengths that are its dry masses."""

from dataclasses import dataclass

from umberpot.mixing.models import Mix, MixPart, dry_clay_of


@dataclass(frozen=True)
class Segment:
    """One length of a mix bar: a name, its grams, and its percent of the bar."""

    name: str
    grams: float
    share_pct: float
    is_clay: bool


def segments_of(
    clay_name: str, clay_g: float, colourants: list[tuple[str, float]]
) -> list[Segment]:
    """The mix bar's lengths: dry masses, the clay first."""
    total = clay_g + sum(grams for _, grams in colourants)
    rows = [Segment(clay_name, clay_g, 100 * clay_g / total, True)]
    return rows + [Segment(name, g, 100 * g / total, False) for name, g in colourants if g > 0]


def bar_of(parts: list[MixPart], mix: Mix) -> list[Segment]:
    """The mix bar of a kept mix: what was weighed, or is wanted while it is not."""
    for part in parts:
        part.mix = mix
    colourants = [p for p in parts if p.role == MixPart.COLOURANT]
    return segments_of(
        parts[0].name,
        dry_clay_of(parts),
        [(p.name, p.weighed_g or p.target_g) for p in colourants],
    )
