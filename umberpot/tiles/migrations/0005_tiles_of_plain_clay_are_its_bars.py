"""Tiles made of a mix that is nothing but a clay of the shelf tell of that clay."""

from django.db import migrations


def _is_plain(made_of):
    return not any(grams > 0 for grams in made_of.get("colourants_g", {}).values())


def fill(apps, schema_editor):
    Tile = apps.get_model("tiles", "Tile")
    tiles = Tile.objects.filter(clay=None, mix__clay__isnull=False).select_related("mix")
    plain = [tile for tile in tiles if _is_plain(tile.mix.made_of)]
    for tile in plain:
        tile.clay_id = tile.mix.clay_id
    Tile.objects.bulk_update(plain, ["clay"], batch_size=500)


class Migration(migrations.Migration):
    dependencies = [("tiles", "0004_bar_tests"), ("mixing", "0003_what_is_in_the_mixes_there_are")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
