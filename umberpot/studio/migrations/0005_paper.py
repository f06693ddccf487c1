"""What a studio prints on."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0004_address_on_paper")]

    operations = [
        migrations.AddField(
            model_name="studio",
            name="paper",
            field=models.CharField(
                max_length=8, default="a4", choices=[("a4", "A4"), ("letter", "US Letter")]
            ),
        ),
    ]
