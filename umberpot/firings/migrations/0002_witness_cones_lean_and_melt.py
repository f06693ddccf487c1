"""A witness cone may just lean, or have melted."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("firings", "0001_schema")]

    operations = [
        migrations.AlterField(
            model_name="witnesscone",
            name="bend",
            field=models.CharField(
                choices=[
                    ("standing", "standing"),
                    ("leaning", "just leaning"),
                    ("half", "half down"),
                    ("down", "down"),
                    ("melted", "melted"),
                ],
                max_length=8,
            ),
        ),
    ]
