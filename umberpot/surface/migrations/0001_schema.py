import claycore.surface.coats
import claycore.surface.factor_trials.expectations
import claycore.surface.shapes
import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('mixing', '0001_schema'),
        ('shelf', '0001_schema'),
        ('studio', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='FactorTrial',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=80)),
                ('pieces_are', models.CharField(blank=True, max_length=120)),
                ('factors', models.JSONField()),
                ('control', models.CharField(blank=True, max_length=60)),
                ('slabs', models.PositiveSmallIntegerField()),
                ('scales', models.JSONField()),
                ('keeps_half', models.BooleanField(default=False)),
                ('blind', models.BooleanField(default=False)),
                ('shown_at', models.DateTimeField(null=True)),
                ('claim_factor', models.PositiveSmallIntegerField(null=True)),
                ('claim_level', models.PositiveSmallIntegerField(null=True)),
                ('claim_says', models.CharField(blank=True, choices=[(claycore.surface.factor_trials.expectations.Says['WORST'], 'comes out worst'), (claycore.surface.factor_trials.expectations.Says['BEST'], 'comes out best'), (claycore.surface.factor_trials.expectations.Says['NO_DIFFERENCE'], 'makes no difference')], max_length=13)),
                ('claim_scale', models.CharField(blank=True, max_length=16)),
                ('outcome', models.CharField(blank=True, choices=[('as_expected', 'as expected'), ('otherwise', 'not as expected'), ('not_decided', 'not decided')], max_length=11)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'trial of factors',
                'verbose_name_plural': 'trials of factors',
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='factor_trial_once_per_request'), models.CheckConstraint(condition=models.Q(('slabs__gt', 0), ('slabs__lte', 12)), name='factor_trial_has_slabs'), models.CheckConstraint(condition=models.Q(('claim_factor', None), models.Q(models.Q(('claim_says', ''), _negated=True), models.Q(('claim_scale', ''), _negated=True)), _connector='OR'), name='factor_trial_claim_whole')],
            },
        ),
        migrations.CreateModel(
            name='FactorPiece',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('slab', models.PositiveSmallIntegerField()),
                ('place', models.PositiveSmallIntegerField()),
                ('levels', models.JSONField()),
                ('lost', models.BooleanField(default=False)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='pieces', to='surface.factortrial')),
            ],
            options={
                'verbose_name': 'slab of a trial',
                'verbose_name_plural': 'slabs of a trial',
                'ordering': ['slab', 'place'],
                'constraints': [models.UniqueConstraint(fields=('trial', 'slab', 'place'), name='factor_piece_has_its_place')],
            },
        ),
        migrations.CreateModel(
            name='Expectation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('words', models.TextField(max_length=500)),
                ('after_results', models.BooleanField(default=False)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='expectations', to='surface.factortrial')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
            },
        ),
        migrations.CreateModel(
            name='PieceColour',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('washed', models.BooleanField()),
                ('typed', models.CharField(max_length=60)),
                ('lightness', models.FloatField()),
                ('a', models.FloatField()),
                ('b', models.FloatField()),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='surface.piececolour')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('piece', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='colours', to='surface.factorpiece')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'verbose_name': 'colour of a piece',
                'verbose_name_plural': 'colours of pieces',
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.UniqueConstraint(condition=models.Q(('superseded_at', None)), fields=('piece', 'washed'), name='piece_colour_once_a_half')],
            },
        ),
        migrations.CreateModel(
            name='Rating',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('scale', models.CharField(max_length=16)),
                ('rater', models.CharField(max_length=60)),
                ('step', models.PositiveSmallIntegerField()),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='surface.rating')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('piece', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='ratings', to='surface.factorpiece')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.UniqueConstraint(condition=models.Q(('superseded_at', None)), fields=('piece', 'scale', 'rater'), name='rating_once_a_rater'), models.CheckConstraint(condition=models.Q(('step__lte', 9)), name='rating_on_its_scale')],
            },
        ),
        migrations.CreateModel(
            name='SurfacePlan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=80)),
                ('shape', models.CharField(choices=[('beaker', 'cylinder or beaker'), ('bowl', 'bowl'), ('plate', 'plate'), ('box', 'box'), ('tile', 'tile')], max_length=8)),
                ('measures', models.JSONField()),
                ('pieces', models.PositiveSmallIntegerField(default=1)),
                ('side', models.CharField(choices=[(claycore.surface.shapes.Side['OUTSIDE'], 'outside'), (claycore.surface.shapes.Side['INSIDE'], 'inside'), (claycore.surface.shapes.Side['BOTH'], 'inside and outside')], max_length=8)),
                ('dip_mm', models.FloatField(null=True)),
                ('technique', models.CharField(choices=[(claycore.surface.coats.Technique['PLAIN'], 'plain coats'), (claycore.surface.coats.Technique['SCRATCHED'], 'scratched through'), (claycore.surface.coats.Technique['SPONGED_BACK'], 'sponged back'), (claycore.surface.coats.Technique['JOGGLED'], 'joggled'), (claycore.surface.coats.Technique['FEATHERED'], 'feathered'), (claycore.surface.coats.Technique['STACKED'], 'stacked clay, cut or thrown')], max_length=12)),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('clear_over', models.BooleanField(default=False)),
                ('request_key', models.UUIDField()),
                ('body', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='surface_plans', to='shelf.material')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='surface_plan_once_per_request'), models.CheckConstraint(condition=models.Q(('pieces__gt', 0)), name='surface_plan_has_pieces'), models.CheckConstraint(condition=models.Q(('dip_mm', None), ('dip_mm__gt', 0), _connector='OR'), name='surface_plan_dip_positive')],
            },
        ),
        migrations.CreateModel(
            name='PlannedCoat',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('place', models.PositiveSmallIntegerField()),
                ('name', models.CharField(max_length=120)),
                ('application', models.CharField(choices=[(claycore.surface.coats.Application['BRUSH'], 'brushed'), (claycore.surface.coats.Application['POUR'], 'poured'), (claycore.surface.coats.Application['DIP'], 'dipped'), (claycore.surface.coats.Application['SPONGE'], 'sponged'), (claycore.surface.coats.Application['TRAIL'], 'trailed'), (claycore.surface.coats.Application['LAY'], 'laid as a slab'), (claycore.surface.coats.Application['SPRAY'], 'sprayed')], max_length=6)),
                ('coats', models.PositiveSmallIntegerField()),
                ('thickness_mm', models.FloatField()),
                ('specific_gravity', models.FloatField()),
                ('onto', models.CharField(choices=[(claycore.surface.coats.Onto['LEATHER_HARD'], 'leather-hard clay'), (claycore.surface.coats.Onto['BISQUE'], 'bisque ware')], max_length=12)),
                ('overruled', models.JSONField(default=dict)),
                ('clay', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='shelf.material')),
                ('mix', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='mixing.mix')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('plan', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='coats', to='surface.surfaceplan')),
            ],
            options={
                'ordering': ['place', 'pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(('coats__gt', 0), ('coats__lte', 12), ('specific_gravity__gt', 1), ('thickness_mm__gt', 0)), name='coat_possible'), models.CheckConstraint(condition=models.Q(('mix', None), ('clay', None), _connector='OR'), name='coat_of_one_thing')],
            },
        ),
        migrations.CreateModel(
            name='KeptPreview',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('says', models.CharField(max_length=400)),
                ('content_type', models.CharField(max_length=20)),
                ('picture', models.BinaryField()),
                ('photograph', models.BinaryField(null=True)),
                ('withdrawn_at', models.DateTimeField(null=True)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('plan', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='previews', to='surface.surfaceplan')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='preview_kept_once_per_request')],
            },
        ),
    ]
