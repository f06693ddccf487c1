"""A studio's own times of the usual waits."""

from collections.abc import Mapping

from claycore.surface.steps import OwnTime
from umberpot.studio.models import Studio


def own_times(studio: Studio) -> dict[str, OwnTime]:
    """The studio's own times by the code of the wait, minutes."""
    return {code: OwnTime(*times) for code, times in studio.own_waits.items()}


def keep_own_times(studio: Studio, times: Mapping[str, OwnTime]) -> None:
    """Keeps the studio's own times; waits that are not among them are the usual ones."""
    studio.own_waits = {code: [one.least_min, one.most_min] for code, one in times.items()}
    studio.save(update_fields=["own_waits"])
