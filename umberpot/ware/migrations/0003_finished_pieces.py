"""Finished pieces are measured too: weighed dry and soaked."""

import claycore.testing.soaking
import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('studio', '0002_wedging_and_units'),
        ('ware', '0002_shivering_and_doubt'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='WarePiece',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=40)),
                ('surface', models.CharField(choices=[("bare", "bare all over"), ("broken", "glazed, with a broken edge"), ("bare_foot", "glazed, with a bare foot"), ("glazed", "glazed all over")], max_length=9)),
                ('method', models.CharField(choices=claycore.testing.soaking.choices, max_length=24)),
                ('dry_g', models.FloatField()),
                ('soaked_g', models.FloatField()),
                ('scale_step_g', models.FloatField()),
                ('damp', models.BooleanField(default=False)),
                ('request_key', models.UUIDField()),
                ('batch', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='pieces', to='ware.warebatch')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='ware_piece_once_per_request'), models.CheckConstraint(condition=models.Q(('dry_g__gt', 0), ('scale_step_g__gt', 0), ('soaked_g__gt', 0)), name='ware_piece_weighs_something')],
            },
        ),
    ]
