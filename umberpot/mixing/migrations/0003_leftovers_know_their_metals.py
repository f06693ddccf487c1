"""Leftovers and reclaim buckets say what they must be watched for: what went into them."""

from django.db import migrations

from claycore.safety.metals import METALS, metals_in


def _metals_of_mix(mix):
    found: set[str] = set()
    for part in mix.parts.select_related("material", "source"):
        if part.material:
            found.update(metals_in(part.material.name, part.material.hazards))
        elif part.role == "colourant":
            found.update(metals_in(part.name))
        if part.source:
            found.update(_metals_of_mix(part.source))
        for name in part.contains:
            found.update(metals_in(name))
    return found


def _note(material, found):
    held = {*material.hazards, *found}
    if held != set(material.hazards):
        material.hazards = [code for code in METALS if code in held]
        material.save(update_fields=["hazards"])


def fill(apps, schema_editor):
    mixes = apps.get_model("mixing", "Mix").objects.exclude(leftover=None)
    for mix in mixes.select_related("leftover"):
        _note(mix.leftover, _metals_of_mix(mix))
    materials = apps.get_model("shelf", "Material").objects
    for bucket in materials.filter(kind="reclaim"):
        pooled = bucket.pooled.all()
        by_name = materials.filter(studio=bucket.studio_id, name__in=[one.name for one in pooled])
        held = {code for material in by_name for code in material.hazards}
        for one in pooled:
            for name in one.contains or {}:
                held.update(metals_in(name))
        _note(bucket, held)


class Migration(migrations.Migration):
    dependencies = [
        ("mixing", "0002_plans_may_be_campaigns"),
        ("shelf", "0005_glazes"),
    ]

    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
