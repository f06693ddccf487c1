"""Making schedules."""

import uuid

from django.contrib.auth.models import User

from claycore.firing.drafts import STAGE_NAMES, FiringStage, draft
from claycore.firing.schedules import Segment
from umberpot.firings.models import Kiln
from umberpot.firings.models.kilns import Heat
from umberpot.kiln.models import Schedule
from umberpot.studio.whole_change import whole_change


def as_rows(segments: list[Segment]) -> list[list[float]]:
    """Segments as they are stored."""
    return [[one.rate, one.target_c, one.hold_min] for one in segments]


def drafted(kiln: Kiln | None, stage: FiringStage, cone: str) -> Schedule:
    """A draft as a schedule, not yet saved. Raises ClayError naming ``cone``."""
    by_fuel = kiln is not None and kiln.heat == Heat.FUEL
    segments = as_rows(draft(stage, cone, by_fuel))
    name = f"{STAGE_NAMES[stage]} to cone {cone}"
    return Schedule(name=name, stage=stage, cone=cone, segments=segments)


@whole_change()
def draft_for(kiln: Kiln, stage: FiringStage, cone: str, by: User, key: uuid.UUID) -> Schedule:
    """A draft for what is loaded, saved. The same ``key`` makes only one. Raises ClayError."""
    same: Schedule | None = Schedule.objects.of(kiln.studio).filter(request_key=key).first()
    if same:
        return same
    schedule = drafted(kiln, stage, cone)
    schedule.studio, schedule.made_by, schedule.request_key = kiln.studio, by, key
    schedule.save()
    return schedule
