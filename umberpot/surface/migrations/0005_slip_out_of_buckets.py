"""Coats take slip out of buckets, and trays give it back."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models
from django.db.models import Q


def of(model, related):
    return models.ForeignKey(
        on_delete=django.db.models.deletion.PROTECT, related_name=related, to=model
    )


class Migration(migrations.Migration):
    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("surface", "0004_glaze_of_the_shelf"),
        ("shelf", "0005_glazes"),
        ("studio", "0002_wedging_and_units"),
    ]

    operations = [
        migrations.CreateModel(
            name="SlipUse",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("made_at", models.DateTimeField(auto_now_add=True)),
                ("grams", models.FloatField()),
                ("request_key", models.UUIDField()),
                ("made_by", of(settings.AUTH_USER_MODEL, "+")),
                ("plan", of("surface.surfaceplan", "slip_uses")),
                ("slip", of("shelf.material", "+")),
                ("studio", of("studio.studio", "+")),
            ],
            options={
                "verbose_name": "slip for a surface",
                "verbose_name_plural": "slips for surfaces",
                "ordering": ["pk"],
            },
        ),
        migrations.AddConstraint(
            model_name="slipuse",
            constraint=models.UniqueConstraint(
                fields=("studio", "request_key"), name="slip_used_once_per_request"
            ),
        ),
        migrations.AddConstraint(
            model_name="slipuse",
            constraint=models.CheckConstraint(condition=~Q(grams=0), name="slip_used_is_some"),
        ),
    ]
