"""A tile says which glaze it has, and a test tile of a surface which coats on which body."""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import Q


def key():
    return models.BigAutoField(
        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
    )


def of(model, related, **kwargs):
    return models.ForeignKey(
        on_delete=django.db.models.deletion.PROTECT, related_name=related, to=model, **kwargs
    )


class Migration(migrations.Migration):
    dependencies = [
        ("tiles", "0003_bars_pass_through_or_climb"),
        ("shelf", "0005_glazes"),
        ("mixing", "0001_schema"),
    ]

    operations = [
        migrations.CreateModel(
            name="Stack",
            fields=[
                ("id", key()),
                ("name", models.CharField(max_length=2400)),
                ("recipe", models.CharField(max_length=2400)),
                ("body", of("shelf.material", "stacks")),
                ("studio", of("studio.studio", "+")),
            ],
            options={"ordering": ["pk"]},
        ),
        migrations.CreateModel(
            name="StackCoat",
            fields=[
                ("id", key()),
                ("place", models.PositiveSmallIntegerField()),
                ("name", models.CharField(max_length=120)),
                (
                    "kind",
                    models.CharField(
                        choices=[(k, k) for k in ("raw", "vitreous", "underglaze")], max_length=10
                    ),
                ),
                (
                    "application",
                    models.CharField(
                        choices=[
                            (a, a)
                            for a in ("brush", "pour", "dip", "sponge", "trail", "lay", "spray")
                        ],
                        max_length=6,
                    ),
                ),
                ("coats", models.PositiveSmallIntegerField()),
                ("thickness_mm", models.FloatField()),
                ("material", of("shelf.material", "+", null=True)),
                ("mix", of("mixing.mix", "+", null=True)),
                (
                    "stack",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="coats",
                        to="tiles.stack",
                    ),
                ),
                ("studio", of("studio.studio", "+")),
            ],
            options={"ordering": ["place", "pk"]},
        ),
        migrations.AddConstraint(
            model_name="stack",
            constraint=models.UniqueConstraint(
                fields=("studio", "body", "recipe"), name="stack_once_on_a_body"
            ),
        ),
        migrations.AddConstraint(
            model_name="stackcoat",
            constraint=models.CheckConstraint(
                condition=Q(coats__gt=0, thickness_mm__gt=0), name="stack_coat_possible"
            ),
        ),
        migrations.AddConstraint(
            model_name="stackcoat",
            constraint=models.UniqueConstraint(
                fields=("stack", "place"), name="stack_coat_has_its_place"
            ),
        ),
        migrations.AddField(
            model_name="tile", name="glaze", field=of("shelf.material", "glazed_tiles", null=True, blank=True)
        ),
        migrations.AddField(
            model_name="tile", name="stack", field=of("tiles.stack", "tiles", null=True, blank=True)
        ),
        migrations.RemoveConstraint(model_name="tile", name="tile_is_made_of_something"),
        migrations.AddConstraint(
            model_name="tile",
            constraint=models.CheckConstraint(
                condition=(Q(mix__isnull=False) | Q(clay__isnull=False)) & Q(stack=None)
                | Q(mix=None, clay=None, stack__isnull=False),
                name="tile_is_made_of_one_thing",
            ),
        ),
        migrations.AddConstraint(
            model_name="tile",
            constraint=models.CheckConstraint(
                condition=Q(glaze=None) | Q(glazed=True), name="tile_names_a_glaze_where_it_has_one"
            ),
        ),
    ]
