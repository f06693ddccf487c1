"""What of a log can be true, by how fast its kiln went before."""

from collections import defaultdict

from claycore.firing.log_doubts import Examined, examine, fastest_of
from claycore.firing.logs import Point
from umberpot.firings.models import Kiln
from umberpot.kiln.models import FiringLog, LogPoint
from umberpot.kiln.models.logs import LogState

LAST_FIRINGS = 5
"""So many logs of a kiln say how fast it is."""


def examined(log: FiringLog, points: list[Point]) -> Examined | None:
    """What of a log can be true; None where there is too little of it. Two queries."""
    if len(points) < 2:
        return None
    kiln = log.load.kiln if log.load else log.firing.kiln if log.firing else None
    gaps = [(from_h, to_h) for from_h, to_h in log.gaps] if log.file_name else None
    return examine(points, gaps, _fastest(kiln, log) if kiln else fastest_of([]))


def _fastest(kiln: Kiln, log: FiringLog) -> float:
    """How fast a kiln may change, by its last logs but this one, °C/h."""
    others = FiringLog.objects.of(log.studio).exclude(pk=log.pk).exclude(state=LogState.RUNNING)
    of_kiln = others.filter(load__kiln=kiln) | others.filter(firing__kiln=kiln)
    keys = list(of_kiln.order_by("-pk").values_list("pk", flat=True)[:LAST_FIRINGS])
    curves: dict[int, list[Point]] = defaultdict(list)
    rows = LogPoint.objects.filter(log__in=keys).order_by("log", "seconds")
    for key, seconds, celsius in rows.values_list("log", "seconds", "celsius"):
        curves[key].append((seconds / 3600, celsius))
    return fastest_of(list(curves.values()))
