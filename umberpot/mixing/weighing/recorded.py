"""What of the load on the scale is in the records already.

Pages move on when a weight is recorded, the pan does not: read again, the same powder would count
for the next step. It is known by the scale, not by a page or a person: two tablets may share it.
"""

import hashlib
import uuid
from dataclasses import dataclass

from django.conf import settings
from django.core.cache import cache

from claycore.mixing.weighing import has_changed

_KEPT_FOR_S = 24 * 3600


@dataclass(frozen=True)
class RecordedDisplay:
    """The grams that the display showed when they were recorded, and the cell they were for.

    ``id`` is '' where nothing was recorded of what lies there. That it was touched since is kept
    under a name of its own: who looks at the old load must not write over the record of a new one.
    """

    id: str = ""
    grams: float = 0.0
    cell: str = ""

    @property
    def is_untouched(self) -> bool:
        """Whether all that lies there was recorded and nothing has moved since."""
        return bool(self.id) and cache.get(_touched(self.id)) is None

    def touched(self) -> None:
        """Something was put on, taken off or tared."""
        if self.id:
            cache.set(_touched(self.id), "yes", _KEPT_FOR_S)

    def shows(self, grams: float, still: bool, step_g: float) -> None:
        """Takes note of what the display shows now."""
        if self.id and has_changed(grams, self.grams, step_g, still):
            self.touched()


def recorded_on_pan() -> RecordedDisplay:
    """What was recorded last of the scale's load."""
    return cache.get(_of_scale()) or RecordedDisplay()


def note_recorded(grams: float, cell: str = "") -> None:
    """What the display shows is in the records now; ``grams`` with the container."""
    if settings.SCALE_ADDRESS:
        cache.set(_of_scale(), RecordedDisplay(uuid.uuid4().hex, grams, cell), _KEPT_FOR_S)


def _of_scale() -> str:
    address = hashlib.sha256(settings.SCALE_ADDRESS.encode()).hexdigest()[:16]
    return f"recorded-on-{address}"


def _touched(record: str) -> str:
    return f"touched-since-{record}"
