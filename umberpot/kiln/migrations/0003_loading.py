"""Loadings come from tiles. Their table stays where it is: only Django's picture of it moves."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('kiln', '0002_what_was_put_right'),
        ('studio', '0002_own_limits'),
        ('tiles', '0007_loading_goes_to_kiln'),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name='Loading',
                    fields=[
                        ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                        ('firing', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='loadings', to='kiln.firing')),
                        ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                        ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='loadings', to='tiles.tile')),
                    ],
                    options={
                        'db_table': 'tiles_loading',
                        'ordering': ['firing__fired_on', 'pk'],
                        'constraints': [models.UniqueConstraint(fields=('tile', 'firing'), name='tile_once_in_a_firing')],
                    },
                ),
            ]
        )
    ]
