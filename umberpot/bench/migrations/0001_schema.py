import claycore.testing.protocols
import django.db.models.deletion
import umberpot.bench.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('studio', '0001_schema'),
        ('tiles', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='CalendarFeed',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('token', models.CharField(default=umberpot.bench.models._new_token, max_length=64, unique=True)),
                ('revoked_at', models.DateTimeField(null=True)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'constraints': [models.UniqueConstraint(condition=models.Q(('revoked_at', None)), fields=('studio',), name='feed_one_in_use')],
            },
        ),
        migrations.CreateModel(
            name='Timer',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('protocol', models.CharField(blank=True, choices=claycore.testing.protocols.choices, max_length=24)),
                ('own_stages', models.JSONField(default=list)),
                ('stage', models.PositiveSmallIntegerField(default=0)),
                ('about', models.CharField(max_length=120)),
                ('stage_started_at', models.DateTimeField()),
                ('due_at', models.DateTimeField()),
                ('ended_at', models.DateTimeField(null=True)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('test', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='timers', to='tiles.claytest')),
            ],
            options={
                'ordering': ['due_at', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='timer_started_once_per_request'), models.CheckConstraint(condition=models.Q(('due_at__gt', models.F('stage_started_at'))), name='timer_due_after_its_start')],
            },
        ),
    ]
