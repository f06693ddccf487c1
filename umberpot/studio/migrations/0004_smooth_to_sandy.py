from django.db import migrations

NOW_CALLED = {"greasy_least_pct": "smooth_least_pct"}


def _rename(apps, names):
    for studio in apps.get_model("studio", "Studio").objects.exclude(own_limits={}):
        studio.own_limits = {names.get(k, k): v for k, v in studio.own_limits.items()}
        studio.save(update_fields=["own_limits"])


def forwards(apps, schema_editor):
    """A studio's own limit keeps its figure under the name it has now."""
    _rename(apps, NOW_CALLED)


def backwards(apps, schema_editor):
    _rename(apps, {now: before for before, now in NOW_CALLED.items()})


class Migration(migrations.Migration):
    dependencies = [("studio", "0003_what_clays_are_judged_as")]

    operations = [migrations.RunPython(forwards, backwards)]
