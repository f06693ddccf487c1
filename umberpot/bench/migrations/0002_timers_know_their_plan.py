"""A timer of a plan's waits knows its plan.

Running timers of before are told by the name of the plan, where one plan alone has it.
"""

from typing import Any

import django.db.models.deletion
from django.apps.registry import Apps
from django.db import migrations, models
from django.db.backends.base.schema import BaseDatabaseSchemaEditor


def find_plans(apps: Apps, editor: BaseDatabaseSchemaEditor) -> None:
    """Sets ``plan`` of the timers that run by stages of their own."""
    plans: Any = apps.get_model("surface", "SurfacePlan")
    timers: Any = apps.get_model("bench", "Timer")
    for timer in timers.objects.filter(ended_at=None).exclude(own_stages=[]):
        named = list(plans.objects.filter(studio=timer.studio_id, name=timer.about)[:2])
        if len(named) == 1:
            timer.plan = named[0]
            timer.save(update_fields=["plan"])


class Migration(migrations.Migration):
    dependencies = [("bench", "0001_schema"), ("surface", "0006_sides_that_differ")]

    operations = [
        migrations.AddField(
            model_name="timer",
            name="plan",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="timers",
                to="surface.surfaceplan",
            ),
        ),
        migrations.RunPython(find_plans, migrations.RunPython.noop),
    ]
