"""Reports say where a clay was dug only where its sheet allows it; a rope may be twisted too."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("shelf", "0002_slip_in_a_bucket")]

    operations = [
        migrations.AddField(
            model_name="fieldsheet",
            name="shows_place",
            field=models.BooleanField(default=False),
        ),
        migrations.AddField(
            model_name="fieldsheet",
            name="twist",
            field=models.CharField(
                blank=True,
                choices=[
                    ("bends", "twists and bends cleanly"),
                    ("cracks_late", "cracks when bent sharply"),
                    ("cracks_at_once", "cracks at once"),
                ],
                max_length=14,
            ),
        ),
    ]
