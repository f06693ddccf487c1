"""Loadings are the kiln's. Their table stays where it is: only Django's picture of it moves."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("tiles", "0006_kinds_from_the_core")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[migrations.DeleteModel(name="Loading")]
        )
    ]
