"""What equal pieces of a load are to tell: each other, or the shelves of the kiln.

Loads that are planned already were packed to learn the kiln, and stay so.
"""

from django.db import migrations, models

CHOICES = [
    ("compare", "together, to compare"),
    ("learn", "spread, to learn the kiln"),
]


class Migration(migrations.Migration):
    dependencies = [("kiln", "0001_schema")]

    operations = [
        migrations.AddField(
            model_name="load",
            name="arrangement",
            field=models.CharField(choices=CHOICES, default="learn", max_length=7),
        ),
        migrations.AlterField(
            model_name="load",
            name="arrangement",
            field=models.CharField(choices=CHOICES, default="compare", max_length=7),
        ),
    ]
