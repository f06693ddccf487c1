"""A colour off a photograph keeps what of its ± it shares with the others of that photograph."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tiles", "0004_glazes_and_stacks")]

    operations = [
        migrations.AddField(
            model_name="colourreading",
            name="doubt",
            field=models.JSONField(editable=False, null=True),
        ),
    ]
