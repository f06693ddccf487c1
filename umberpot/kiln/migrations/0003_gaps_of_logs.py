"""A thinned log knows where nothing was logged: that cannot be seen in it any more."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("kiln", "0002_loads_compare_or_learn")]

    operations = [
        migrations.AddField(
            model_name="firinglog", name="gaps", field=models.JSONField(default=list)
        ),
    ]
