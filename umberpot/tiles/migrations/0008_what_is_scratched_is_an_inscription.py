"""What is scratched into a tile is its inscription. The column stays as it was called."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0007_loading_goes_to_kiln")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameField("Tile", "label_lines", "inscription"),
                migrations.AlterField(
                    "Tile",
                    "inscription",
                    models.JSONField(db_column="label_lines", default=list),
                ),
            ]
        )
    ]
