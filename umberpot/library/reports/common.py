"""What several reports say alike: findings, colours, cautions, methods."""

from collections.abc import Iterable
from datetime import datetime

from django.utils import timezone

from claycore.measure.formatting import with_u95
from claycore.measure.uncertainty import Estimate
from umberpot.library.models import Finding
from umberpot.shelf.models import Material
from umberpot.tiles.models import Tile
from umberpot.ui.reports.blocks import ReportSection, ReportSwatch, Text

METHODS = (
    "Shrinkage as ASTM C326 defines it and absorption as ASTM C373 does. ± is about 95 % (JCGM"
    " 100:2008). Colours are CIELAB under D65; differences are CIEDE2000. A swatch on a screen or"
    " on paper shows the colour only about as well as that screen or printer does."
)
NOT_FOOD_SAFE = (
    "Nothing in this report shows that ware is food-safe. Only an accredited laboratory and local"
    " law can decide that."
)


def day(when: datetime) -> str:
    """A moment as its day, where the studio is."""
    return f"{timezone.localtime(when):%-d %B %Y}"


def figure_text(estimate: Estimate | None) -> str:
    """A figure with its ±; a dash where there is none."""
    return with_u95(estimate.value, estimate.u95) if estimate else "–"


def findings(rows: Iterable[Finding]) -> ReportSection:
    """What was concluded, and what superseded it stands for itself."""
    return ReportSection(
        "Findings",
        [
            Text(f"{one.sentence} ({one.made_by}, {day(one.made_at)})")
            for one in rows
            if not hasattr(one, "superseded_by")
        ],
    )


def swatch_of(tile: Tile, lab_hex: str, summary: str) -> ReportSwatch:
    """A tile's fired colour."""
    return ReportSwatch(lab_hex, tile.code, summary)


def cautions(materials: Iterable[Material]) -> ReportSection:
    """What can hurt someone of these materials, each thing once."""
    known = dict.fromkeys(caution for material in materials for caution in material.cautions)
    return ReportSection("Cautions", [Text(one.text, lead=one.title) for one in known])


def methods(*more: str) -> ReportSection:
    """How the figures were got, and what they do not say."""
    return ReportSection(
        "Methods", [Text(line, small=True) for line in (*more, METHODS, NOT_FOOD_SAFE)]
    )
