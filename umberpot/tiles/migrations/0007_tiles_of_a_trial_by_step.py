"""Which tiles of a trial are at a step is found without looking at every tile at that step."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0006_how_even_tiles_were_made")]

    operations = [
        migrations.AddIndex(
            model_name="tile",
            index=models.Index(fields=["trial", "step"], name="tile_step_in_its_trial"),
        ),
    ]
