"""How the studio's spreadsheets read a CSV file."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0005_paper")]

    operations = [
        migrations.AddField(
            model_name="studio",
            name="tables",
            field=models.CharField(
                max_length=10,
                default="comma",
                choices=[
                    ("comma", "Commas, decimal point"),
                    ("semicolon", "Semicolons, decimal comma"),
                ],
            ),
        ),
    ]
