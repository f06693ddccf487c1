"""Firings without a cone: fires that have none, and a kiln that reached none."""

from django.db import migrations, models

import claycore.firing.cones
import claycore.firing.kinds


class Migration(migrations.Migration):
    dependencies = [("firings", "0002_witness_cones_lean_and_melt")]

    operations = [
        migrations.AddField(
            model_name="firing",
            name="burned",
            field=models.CharField(blank=True, max_length=120, verbose_name="what burned"),
        ),
        migrations.AddField(
            model_name="firing",
            name="kind",
            field=models.CharField(
                choices=claycore.firing.kinds.choices, default="kiln", max_length=8
            ),
        ),
        migrations.AddField(
            model_name="firing",
            name="lasted_h",
            field=models.FloatField(blank=True, null=True, verbose_name="duration, hours"),
        ),
        migrations.AddField(
            model_name="firing",
            name="peak_c",
            field=models.FloatField(blank=True, null=True, verbose_name="peak temperature, °C"),
        ),
        migrations.AlterField(
            model_name="firing",
            name="cone",
            field=models.CharField(
                blank=True, choices=[(c, c) for c in claycore.firing.cones.CONES], max_length=4
            ),
        ),
        migrations.AddConstraint(
            model_name="firing",
            constraint=models.CheckConstraint(
                condition=models.Q(kind="kiln") | models.Q(cone=""),
                name="firing_cone_only_of_a_kiln",
            ),
        ),
        migrations.AddConstraint(
            model_name="firing",
            constraint=models.CheckConstraint(
                condition=(models.Q(lasted_h=None) | models.Q(lasted_h__gt=0))
                & (models.Q(peak_c=None) | models.Q(peak_c__gt=0)),
                name="firing_lasted_and_peaked_above_zero",
            ),
        ),
    ]
