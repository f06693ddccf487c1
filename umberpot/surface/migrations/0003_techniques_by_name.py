"""Techniques have the names of the trade; coats say their kind and what they cover."""

from django.db import migrations, models

import claycore.surface.techniques

NAMED = {"plain": "coats", "scratched": "sgraffito", "stacked": "agate"}


def rename(apps, _schema):
    plans = apps.get_model("surface", "SurfacePlan")
    for before, now in NAMED.items():
        plans.objects.filter(technique=before).update(technique=now)


def back(apps, _schema):
    plans = apps.get_model("surface", "SurfacePlan")
    for before, now in NAMED.items():
        plans.objects.filter(technique=now).update(technique=before)


class Migration(migrations.Migration):
    dependencies = [("surface", "0002_several_controls")]

    operations = [
        migrations.AlterField(
            model_name="surfaceplan",
            name="technique",
            field=models.CharField(choices=claycore.surface.techniques.choices, max_length=12),
        ),
        migrations.RunPython(rename, back),
        migrations.AddField(
            model_name="surfaceplan",
            name="clear_thick",
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name="surfaceplan",
            name="once_fired",
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name="plannedcoat",
            name="kind",
            field=models.CharField(
                choices=[
                    ("raw", "clay slip"),
                    ("vitreous", "vitreous slip"),
                    ("underglaze", "underglaze"),
                ],
                default="raw",
                max_length=10,
            ),
        ),
        migrations.AddField(
            model_name="plannedcoat",
            name="covers_pct",
            field=models.FloatField(null=True),
        ),
        migrations.AlterField(
            model_name="plannedcoat",
            name="onto",
            field=models.CharField(
                choices=[
                    ("leather_hard", "leather-hard clay"),
                    ("bisque", "bisque ware"),
                    ("soft_slab", "a soft slab"),
                ],
                max_length=12,
            ),
        ),
        migrations.AddConstraint(
            model_name="plannedcoat",
            constraint=models.CheckConstraint(
                condition=models.Q(covers_pct=None)
                | models.Q(covers_pct__gt=0, covers_pct__lte=100),
                name="coat_covers_a_share",
            ),
        ),
    ]
