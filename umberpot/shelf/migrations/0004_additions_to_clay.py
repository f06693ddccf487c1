"""What is blended into clays is on the shelf like any material."""

from django.db import migrations, models
from django.db.models import Q

KINDS = [
    ("clay_body", "Clay body"),
    ("dug_clay", "Dug clay"),
    ("slip", "Slip in a bucket"),
    ("stain", "Stain"),
    ("oxide", "Oxide"),
    ("leftover", "Leftover"),
    ("reclaim", "Reclaim bucket"),
    ("blend", "Clay blend"),
    ("addition", "Addition to clay"),
]
ADDITIONS = [
    ("ball_clay", "Ball clay"),
    ("kaolin", "Kaolin"),
    ("fire_clay", "Fire clay"),
    ("bentonite", "Bentonite"),
    ("grog", "Grog"),
    ("sand", "Sand"),
    ("feldspar", "Feldspar"),
    ("frit", "Frit"),
]


class Migration(migrations.Migration):
    dependencies = [("shelf", "0003_where_it_was_dug_is_kept_back")]

    operations = [
        migrations.AlterField(
            model_name="material",
            name="kind",
            field=models.CharField(choices=KINDS, max_length=10),
        ),
        migrations.AddField(
            model_name="material",
            name="addition",
            field=models.CharField(
                blank=True,
                choices=ADDITIONS,
                default="",
                max_length=12,
                verbose_name="what it is",
            ),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name="material",
            name="grain",
            field=models.CharField(
                blank=True, default="", max_length=24, verbose_name="grain size"
            ),
            preserve_default=False,
        ),
        migrations.AddConstraint(
            model_name="material",
            constraint=models.CheckConstraint(
                condition=Q(kind="addition") & ~Q(addition="")
                | ~Q(kind="addition") & Q(addition="", grain=""),
                name="material_addition_says_which",
            ),
        ),
    ]
