"""A surface plan says which glaze goes over it."""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import Q


class Migration(migrations.Migration):
    dependencies = [("surface", "0003_techniques_by_name"), ("shelf", "0005_glazes")]

    operations = [
        migrations.AddField(
            model_name="surfaceplan",
            name="glaze",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="glazed_plans",
                to="shelf.material",
            ),
        ),
        migrations.AddConstraint(
            model_name="surfaceplan",
            constraint=models.CheckConstraint(
                condition=Q(glaze=None) | Q(clear_over=True),
                name="surface_plan_names_a_glaze_where_it_has_one",
            ),
        ),
    ]
