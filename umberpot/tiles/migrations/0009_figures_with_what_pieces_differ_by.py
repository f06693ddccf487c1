"""Kept figures say what equal pieces differ by, one a way of soaking. All are summed up anew."""

from django.db import migrations, models


def forget_figures(apps, schema_editor):
    apps.get_model("tiles", "ClayFigure").objects.all().delete()
    apps.get_model("shelf", "Material").objects.update(figures_at=None)


class Migration(migrations.Migration):
    dependencies = [
        ("shelf", "0004_a_supplier_claims"),
        ("tiles", "0008_what_is_scratched_is_an_inscription"),
    ]

    operations = [
        migrations.RunPython(forget_figures, migrations.RunPython.noop),
        migrations.RemoveConstraint("ClayFigure", "clay_figure_once_a_cone"),
        migrations.AddField(
            "ClayFigure", "method", models.CharField(max_length=12, blank=True, default="")
        ),
        migrations.AddField("ClayFigure", "surest", models.BooleanField(default=True)),
        migrations.AddField("ClayFigure", "instruments_u95", models.FloatField(default=0)),
        migrations.AddField("ClayFigure", "squares", models.FloatField(default=0)),
        migrations.AlterField(
            "ClayFigure", "method", models.CharField(max_length=12, blank=True)
        ),
        migrations.AlterField("ClayFigure", "surest", models.BooleanField()),
        migrations.AlterField("ClayFigure", "instruments_u95", models.FloatField()),
        migrations.AlterField("ClayFigure", "squares", models.FloatField()),
        migrations.AddConstraint(
            "ClayFigure",
            models.UniqueConstraint(
                fields=["clay", "cone", "result", "method"], name="clay_figure_once_a_cone"
            ),
        ),
        migrations.AddConstraint(
            "ClayFigure",
            models.UniqueConstraint(
                fields=["clay", "cone", "result"],
                condition=models.Q(surest=True),
                name="clay_figure_one_surest_a_cone",
            ),
        ),
    ]
