"""The oldest trials with tiles at a step are found without looking at all tiles that wait there."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0008_found_without_looking_at_every_tile")]

    operations = [
        migrations.RemoveIndex(model_name="tile", name="tile_step_in_its_studio"),
        migrations.AddIndex(
            model_name="tile",
            index=models.Index(
                fields=["studio", "step", "trial"], name="tile_step_in_its_studio"
            ),
        ),
    ]
