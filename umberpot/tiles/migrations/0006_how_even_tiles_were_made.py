"""A tile says how fine its colourant was, and how its slip was poured."""

from django.db import migrations, models

from claycore.colour.evenness import GRAINS, POURINGS


class Migration(migrations.Migration):
    dependencies = [("tiles", "0005_doubts_of_colours")]

    operations = [
        migrations.AddField(
            model_name="tile",
            name="grain",
            field=models.CharField(
                blank=True,
                choices=list(GRAINS.items()),
                default="",
                max_length=8,
            ),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="tile",
            name="pouring",
            field=models.CharField(
                blank=True,
                choices=list(POURINGS.items()),
                default="",
                max_length=6,
            ),
            preserve_default=False,
        ),
    ]
