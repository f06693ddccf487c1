"""Glazes, underglazes and vitreous slips are on the shelf like any material."""

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
    ("glaze", "Glaze"),
    ("underglaze", "Underglaze"),
    ("vitreous", "Vitreous slip"),
]
REASONS = [
    ("counted", "stock counted"),
    ("weighed", "weighed out"),
    ("corrected", "weighing corrected"),
    ("left", "leftover stored"),
    ("pooled", "to or from reclaim"),
    ("dried", "dried and sieved"),
    ("miscount", "weighed out: the count was wrong"),
    ("coated", "to or from a surface"),
]
CONES = (
    "022 021 020 019 018 017 016 015 014 013 012 011 010 09 08 07 06 05.5 05 04 03 02 01"
    " 1 2 3 4 5 5.5 6 7 8 9 10 11 12 13 14"
).split()
LOOKS = [("clear", "clear"), ("white", "white or opaque"), ("coloured", "coloured")]
SHEENS = [("matt", "matt"), ("satin", "satin"), ("glossy", "glossy")]
ZINC = [("no", "no zinc"), ("yes", "contains zinc")]
FOOD = [
    ("stated_suitable", "stated to be suitable for food"),
    ("not_stated", "nothing stated about food"),
]


def said(name, words, length, choices):
    return migrations.AddField(
        model_name="material",
        name=name,
        field=models.CharField(
            blank=True, choices=choices, default="", max_length=length, verbose_name=words
        ),
        preserve_default=False,
    )


class Migration(migrations.Migration):
    dependencies = [("shelf", "0004_additions_to_clay")]

    operations = [
        migrations.AlterField(
            model_name="material",
            name="kind",
            field=models.CharField(choices=KINDS, max_length=10),
        ),
        migrations.AlterField(
            model_name="stockmovement",
            name="reason",
            field=models.CharField(choices=REASONS, max_length=9),
        ),
        said("low_cone", "from cone", 4, [(cone, cone) for cone in CONES]),
        said("look", "look", 8, LOOKS),
        said("sheen", "sheen", 6, SHEENS),
        said("zinc", "zinc", 3, ZINC),
        said("food", "food", 15, FOOD),
        migrations.AddField(
            model_name="material",
            name="used_mm",
            field=models.FloatField(blank=True, null=True, verbose_name="usual thickness, wet"),
        ),
        migrations.AddConstraint(
            model_name="material",
            constraint=models.CheckConstraint(
                condition=Q(kind__in=["glaze", "underglaze", "vitreous"])
                | Q(low_cone="", look="", sheen="", zinc="", food="", used_mm=None),
                name="material_fused_alone_says_how_it_fuses",
            ),
        ),
        migrations.AddConstraint(
            model_name="material",
            constraint=models.CheckConstraint(
                condition=Q(used_mm=None) | Q(used_mm__gt=0), name="material_used_mm_positive"
            ),
        ),
    ]
