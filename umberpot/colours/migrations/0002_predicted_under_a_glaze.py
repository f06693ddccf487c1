"""A prediction is kept for a glaze by its name."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("colours", "0001_schema")]

    operations = [
        migrations.AddField(
            model_name="prediction",
            name="glaze",
            field=models.CharField(blank=True, default="", max_length=60),
            preserve_default=False,
        ),
    ]
