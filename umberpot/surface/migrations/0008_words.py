"""What became of an expectation, in other words."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("surface", "0007_particle_size_and_binder"),
    ]

    operations = [
        migrations.AlterModelOptions(
            name="factortrial",
            options={
                "ordering": [models.F("made_at").desc()],
                "verbose_name": "factor trial",
                "verbose_name_plural": "factor trials",
            },
        ),
        migrations.AlterField(
            model_name="factortrial",
            name="outcome",
            field=models.CharField(
                blank=True,
                choices=[
                    ("as_expected", "as expected"),
                    ("otherwise", "not as expected"),
                    ("not_decided", "inconclusive"),
                ],
                max_length=11,
            ),
        ),
    ]
