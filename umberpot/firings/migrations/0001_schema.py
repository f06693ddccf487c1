import django.db.models.deletion
import uuid
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('studio', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='Kiln',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=60)),
                ('shape', models.CharField(choices=[('round', 'Round'), ('rectangular', 'Rectangular')], max_length=12)),
                ('shelf_width_mm', models.FloatField(verbose_name='shelf width or diameter, mm')),
                ('shelf_depth_mm', models.FloatField(blank=True, null=True, verbose_name='shelf depth, mm')),
                ('shelf_count', models.PositiveSmallIntegerField(default=3, verbose_name='shelves')),
                ('usable_height_mm', models.FloatField(blank=True, null=True, verbose_name='usable height, mm')),
                ('post_height_mm', models.FloatField(blank=True, null=True, verbose_name='post height, mm')),
                ('heat', models.CharField(choices=[('electric', 'Electric'), ('fuel', 'Gas, oil or wood')], default='electric', max_length=8)),
                ('power_kw', models.FloatField(blank=True, null=True, verbose_name='power, kW')),
                ('price_per_kwh', models.FloatField(blank=True, null=True, verbose_name='price per kWh')),
                ('spread_c', models.FloatField(blank=True, null=True, verbose_name='top hotter than bottom by, °C')),
                ('controller', models.CharField(blank=True, max_length=40)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='kiln_entered_once_per_request'), models.CheckConstraint(condition=models.Q(('shelf_width_mm__gt', 0), models.Q(('shelf_depth_mm', None), ('shelf_depth_mm__gt', 0), _connector='OR'), ('shelf_count__gte', 1), ('shelf_count__lte', 12)), name='kiln_shelves_positive'), models.CheckConstraint(condition=models.Q(models.Q(('shape', 'round'), ('shelf_depth_mm', None)), models.Q(('shape', 'rectangular'), ('shelf_depth_mm__isnull', False)), _connector='OR'), name='kiln_depth_unless_round')],
            },
        ),
        migrations.CreateModel(
            name='Firing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('atmosphere', models.CharField(choices=[('oxidation', 'Oxidation'), ('reduction', 'Reduction')], default='oxidation', max_length=9)),
                ('fired_on', models.DateField(verbose_name='firing date')),
                ('note', models.CharField(blank=True, max_length=200)),
                ('request_key', models.UUIDField(default=uuid.uuid4)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('kiln', models.ForeignKey(editable=False, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='firings', to='firings.kiln')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('fired_on'), descending=True), models.OrderBy(models.F('pk'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='firing_recorded_once_per_request')],
            },
        ),
        migrations.CreateModel(
            name='FiringChange',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('says', models.CharField(max_length=240)),
                ('firing', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='changes', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'correction of a firing',
                'verbose_name_plural': 'corrections of firings',
                'ordering': ['made_at', 'pk'],
            },
        ),
        migrations.CreateModel(
            name='WitnessCone',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('shelf', models.PositiveSmallIntegerField()),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('bend', models.CharField(choices=[('standing', 'standing'), ('half', 'half down'), ('down', 'down')], max_length=8)),
                ('firing', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='witness_cones', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['shelf', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('firing', 'shelf', 'cone'), name='witness_cone_once_on_a_shelf')],
            },
        ),
    ]
