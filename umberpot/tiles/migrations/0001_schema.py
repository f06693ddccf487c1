import claycore.judging.limits
import claycore.testing.bar_roles
import claycore.testing.readings
import claycore.testing.soaking
import django.db.models.deletion
import umberpot.tiles.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('firings', '0001_schema'),
        ('mixing', '0001_schema'),
        ('shelf', '0001_schema'),
        ('studio', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='Trial',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('name', models.CharField(max_length=80)),
                ('ware', models.CharField(choices=[('porcelain', 'porcelain'), ('stoneware', 'stoneware'), ('earthenware', 'earthenware'), ('tableware', 'any tableware')], max_length=12)),
                ('school', models.CharField(choices=[('strict', 'strict'), ('loose', 'loose')], max_length=8)),
                ('atmosphere', models.CharField(choices=[('oxidation', 'Oxidation'), ('reduction', 'Reduction')], default='oxidation', max_length=9)),
                ('piece_length_mm', models.FloatField(null=True, verbose_name='length of a piece, mm')),
                ('piece_width_mm', models.FloatField(null=True, verbose_name='width of a piece, mm')),
                ('piece_thickness_mm', models.FloatField(null=True, verbose_name='thickness of a piece, mm')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('plan', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='trial', to='mixing.plan')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.CheckConstraint(condition=models.Q(models.Q(('piece_length_mm', None), ('piece_length_mm__gt', 0), _connector='OR'), models.Q(('piece_width_mm', None), ('piece_width_mm__gt', 0), _connector='OR'), models.Q(('piece_thickness_mm', None), ('piece_thickness_mm__gt', 0), _connector='OR')), name='trial_pieces_have_a_size')],
            },
        ),
        migrations.CreateModel(
            name='Tile',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('role', models.CharField(blank=True, choices=claycore.testing.bar_roles.choices, max_length=24)),
                ('cone_plan', models.JSONField(default=list)),
                ('code', models.CharField(max_length=8)),
                ('inscription', models.JSONField(db_column='label_lines', default=list)),
                ('mark_length_mm', models.FloatField()),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4, verbose_name='cone')),
                ('atmosphere', models.CharField(choices=[('oxidation', 'Oxidation'), ('reduction', 'Reduction')], default='oxidation', max_length=9)),
                ('glazed', models.BooleanField(default=False)),
                ('bare_half', models.BooleanField(default=False)),
                ('shaped_at', models.DateTimeField(null=True)),
                ('step', models.CharField(choices=[('make', 'Make and label'), ('dry', 'Dry, then measure and weigh'), ('fire', 'Fire'), ('measure', 'Measure and weigh after firing'), ('soak', 'Soak and weigh'), ('colour', 'Record the colour'), ('read', 'Results ready')], db_index=True, default='dry', max_length=7)),
                ('request_key', models.UUIDField()),
                ('clay', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='bars', to='shelf.material')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('mix', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='tiles', to='mixing.mix')),
                ('remakes', models.OneToOneField(editable=False, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='remade_as', to='tiles.tile')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='tiles', to='tiles.trial')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'code'), name='tile_code_once_in_a_studio'), models.CheckConstraint(condition=models.Q(('mark_length_mm__gt', 0)), name='tile_mark_positive'), models.CheckConstraint(condition=models.Q(('mix__isnull', False), ('clay__isnull', False), _connector='OR'), name='tile_is_made_of_something'), models.CheckConstraint(condition=models.Q(('bare_half', False), ('glazed', True), _connector='OR'), name='tile_bare_half_beside_a_glaze')],
            },
        ),
        migrations.CreateModel(
            name='ClayTest',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('method', models.CharField(choices=claycore.testing.soaking.choices, max_length=24)),
                ('span_mm', models.FloatField(null=True)),
                ('clay', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='tests', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='test', to='tiles.trial')),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('span_mm', None), ('span_mm__gt', 0), _connector='OR'), name='test_span_positive')],
            },
        ),
        migrations.CreateModel(
            name='Remark',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('code', models.CharField(choices=umberpot.tiles.models.remark_choices, max_length=24)),
                ('withdrawn_at', models.DateTimeField(null=True)),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='remarks', to='tiles.tile')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'constraints': [models.UniqueConstraint(condition=models.Q(('firing', None), ('withdrawn_at', None)), fields=('tile', 'code'), name='remark_once_before_firing'), models.UniqueConstraint(condition=models.Q(('firing__isnull', False), ('withdrawn_at', None)), fields=('tile', 'code', 'firing'), name='remark_once_after_a_firing')],
            },
        ),
        migrations.CreateModel(
            name='Reading',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('quantity', models.CharField(choices=claycore.testing.readings.choices, max_length=12)),
                ('value', models.FloatField()),
                ('step', models.FloatField()),
                ('method', models.CharField(blank=True, choices=claycore.testing.soaking.choices, max_length=24)),
                ('kept_because', models.CharField(blank=True, max_length=200)),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='tiles.reading')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='readings', to='tiles.tile')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.CheckConstraint(condition=models.Q(('step__gt', 0), models.Q(('value__gt', 0), models.Q(('quantity', 'sag'), ('value__gte', 0)), _connector='OR')), name='reading_positive'), models.CheckConstraint(condition=models.Q(models.Q(('firing', None), ('quantity__in', ['length_wet', 'mass_wet', 'length_dry', 'mass_dry'])), models.Q(('firing__isnull', False), ('quantity__in', ['length_fired', 'mass_fired', 'mass_soaked', 'mass_hung', 'sag', 'thickness'])), _connector='OR'), name='reading_belongs_to_its_stage'), models.CheckConstraint(condition=models.Q(models.Q(('quantity__in', ['mass_soaked', 'mass_hung']), models.Q(('method', ''), _negated=True)), models.Q(models.Q(('quantity__in', ['mass_soaked', 'mass_hung']), _negated=True), ('method', '')), _connector='OR'), name='reading_soaked_has_a_method'), models.UniqueConstraint(condition=models.Q(('firing', None), ('superseded_at', None)), fields=('tile', 'quantity'), name='reading_one_current_before_firing'), models.UniqueConstraint(condition=models.Q(('firing__isnull', False), ('superseded_at', None)), fields=('tile', 'quantity', 'firing', 'method'), name='reading_one_current_after_firing')],
            },
        ),
        migrations.CreateModel(
            name='Loading',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('shelf', models.PositiveSmallIntegerField(null=True)),
                ('x_mm', models.FloatField(null=True)),
                ('y_mm', models.FloatField(null=True)),
                ('width_mm', models.FloatField(null=True)),
                ('depth_mm', models.FloatField(null=True)),
                ('firing', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='loadings', to='firings.firing')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='loadings', to='tiles.tile')),
            ],
            options={
                'ordering': ['firing__fired_on', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('tile', 'firing'), name='tile_once_in_a_firing')],
            },
        ),
        migrations.CreateModel(
            name='DryingWeighing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('grams', models.FloatField()),
                ('step', models.FloatField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='drying_weighings', to='tiles.tile')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(('grams__gt', 0), ('step__gt', 0)), name='drying_weighing_positive')],
            },
        ),
        migrations.CreateModel(
            name='ColourWords',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('words', models.CharField(max_length=60)),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='tiles.colourwords')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='colour_words', to='tiles.tile')),
            ],
            options={
                'verbose_name': 'colour in words',
                'verbose_name_plural': 'colours in words',
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.CheckConstraint(condition=models.Q(('firing__isnull', False)), name='words_belong_to_a_firing'), models.UniqueConstraint(condition=models.Q(('superseded_at', None)), fields=('tile', 'firing'), name='words_one_current_per_firing')],
            },
        ),
        migrations.CreateModel(
            name='ColourReading',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('superseded_at', models.DateTimeField(null=True)),
                ('lightness', models.FloatField()),
                ('a', models.FloatField()),
                ('b', models.FloatField()),
                ('typed', models.CharField(max_length=60)),
                ('source', models.CharField(choices=[('typed', 'Typed'), ('photograph', 'Photograph'), ('by_eye', 'By eye'), ('instrument', 'Instrument')], default='typed', max_length=10)),
                ('u95', models.FloatField(null=True)),
                ('of_bare_half', models.BooleanField(default=False)),
                ('corrects', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='corrected_by', to='tiles.colourreading')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('superseded_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('tile', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='colours', to='tiles.tile')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'abstract': False,
                'constraints': [models.CheckConstraint(condition=models.Q(('lightness__gte', 0), ('lightness__lte', 100)), name='colour_lightness_0_to_100'), models.CheckConstraint(condition=models.Q(('u95', None), ('u95__gte', 0), _connector='OR'), name='colour_u95_not_negative'), models.CheckConstraint(condition=models.Q(('firing__isnull', False)), name='colour_belongs_to_a_firing'), models.UniqueConstraint(condition=models.Q(('superseded_at', None)), fields=('tile', 'firing', 'of_bare_half'), name='colour_one_current_per_firing_and_half')],
            },
        ),
    ]
