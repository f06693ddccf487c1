"""A trial of factors notes the particle size and the binder of what goes onto its pieces."""

from django.db import migrations, models


def noted(name):
    return migrations.AddField(
        model_name="factortrial",
        name=name,
        field=models.CharField(blank=True, default="", max_length=60),
        preserve_default=False,
    )


class Migration(migrations.Migration):
    dependencies = [("surface", "0006_sides_that_differ")]

    operations = [noted("particle_size"), noted("binder")]
