"""What was soaked in the last day is found without looking up every piece that waits for a kiln."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0009_tiles_at_a_step_by_trial")]

    operations = [
        migrations.AddIndex(
            model_name="reading",
            index=models.Index(fields=["quantity", "made_at"], name="reading_by_kind_and_age"),
        ),
    ]
