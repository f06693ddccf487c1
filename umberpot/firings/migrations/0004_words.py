"""A cone is half bent, not half down."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("firings", "0003_fires_without_a_cone"),
    ]

    operations = [
        migrations.AlterField(
            model_name="witnesscone",
            name="bend",
            field=models.CharField(
                choices=[
                    ("standing", "standing"),
                    ("leaning", "just leaning"),
                    ("half", "half bent"),
                    ("down", "down"),
                    ("melted", "melted"),
                ],
                max_length=8,
            ),
        ),
    ]
