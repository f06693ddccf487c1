"""A factor trial may have several controls: a line for each."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("surface", "0001_schema")]

    operations = [
        migrations.AlterField(
            model_name="factortrial",
            name="control",
            field=models.CharField(blank=True, max_length=200, verbose_name="controls"),
        ),
    ]
