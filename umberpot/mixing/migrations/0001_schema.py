import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('shelf', '0001_schema'),
        ('studio', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='Plan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('kind', models.CharField(choices=[('series', 'series'), ('grid', 'grid')], max_length=6)),
                ('name', models.CharField(max_length=80)),
                ('strategy', models.CharField(blank=True, choices=[('separate', 'Mix each separately'), ('start_low', 'Work up from the palest'), ('start_middle', 'Start from the middle'), ('start_high', 'Dilute the strongest')], max_length=12)),
                ('sum_query', models.TextField()),
                ('have', models.JSONField(default=dict)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='plan_made_once_per_request')],
            },
        ),
        migrations.CreateModel(
            name='Mix',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=120)),
                ('state', models.CharField(choices=[('dry', 'dry'), ('plastic', 'plastic'), ('slip', 'slip')], max_length=8)),
                ('clay_g', models.FloatField()),
                ('dry_clay_g', models.FloatField()),
                ('scale_factor', models.FloatField(default=1.0)),
                ('sum_query', models.TextField()),
                ('request_key', models.UUIDField()),
                ('finished_at', models.DateTimeField(null=True)),
                ('clay_name', models.CharField(default='clay', max_length=200)),
                ('made_of', models.JSONField(default=dict)),
                ('wanted_pcts', models.JSONField(default=dict)),
                ('recalculated_at', models.DateTimeField(null=True)),
                ('plan_position', models.PositiveSmallIntegerField(null=True)),
                ('pot', models.PositiveSmallIntegerField(null=True)),
                ('poured_g', models.FloatField(null=True)),
                ('left_g', models.FloatField(null=True)),
                ('left_at', models.DateTimeField(null=True)),
                ('clay', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='shelf.material')),
                ('leftover', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='mix', to='shelf.material')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('plan', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='mixes', to='mixing.plan')),
            ],
            options={
                'verbose_name_plural': 'mixes',
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='mix_made_once_per_request'), models.CheckConstraint(condition=models.Q(('clay_g__gt', 0), ('dry_clay_g__gt', 0), ('scale_factor__gt', 0), ('dry_clay_g__lte', models.F('clay_g'))), name='mix_masses_positive'), models.UniqueConstraint(fields=('plan', 'plan_position'), name='mix_once_in_a_place_of_its_plan'), models.CheckConstraint(condition=models.Q(models.Q(('plan', None), ('plan_position', None)), models.Q(('plan__isnull', False), ('plan_position__isnull', False)), _connector='OR'), name='mix_in_a_plan_has_its_place'), models.CheckConstraint(condition=models.Q(models.Q(('left_at', None), ('left_g', None)), models.Q(('left_at__isnull', False), ('left_g__gte', 0)), _connector='OR'), name='mix_left_is_something_at_some_time')],
            },
        ),
        migrations.CreateModel(
            name='MixPart',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('position', models.PositiveSmallIntegerField()),
                ('role', models.CharField(choices=[('clay', 'clay'), ('colourant', 'colourant'), ('water', 'water'), ('mix', 'coloured clay'), ('rest', 'rest in the pot')], max_length=9)),
                ('contains', models.JSONField(default=dict)),
                ('name', models.CharField(max_length=200)),
                ('planned_pct', models.FloatField(null=True)),
                ('planned_g', models.FloatField()),
                ('recalculated_g', models.FloatField(null=True)),
                ('dry_share', models.FloatField(default=1.0)),
                ('settled_at', models.DateTimeField(null=True)),
                ('material', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='mix_parts', to='shelf.material')),
                ('mix', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='parts', to='mixing.mix')),
                ('source', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='went_into', to='mixing.mix')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'part of a mix',
                'verbose_name_plural': 'parts of mixes',
                'ordering': ['position'],
                'constraints': [models.UniqueConstraint(fields=('mix', 'position'), name='mix_part_position_once'), models.CheckConstraint(condition=models.Q(('planned_g__gt', 0)), name='mix_part_planned_positive'), models.CheckConstraint(condition=models.Q(('recalculated_g', None), ('recalculated_g__gte', 0), _connector='OR'), name='mix_part_recalculated_not_negative'), models.CheckConstraint(condition=models.Q(('dry_share__gt', 0), ('dry_share__lte', 1)), name='mix_part_dry_share_0_to_1'), models.CheckConstraint(condition=models.Q(('source', None), ('role__in', ['mix', 'rest']), _connector='OR'), name='mix_part_of_a_mix_only_where_coloured')],
            },
        ),
        migrations.CreateModel(
            name='SavedCalculation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('tool', models.CharField(max_length=12)),
                ('name', models.CharField(max_length=80)),
                ('query', models.TextField()),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='calculation_saved_once_per_request'), models.CheckConstraint(condition=models.Q(('name', ''), _negated=True), name='saved_calculation_has_a_name')],
            },
        ),
        migrations.CreateModel(
            name='Weighing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('grams', models.FloatField()),
                ('step_g', models.FloatField()),
                ('source', models.CharField(choices=[('scale', 'scale'), ('typed', 'typed')], max_length=5)),
                ('request_key', models.UUIDField()),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='mixing.weighing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('part', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='weighings', to='mixing.mixpart')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='weighing_taken_once_per_request'), models.CheckConstraint(condition=models.Q(('grams__gt', 0), ('step_g__gt', 0)), name='weighing_positive')],
            },
        ),
    ]
