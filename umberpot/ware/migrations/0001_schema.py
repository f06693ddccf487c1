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
            name='WareBatch',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('set_aside_at', models.DateTimeField(editable=False, null=True)),
                ('name', models.CharField(max_length=80)),
                ('cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], max_length=4)),
                ('ware', models.CharField(choices=[('porcelain', 'porcelain'), ('stoneware', 'stoneware'), ('earthenware', 'earthenware'), ('tableware', 'any tableware')], max_length=12)),
                ('school', models.CharField(choices=[('strict', 'limits used by potters who sell tableware'), ('loose', 'ranges commonly quoted for finished ware')], max_length=8)),
                ('glaze_name', models.CharField(blank=True, max_length=80)),
                ('glaze', models.CharField(blank=True, choices=[('stated_suitable', 'stated to be suitable for food'), ('not_stated', 'nothing stated'), ('none', 'no glaze')], max_length=15)),
                ('hazard_metal', models.CharField(choices=[('unknown', 'not known'), ('no', 'no'), ('yes', 'yes')], default='unknown', max_length=7)),
                ('crazed', models.CharField(choices=[('unknown', 'not known'), ('no', 'no'), ('yes', 'yes')], default='unknown', max_length=7)),
                ('lustre', models.CharField(choices=[('unknown', 'not known'), ('no', 'no'), ('yes', 'yes')], default='unknown', max_length=7)),
                ('decal', models.CharField(choices=[('unknown', 'not known'), ('no', 'no'), ('yes', 'yes')], default='unknown', max_length=7)),
                ('shock', models.CharField(choices=[('none', 'not tested'), ('withstood', 'withstood'), ('cracked', 'cracked')], default='none', max_length=9)),
                ('laboratory', models.CharField(blank=True, choices=[('', 'not tested'), ('laboratory_pass', 'passed'), ('laboratory_fail', 'failed')], max_length=15)),
                ('report', models.CharField(blank=True, max_length=120)),
                ('changed_at', models.DateTimeField(auto_now=True)),
                ('request_key', models.UUIDField()),
                ('clay', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='batches', to='shelf.material')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'batch of ware',
                'verbose_name_plural': 'batches of ware',
                'ordering': [models.OrderBy(models.F('made_at'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='ware_batch_once_per_request')],
            },
        ),
        migrations.CreateModel(
            name='LeachScreen',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('acid', models.CharField(max_length=40)),
                ('before', models.JSONField(null=True)),
                ('after', models.JSONField(null=True)),
                ('changed', models.BooleanField(null=True)),
                ('looked_at', models.DateTimeField(null=True)),
                ('seen', models.CharField(blank=True, max_length=200)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('batch', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='screens', to='ware.warebatch')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.UniqueConstraint(condition=models.Q(('changed', None)), fields=('batch',), name='one_screen_of_a_batch_at_a_time'), models.CheckConstraint(condition=models.Q(models.Q(('changed', None), ('looked_at', None)), models.Q(('changed__isnull', False), ('looked_at__isnull', False)), _connector='OR'), name='screen_done_when_looked_at')],
            },
        ),
    ]
