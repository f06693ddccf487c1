"""A connection is lost."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("kiln", "0003_gaps_of_logs"),
    ]

    operations = [
        migrations.AlterField(
            model_name="firinglog",
            name="state",
            field=models.CharField(
                choices=[
                    ("running", "Running"),
                    ("done", "Schedule completed"),
                    ("stopped", "Stopped early"),
                    ("lost", "Connection lost"),
                ],
                max_length=8,
            ),
        ),
    ]
