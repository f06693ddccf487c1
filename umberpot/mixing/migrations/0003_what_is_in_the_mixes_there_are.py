"""Mixes kept before this told what was in them by their parts alone; now each mix carries it."""

from django.db import migrations


def _weighed(part):
    return sum(w.grams for w in part.weighings.all() if w.superseded_at is None)


def fill(apps, schema_editor):
    Mix = apps.get_model("mixing", "Mix")
    for mix in Mix.objects.prefetch_related("parts__weighings"):
        clay_g = water_g = 0.0
        colourants_g: dict[str, float] = {}
        for part in mix.parts.all():
            grams = _weighed(part) or part.planned_g * mix.scale_factor
            if part.role == "clay":
                part.dry_share = mix.dry_clay_g / mix.clay_g
                part.save(update_fields=["dry_share"])
                mix.clay_name, mix.clay_id = part.name, part.material_id
                clay_g += grams * part.dry_share
                water_g += grams * (1 - part.dry_share)
            elif part.role == "colourant":
                colourants_g[part.name] = colourants_g.get(part.name, 0.0) + grams
                wanted = mix.wanted_pcts
                wanted[part.name] = wanted.get(part.name, 0.0) + part.planned_pct
            else:
                water_g += grams
        mix.made_of = {"clay_g": clay_g, "colourants_g": colourants_g, "water_g": water_g}
        mix.save(update_fields=["clay_name", "clay", "made_of", "wanted_pcts"])


class Migration(migrations.Migration):
    dependencies = [("mixing", "0002_plans_and_mixes_of_mixes")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
