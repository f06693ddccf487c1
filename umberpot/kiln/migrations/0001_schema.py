import django.db.models.deletion
import django.db.models.functions.text
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('firings', '0001_schema'),
        ('studio', '0001_schema'),
        ('tiles', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='Schedule',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=60)),
                ('stage', models.CharField(blank=True, choices=[('bisque', 'Bisque'), ('glaze', 'Glaze or test, ware fired before'), ('single', 'Single firing of raw ware')], max_length=8)),
                ('cone', models.CharField(blank=True, choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('segments', models.JSONField()),
                ('start_c', models.FloatField(default=20.0)),
                ('request_key', models.UUIDField(editable=False)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [django.db.models.functions.text.Lower('name'), 'pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='schedule_made_once_per_request'), models.CheckConstraint(condition=models.Q(('start_c__gte', -30), ('start_c__lte', 1400)), name='schedule_start_in_reason')],
            },
        ),
        migrations.CreateModel(
            name='Load',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('atmosphere', models.CharField(choices=[('oxidation', 'Oxidation'), ('reduction', 'Reduction')], default='oxidation', max_length=9)),
                ('clearance_mm', models.FloatField(default=5.0, verbose_name='clearance, mm')),
                ('state', models.CharField(choices=[('planned', 'Planned'), ('fired', 'Fired'), ('cancelled', 'Cancelled')], default='planned', max_length=9)),
                ('request_key', models.UUIDField(editable=False)),
                ('firing', models.OneToOneField(editable=False, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='load', to='firings.firing')),
                ('kiln', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='loads', to='firings.kiln')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('schedule', models.ForeignKey(editable=False, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='loads', to='kiln.schedule')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('pk'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='load_planned_once_per_request'), models.CheckConstraint(condition=models.Q(('clearance_mm__gte', 0), ('clearance_mm__lte', 200)), name='load_clearance_in_reason'), models.CheckConstraint(condition=models.Q(models.Q(('firing__isnull', False), ('state', 'fired')), models.Q(models.Q(('state', 'fired'), _negated=True), ('firing', None)), _connector='OR'), name='load_has_its_firing_once_fired')],
            },
        ),
        migrations.CreateModel(
            name='FiringLog',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('state', models.CharField(choices=[('running', 'Running'), ('done', 'Schedule completed'), ('stopped', 'Stopped early'), ('lost', 'Connection lost for good')], max_length=8)),
                ('segments', models.JSONField(default=list)),
                ('start_c', models.FloatField(default=20.0)),
                ('seconds', models.FloatField(default=0.0)),
                ('heard_at', models.DateTimeField(null=True)),
                ('file_name', models.CharField(blank=True, max_length=100)),
                ('troubles', models.JSONField(default=list)),
                ('request_key', models.UUIDField()),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='logs', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('load', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='logs', to='kiln.load')),
            ],
            options={
                'verbose_name': 'log of a firing',
                'verbose_name_plural': 'logs of firings',
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='log_begun_once_per_request'), models.UniqueConstraint(condition=models.Q(('state', 'running')), fields=('load',), name='log_one_running_of_a_load'), models.CheckConstraint(condition=models.Q(('load__isnull', False), ('firing__isnull', False), _connector='OR'), name='log_belongs_to_a_load_or_firing')],
            },
        ),
        migrations.CreateModel(
            name='LoadedPiece',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('on_edge', models.BooleanField(default=False)),
                ('in_saucer', models.BooleanField(default=False)),
                ('width_mm', models.FloatField()),
                ('depth_mm', models.FloatField()),
                ('shelf', models.PositiveSmallIntegerField(null=True)),
                ('x_mm', models.FloatField(null=True)),
                ('y_mm', models.FloatField(null=True)),
                ('locked', models.BooleanField(default=False)),
                ('load', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='pieces', to='kiln.load')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='loaded', to='tiles.tile')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(('depth_mm__gt', 0), ('width_mm__gt', 0)), name='loaded_piece_has_a_size'), models.CheckConstraint(condition=models.Q(models.Q(('locked', False), ('shelf', None), ('x_mm', None), ('y_mm', None)), models.Q(('shelf__isnull', False), ('x_mm__isnull', False), ('y_mm__isnull', False)), _connector='OR'), name='loaded_piece_stands_or_does_not')],
            },
        ),
        migrations.CreateModel(
            name='LogPoint',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('seconds', models.FloatField()),
                ('celsius', models.FloatField()),
                ('log', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='points', to='kiln.firinglog')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['seconds'],
                'constraints': [models.UniqueConstraint(fields=('log', 'seconds'), name='log_point_once_a_time')],
            },
        ),
    ]
