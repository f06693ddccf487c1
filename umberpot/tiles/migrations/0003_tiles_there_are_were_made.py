"""Every tile kept before tiles could be planned was made when it was entered."""

from django.db import migrations
from django.db.models import F


def fill(apps, schema_editor):
    apps.get_model("tiles", "Tile").objects.update(shaped_at=F("made_at"))


class Migration(migrations.Migration):
    dependencies = [("tiles", "0002_planned_tiles")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
