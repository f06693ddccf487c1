"""The newest trials, and the tiles at a step, are found without looking at all of a studio's."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0007_tiles_of_a_trial_by_step")]

    operations = [
        migrations.AddIndex(
            model_name="tile",
            index=models.Index(fields=["studio", "step"], name="tile_step_in_its_studio"),
        ),
        migrations.AddIndex(
            model_name="trial",
            index=models.Index(fields=["studio", "made_at"], name="trial_by_age"),
        ),
    ]
