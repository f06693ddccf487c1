import django.db.models.deletion
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
            name='Photograph',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('image', models.BinaryField()),
                ('width', models.PositiveIntegerField()),
                ('height', models.PositiveIntegerField()),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='photographs', to='tiles.trial')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='photograph_kept_once_per_request'), models.CheckConstraint(condition=models.Q(('height__gt', 0), ('width__gt', 0)), name='photograph_has_a_size')],
            },
        ),
        migrations.CreateModel(
            name='Prediction',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('clay', models.CharField(max_length=200)),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('atmosphere', models.CharField(choices=[('oxidation', 'Oxidation'), ('reduction', 'Reduction')], max_length=9)),
                ('glazed', models.BooleanField()),
                ('pcts', models.JSONField()),
                ('wanted', models.JSONField()),
                ('predicted', models.JSONField()),
                ('expected_error', models.FloatField()),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='prediction_kept_once_per_request'), models.CheckConstraint(condition=models.Q(('expected_error__gte', 0)), name='prediction_error_not_negative')],
            },
        ),
        migrations.CreateModel(
            name='Ring',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('of_bare_half', models.BooleanField(default=False)),
                ('lightness', models.FloatField(null=True)),
                ('a', models.FloatField(null=True)),
                ('b', models.FloatField(null=True)),
                ('x', models.FloatField()),
                ('y', models.FloatField()),
                ('radius', models.FloatField()),
                ('photograph', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='rings', to='colours.photograph')),
                ('reading', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='ring', to='tiles.colourreading')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='rings', to='tiles.tile')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(('radius__gt', 0)), name='ring_has_a_size'), models.CheckConstraint(condition=models.Q(models.Q(('a', None), ('b', None), ('lightness', None), ('tile__isnull', False)), models.Q(('a__isnull', False), ('b__isnull', False), ('lightness__isnull', False), ('tile', None)), _connector='OR'), name='ring_is_a_tile_or_a_reference'), models.UniqueConstraint(condition=models.Q(('tile__isnull', False)), fields=('photograph', 'tile', 'of_bare_half'), name='tile_or_half_once_in_a_photograph')],
            },
        ),
        migrations.CreateModel(
            name='Scale',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('from_x', models.FloatField()),
                ('from_y', models.FloatField()),
                ('to_x', models.FloatField()),
                ('to_y', models.FloatField()),
                ('distance_mm', models.FloatField()),
                ('photograph', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='scale', to='colours.photograph')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('distance_mm__gt', 0)), name='scale_distance_positive'), models.CheckConstraint(condition=models.Q(('from_x', models.F('to_x')), ('from_y', models.F('to_y')), _negated=True), name='scale_between_two_points')],
            },
        ),
    ]
