"""A plan may be another inside than outside: in its coats, and in its glaze."""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import Q

SIDES = [("outside", "outside"), ("inside", "inside"), ("both", "inside and outside")]
CLEARS = [("none", "none"), ("thin", "thin"), ("thick", "thick")]


class Migration(migrations.Migration):
    dependencies = [("surface", "0005_slip_out_of_buckets"), ("shelf", "0005_glazes")]

    operations = [
        migrations.AddField(
            model_name="plannedcoat",
            name="side",
            field=models.CharField(choices=SIDES, default="both", max_length=8),
        ),
        migrations.AddField(
            model_name="surfaceplan",
            name="inside_clear",
            field=models.CharField(blank=True, choices=CLEARS, default="", max_length=5),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="surfaceplan",
            name="inside_glaze",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="glazed_inside_plans",
                to="shelf.material",
            ),
        ),
        migrations.AddConstraint(
            model_name="surfaceplan",
            constraint=models.CheckConstraint(
                condition=Q(inside_glaze=None) | Q(inside_clear__in=["thin", "thick"]),
                name="surface_plan_names_an_inside_glaze_where_it_has_one",
            ),
        ),
        migrations.AddConstraint(
            model_name="surfaceplan",
            constraint=models.CheckConstraint(
                condition=Q(inside_clear="") | Q(side="both"),
                name="surface_plan_inside_differs_where_both_sides_are_coated",
            ),
        ),
    ]
