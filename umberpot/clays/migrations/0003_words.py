"""Identical pieces, not equal ones."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("clays", "0002_verdicts_are_kept"),
    ]

    operations = [
        migrations.AlterField(
            model_name="keptverdict",
            name="cause",
            field=models.CharField(
                choices=[
                    ("first", "the first that was noted"),
                    ("own", "its own bars or notes"),
                    ("limits", "the limits"),
                    ("others", "what identical pieces of other clays differ by"),
                ],
                max_length=6,
            ),
        ),
    ]
