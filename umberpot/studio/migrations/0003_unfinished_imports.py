import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0002_wedging_and_units")]

    operations = [
        migrations.CreateModel(
            name="UnfinishedImport",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("alive_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("accounts", models.JSONField(default=list)),
                (
                    "studio",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="unfinished_import",
                        to="studio.studio",
                    ),
                ),
            ],
        ),
    ]
