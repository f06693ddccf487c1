"""A batch of ware may be glazed with a glaze of the shelf."""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import Q


class Migration(migrations.Migration):
    dependencies = [
        ("shelf", "0005_glazes"),
        ("ware", "0004_ware_of_other_clays_and_photographs"),
    ]

    operations = [
        migrations.AddField(
            model_name="warebatch",
            name="glazed_with",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="glazed_batches",
                to="shelf.material",
            ),
        ),
        migrations.AddConstraint(
            model_name="warebatch",
            constraint=models.CheckConstraint(
                condition=Q(glazed_with=None) | Q(glaze_name=""), name="ware_batch_of_one_glaze"
            ),
        ),
    ]
