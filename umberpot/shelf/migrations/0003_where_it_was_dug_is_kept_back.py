"""Reports and shared links say where a clay was dug only where its sheet allows it."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("shelf", "0002_slip_in_a_bucket")]

    operations = [
        migrations.AddField(
            model_name="fieldsheet",
            name="shows_place",
            field=models.BooleanField(default=False),
        ),
    ]
