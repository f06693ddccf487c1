"""The page instead of one that failed because of what stands in the data file."""

from collections.abc import Iterator
from dataclasses import dataclass
from types import TracebackType

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from umberpot.studio.models import Studio, StudioOwned
from umberpot.transfer.archive.damaged import wrong_in

UNNAMED = "without a name"


@dataclass(frozen=True)
class UnreadableRow:
    """A row that a page met and could not read, in words, and what of it cannot be right."""

    kind: str
    name: str
    field: str
    key: int


def of_damaged_rows(request: HttpRequest, failed: BaseException) -> HttpResponse | None:
    """Names the rows of the studio that cannot be right; None where no row is to blame."""
    membership = getattr(request, "membership", None)
    if membership is None:
        return None
    studio = membership.studio
    found = {(row._meta.label, row.pk): row for row in _rows_at_hand(failed, studio)}
    damaged = [_in_words(row, wrong) for row in found.values() if (wrong := wrong_in(row))]
    if not damaged:
        return None
    shown = {"damaged": damaged, "decides": membership.decides}
    return render(request, "transfer/archive/damaged.html", shown, status=500)


def _rows_at_hand(failed: BaseException, studio: Studio) -> Iterator[StudioOwned]:
    """The rows of the studio that were being read when something failed, the last first.

    Whatever computes with a row is called by something that holds it, so the frames of the
    traceback know which one it was; to look through the whole data file would take minutes.
    """
    at: TracebackType | None = failed.__traceback__
    frames = []
    while at is not None:
        frames.append(at.tb_frame)
        at = at.tb_next
    for frame in reversed(frames):
        for held in list(frame.f_locals.values()):
            if isinstance(held, StudioOwned) and held.pk and held.studio_id == studio.pk:
                yield held


def _in_words(row: StudioOwned, wrong: str) -> UnreadableRow:
    try:
        name = str(row)
    except Exception:  # its name may be what cannot be read
        name = UNNAMED
    return UnreadableRow(str(row._meta.verbose_name), name or UNNAMED, wrong, row.pk)
