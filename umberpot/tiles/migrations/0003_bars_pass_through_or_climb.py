"""Whether a bar is read after each of its cones, or passes through to the last.

Bars of before are told by what was read of them: a third cone in their plan, or a figure after a
cooler one, means that they climb. The others no longer wait for readings on their way.
"""

from typing import Any

from django.apps.registry import Apps
from django.db import migrations, models
from django.db.backends.base.schema import BaseDatabaseSchemaEditor

from claycore.firing import cones


def tell_climbing_bars(apps: Apps, editor: BaseDatabaseSchemaEditor) -> None:
    """Sets ``climbs`` of every bar, and what comes next with those that pass through."""
    bars: Any = apps.get_model("tiles", "Tile").objects.exclude(role="")
    changed = []
    for bar in bars.prefetch_related("loadings__firing", "readings__firing"):
        hottest = max(map(cones.order, bar.cone_plan), default=0)
        read_at = [r.firing.cone for r in bar.readings.all() if r.firing_id]
        bar.climbs = len(bar.cone_plan) > 2 or any(cones.order(c) < hottest for c in read_at)
        if not bar.climbs:
            _send_on(bar)
        changed.append(bar)
    apps.get_model("tiles", "Tile").objects.bulk_update(
        changed, ["climbs", "step", "cone"], batch_size=500
    )


def _send_on(bar: Any) -> None:
    fired = [loading.firing for loading in bar.loadings.all()]
    if not fired or bar.step not in ("measure", "soak"):
        return
    last = max(fired, key=lambda firing: (firing.fired_on, firing.pk))
    to_come = [c for c in bar.cone_plan if cones.order(c) > cones.order(last.cone)]
    if to_come:
        bar.step, bar.cone = "fire", to_come[0]


class Migration(migrations.Migration):
    dependencies = [("tiles", "0002_what_labels_say"), ("firings", "0001_schema")]

    operations = [
        migrations.AddField(
            model_name="tile", name="climbs", field=models.BooleanField(default=False)
        ),
        migrations.RunPython(tell_climbing_bars, migrations.RunPython.noop),
    ]
