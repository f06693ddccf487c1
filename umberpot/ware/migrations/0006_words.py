"""What the limits are called."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("ware", "0005_glaze_of_the_shelf"),
    ]

    operations = [
        migrations.AlterField(
            model_name="warebatch",
            name="school",
            field=models.CharField(
                choices=[
                    ("strict", "Strict: for ware that is sold"),
                    ("loose", "Loose: commonly quoted ranges"),
                ],
                max_length=8,
            ),
        ),
    ]
