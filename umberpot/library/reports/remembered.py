"""What was written down about a thing and photographed of it, as a report tells it."""

import io
from collections.abc import Iterable

from django.core.exceptions import ValidationError
from django.db.models import Q

from umberpot.colours.models import Photograph
from umberpot.library.models import Note
from umberpot.library.reports import common
from umberpot.shelf.models import Material, Photo
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial
from umberpot.ui.pictures import IN_A_REPORT, as_jpeg
from umberpot.ui.reports.blocks import Block, Photographs, ReportPhotograph, ReportSection, Text

MOST_PHOTOGRAPHS = 6
"""The newest so many; of all others their words stand."""

AS_TAKEN = "As taken. The colours were measured after correcting the light."

MOST_MEASURED = 2
"""Photographs that colours were read from: the newest so many."""

Kept = tuple[bytes, str]
"""A photograph as it is kept, and what is said of it."""


def of_thing(studio: Studio, about: Q) -> ReportSection:
    """The notes that ``about`` leads to, the newest of those with a photograph as photographs."""
    rows = Note.objects.of(studio).filter(about, withdrawn_at=None)
    newest_first = rows.select_related("made_by", "tile")
    pictured = list(newest_first.exclude(image=None)[:MOST_PHOTOGRAPHS])
    others = newest_first.exclude(pk__in=[note.pk for note in pictured]).defer("image")
    said = [Text(_with_hand(note)) for note in others if note.words]
    shown = [(bytes(note.image or b""), _with_hand(note)) for note in pictured]
    return ReportSection("Notes and photographs", [*said, *_photographs(shown)])


def of_trial(studio: Studio, trial: Trial) -> ReportSection:
    """The notes on a trial and its tiles, and the photographs that colours were read from."""
    notes = of_thing(studio, Q(trial=trial) | Q(tile__trial=trial))
    newest = Photograph.objects.of(studio).filter(trial=trial).prefetch_related("rings__tile")
    shown = [(bytes(one.image), _which_tiles(one)) for one in newest[:MOST_MEASURED]]
    return ReportSection(notes.title, [*notes.blocks, *_photographs(shown)])


def _which_tiles(photograph: Photograph) -> str:
    """The codes from left to right, the day, and why its colours are not those of the swatches."""
    rings = sorted(photograph.rings.all(), key=lambda ring: ring.x)
    codes = dict.fromkeys(ring.tile.code for ring in rings if ring.tile)
    of_day = ", ".join([*codes, common.day(photograph.made_at)])
    return f"{of_day}. {AS_TAKEN}"


def of_clay(studio: Studio, clay: Material) -> ReportSection:
    """The notes on a clay, and the photographs of its field sheet."""
    notes = of_thing(studio, Q(material=clay))
    newest = Photo.objects.of(studio).filter(material=clay).order_by("-made_at", "-pk")
    shown = [
        (bytes(photo.image), f"{photo.caption} ({common.day(photo.made_at)})".strip())
        for photo in newest[:MOST_PHOTOGRAPHS]
    ]
    return ReportSection(notes.title, [*notes.blocks, *_photographs(shown)])


def _with_hand(note: Note) -> str:
    said = ": ".join(part for part in (note.tile and note.tile.code, note.words) if part)
    return f"{said} ({note.made_by}, {common.day(note.made_at)})".strip()


def _photographs(kept: Iterable[Kept]) -> list[Block]:
    """Small enough to go along in the file.

    What came with an archive may be no picture: what is said of it then stands alone.
    """
    shown, said = [], []
    for jpeg, summary in kept:
        try:
            shown.append(
                ReportPhotograph(as_jpeg(io.BytesIO(jpeg), len(jpeg), IN_A_REPORT), summary)
            )
        except ValidationError:
            said.append(Text(summary))
    return [*said, *([Photographs(shown)] if shown else [])]
