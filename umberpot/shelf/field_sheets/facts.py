"""What a field sheet says of a clay, in a few words for its page."""

from claycore.measure.formatting import plain
from claycore.testing.field_notes import (
    ACIDS,
    COILS,
    THROWING_SCALES,
    THROWS,
    TWISTS,
    layer_shares,
    yield_of,
)
from umberpot.shelf.models import FieldSheet


def sheet_facts(sheet: FieldSheet | None) -> list[tuple[str, str]]:
    """Pairs of what was looked at and what was found, of what was looked at only."""
    if sheet is None:
        return []
    smooth = sheet.smooth_pct
    layers = layer_shares(sheet.notes)
    facts = [
        ("Raw colour", sheet.raw_colour),
        (
            "Smooth to sandy",
            f"{plain(smooth, 0)} : {plain(100 - smooth, 0)}" if smooth is not None else "",
        ),
        ("Coil", COILS.get(sheet.coil, "")),
        ("Twist", TWISTS.get(sheet.twist, "")),
        ("Acid test", ACIDS.get(sheet.acid, "")),
        ("Throwing test", THROWS.get(sheet.throws, "")),
        (
            "Settling jar",
            ", ".join(f"{name} {plain(pct, 0)} %" for name, pct in layers.items())
            if layers
            else "",
        ),
        ("Yield, % of dug weight", _yield(sheet)),
        *(
            (question, f"{sheet.notes.ratings[scale]} of 5")
            for scale, (question, _, _) in THROWING_SCALES.items()
            if scale in sheet.notes.ratings
        ),
        ("Permission to dig", sheet.get_leave_display() if sheet.leave else ""),
    ]
    return [(what, found) for what, found in facts if found]


def _yield(sheet: FieldSheet) -> str:
    if not sheet.dug_g or not sheet.dried_g:
        return ""
    return f"{plain(yield_of(sheet.dug_g, sheet.dried_g, sheet.water_l).pct, 0)} %"
