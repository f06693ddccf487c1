"""What was changed of a firing is its summary, as everywhere."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("firings", "0004_words"),
    ]

    operations = [
        migrations.RenameField("firingchange", "says", "summary"),
    ]
