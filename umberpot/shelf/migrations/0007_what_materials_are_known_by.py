import uuid

from django.db import migrations, models


def give_keys(apps, schema_editor):
    """Every material that there is gets a key of its own."""
    materials = apps.get_model("shelf", "Material").objects
    for material in materials.all():
        material.key = uuid.uuid4()
        material.save(update_fields=["key"])


class Migration(migrations.Migration):
    dependencies = [("shelf", "0006_reasons_of_movements")]

    operations = [
        migrations.AddField(
            model_name="material",
            name="key",
            field=models.UUIDField(null=True, editable=False),
        ),
        migrations.RunPython(give_keys, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="material",
            name="key",
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddConstraint(
            model_name="material",
            constraint=models.UniqueConstraint(
                fields=("studio", "key"), name="material_key_once_in_a_studio"
            ),
        ),
    ]
