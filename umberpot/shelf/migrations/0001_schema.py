import claycore.judging.purposes
import claycore.materials.clay_in_hand
import django.db.models.deletion
import django.db.models.functions.text
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
            name='Material',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('key', models.UUIDField(default=uuid.uuid4, editable=False)),
                ('kind', models.CharField(choices=[('clay_body', 'Clay body'), ('dug_clay', 'Dug clay'), ('stain', 'Stain'), ('oxide', 'Oxide'), ('leftover', 'Leftover'), ('reclaim', 'Reclaim bucket'), ('blend', 'Clay blend')], max_length=10)),
                ('name', models.CharField(max_length=60)),
                ('supplier_code', models.CharField(blank=True, max_length=24, verbose_name="supplier's code")),
                ('price_per_kg', models.DecimalField(blank=True, decimal_places=2, max_digits=9, null=True, verbose_name='price per kg')),
                ('state', models.CharField(choices=[('dry', 'dry'), ('plastic', 'plastic'), ('slip', 'slip')], default='dry', max_length=8)),
                ('water_pct', models.FloatField(blank=True, null=True, verbose_name='water, % of wet weight')),
                ('hazards', models.JSONField(blank=True, default=list, verbose_name='watch for')),
                ('top_cone', models.CharField(blank=True, choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4, verbose_name='highest cone')),
                ('notes', models.TextField(blank=True, max_length=2000)),
                ('purpose', models.CharField(blank=True, choices=claycore.judging.purposes.choices, editable=False, max_length=12)),
                ('ware', models.CharField(blank=True, choices=[('porcelain', 'porcelain'), ('stoneware', 'stoneware'), ('earthenware', 'earthenware'), ('tableware', 'any tableware')], editable=False, max_length=12)),
                ('water_u95', models.FloatField(blank=True, editable=False, null=True)),
                ('water_measured_on', models.DateField(blank=True, editable=False, null=True)),
                ('retired_at', models.DateTimeField(blank=True, editable=False, null=True)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['kind', django.db.models.functions.text.Lower('name')],
                'constraints': [models.UniqueConstraint(models.F('studio'), django.db.models.functions.text.Lower('name'), condition=models.Q(('retired_at', None)), name='material_name_once_on_a_shelf', violation_error_message='A material with this name is already on the shelf. Choose another name.'), models.UniqueConstraint(fields=('studio', 'key'), name='material_key_once_in_a_studio'), models.CheckConstraint(condition=models.Q(('water_pct', None), models.Q(('water_pct__gt', 0), ('water_pct__lt', 100)), _connector='OR'), name='material_water_between_0_and_100'), models.CheckConstraint(condition=models.Q(('price_per_kg', None), ('price_per_kg__gte', 0), _connector='OR'), name='material_price_not_negative')],
            },
        ),
        migrations.CreateModel(
            name='FieldSheet',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('jar_code', models.CharField(blank=True, max_length=12, verbose_name='jar code')),
                ('place', models.CharField(blank=True, max_length=120)),
                ('latitude', models.FloatField(blank=True, null=True)),
                ('longitude', models.FloatField(blank=True, null=True)),
                ('dug_on', models.DateField(blank=True, null=True, verbose_name='dug on')),
                ('depth_cm', models.FloatField(blank=True, null=True)),
                ('leave', models.CharField(blank=True, choices=[('own', 'own land'), ('given', 'permission given'), ('not_yet', 'not asked yet')], max_length=7, verbose_name='leave to dig')),
                ('leave_from', models.CharField(blank=True, max_length=120, verbose_name='leave from')),
                ('raw_colour', models.CharField(blank=True, max_length=60, verbose_name='raw colour')),
                ('smooth_pct', models.FloatField(blank=True, null=True)),
                ('coil', models.CharField(blank=True, choices=[('bends', 'bends cleanly'), ('cracks_late', 'cracks when bent sharply'), ('cracks_at_once', 'cracks at once (short)')], max_length=14)),
                ('acid', models.CharField(blank=True, choices=[('none', 'nothing happens'), ('weak', 'a few bubbles'), ('strong', 'fizzes')], max_length=6)),
                ('sand_mm', models.FloatField(blank=True, null=True)),
                ('silt_mm', models.FloatField(blank=True, null=True)),
                ('clay_mm', models.FloatField(blank=True, null=True)),
                ('dug_g', models.FloatField(blank=True, null=True)),
                ('slaked_on', models.DateField(blank=True, null=True, verbose_name='slaked on')),
                ('mesh', models.CharField(blank=True, max_length=40, verbose_name='sieved through')),
                ('dried_g', models.FloatField(blank=True, null=True)),
                ('water_l', models.FloatField(blank=True, null=True)),
                ('throws', models.CharField(blank=True, choices=[('pleasant', 'a pleasure'), ('workable', 'workable'), ('unpleasant', 'unpleasant')], max_length=10)),
                ('stands', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('stretches', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('grit', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('dries', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('throwing_notes', models.TextField(blank=True, max_length=2000)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('material', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='sheet', to='shelf.material')),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(models.Q(('latitude', None), ('longitude', None)), models.Q(('latitude__gte', -90), ('latitude__lte', 90), ('longitude__gte', -180), ('longitude__lte', 180)), _connector='OR'), name='sheet_coordinates_on_earth'), models.CheckConstraint(condition=models.Q(('smooth_pct', None), models.Q(('smooth_pct__gte', 0), ('smooth_pct__lte', 100)), _connector='OR'), name='sheet_smooth_share_0_to_100'), models.CheckConstraint(condition=models.Q(models.Q(('dug_g', None), ('dug_g__gt', 0), _connector='OR'), models.Q(('dried_g', None), ('dried_g__gt', 0), _connector='OR'), models.Q(('dug_g', None), ('dried_g', None), ('dried_g__lte', models.F('dug_g')), _connector='OR')), name='sheet_dries_to_no_more_than_was_dug')],
            },
        ),
        migrations.CreateModel(
            name='BlendPart',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('share_pct', models.FloatField()),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('blend', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='blend_parts', to='shelf.material')),
                ('clay', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='blended_into', to='shelf.material')),
            ],
            options={
                'ordering': ['pk'],
                'constraints': [models.UniqueConstraint(fields=('blend', 'clay'), name='clay_once_in_a_blend'), models.CheckConstraint(condition=models.Q(('share_pct__gt', 0), ('share_pct__lt', 100)), name='blend_share_0_to_100'), models.CheckConstraint(condition=models.Q(('blend', models.F('clay')), _negated=True), name='blend_not_of_itself')],
            },
        ),
        migrations.CreateModel(
            name='Photo',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('image', models.BinaryField()),
                ('caption', models.CharField(blank=True, max_length=120)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('material', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='photos', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='photo_kept_once_per_request')],
            },
        ),
        migrations.CreateModel(
            name='Pooled',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('name', models.CharField(max_length=120)),
                ('dry_g', models.FloatField()),
                ('contains', models.JSONField(null=True)),
                ('request_key', models.UUIDField()),
                ('bucket', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='pooled', to='shelf.material')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'addition to a bucket',
                'verbose_name_plural': 'additions to buckets',
                'ordering': ['made_at', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='pooled_once_per_request'), models.CheckConstraint(condition=models.Q(('dry_g__gt', 0)), name='pooled_positive')],
            },
        ),
        migrations.CreateModel(
            name='StockMovement',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('grams', models.FloatField()),
                ('reason', models.CharField(choices=[('counted', 'stock counted'), ('weighed', 'weighed out'), ('corrected', 'weighing corrected'), ('left', 'leftover stored'), ('pooled', 'to or from reclaim'), ('dried', 'dried and sieved'), ('miscount', 'weighed out: the count was wrong')], max_length=9)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('material', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='movements', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
            },
        ),
        migrations.CreateModel(
            name='SupplierClaim',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('cone_low', models.CharField(blank=True, choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('cone_high', models.CharField(blank=True, choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('total_pct', models.FloatField(blank=True, null=True)),
                ('absorption_pct', models.FloatField(blank=True, null=True)),
                ('material', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='claim', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'db_table': 'shelf_labelclaim',
                'constraints': [models.CheckConstraint(condition=models.Q(models.Q(('total_pct', None), models.Q(('total_pct__gte', 0), ('total_pct__lt', 100)), _connector='OR'), models.Q(('absorption_pct', None), ('absorption_pct__gte', 0), _connector='OR')), name='claim_percentages_possible')],
            },
        ),
        migrations.CreateModel(
            name='WaterMeasurement',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('wet_g', models.FloatField()),
                ('dry_g', models.FloatField()),
                ('step_g', models.FloatField()),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('material', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='waters', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='water_measured_once_per_request'), models.CheckConstraint(condition=models.Q(('dry_g__gt', 0), ('step_g__gt', 0), ('wet_g__gt', models.F('dry_g'))), name='water_pinch_lighter_when_dry')],
            },
        ),
        migrations.CreateModel(
            name='Container',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=40)),
                ('tare_g', models.FloatField(verbose_name='Empty weight, g')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': [django.db.models.functions.text.Lower('name')],
                'constraints': [models.UniqueConstraint(models.F('studio'), django.db.models.functions.text.Lower('name'), name='container_name_once', violation_error_message='A container with this name already exists. Choose another name.'), models.CheckConstraint(condition=models.Q(('tare_g__gt', 0)), name='container_tare_positive')],
            },
        ),
    ]
