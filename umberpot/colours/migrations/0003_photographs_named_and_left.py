"""A photograph has a name, may say that its light was of two colours, and keeps unsaved marks.

A ring on a reference keeps which kind it lies on; of older rings only the colour is known.
"""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("colours", "0002_predicted_under_a_glaze")]

    operations = [
        migrations.AddField(
            model_name="photograph",
            name="name",
            field=models.CharField(blank=True, default="", max_length=60),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="photograph",
            name="two_lights",
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name="photograph",
            name="marks",
            field=models.JSONField(null=True),
        ),
        migrations.AddField(
            model_name="ring",
            name="kind",
            field=models.CharField(blank=True, default="", max_length=20),
            preserve_default=False,
        ),
    ]
