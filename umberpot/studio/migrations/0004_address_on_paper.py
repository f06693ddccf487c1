"""The address that codes on paper, invitations and the calendar hold."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0003_unfinished_imports")]

    operations = [
        migrations.AddField(
            model_name="studio",
            name="address",
            field=models.URLField(
                "address for phones and paper", max_length=200, blank=True, default=""
            ),
        ),
    ]
