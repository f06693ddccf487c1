import claycore.judging.limits
import claycore.judging.purposes
import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('contenttypes', '0002_remove_content_type_name'),
    ]

    operations = [
        migrations.CreateModel(
            name='Studio',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('scale_step_g', models.FloatField(default=0.1, verbose_name='scale step, g')),
                ('ruler_step_mm', models.FloatField(default=0.5, verbose_name='ruler step, mm')),
                ('mark_length_mm', models.FloatField(default=100.0, verbose_name='mark length, mm')),
                ('usual_cone', models.CharField(choices=[('022', '022'), ('021', '021'), ('020', '020'), ('019', '019'), ('018', '018'), ('017', '017'), ('016', '016'), ('015', '015'), ('014', '014'), ('013', '013'), ('012', '012'), ('011', '011'), ('010', '010'), ('09', '09'), ('08', '08'), ('07', '07'), ('06', '06'), ('05.5', '05.5'), ('05', '05'), ('04', '04'), ('03', '03'), ('02', '02'), ('01', '01'), ('1', '1'), ('2', '2'), ('3', '3'), ('4', '4'), ('5', '5'), ('5.5', '5.5'), ('6', '6'), ('7', '7'), ('8', '8'), ('9', '9'), ('10', '10'), ('11', '11'), ('12', '12'), ('13', '13'), ('14', '14')], default='6', max_length=4, verbose_name='usual cone')),
                ('scratching_tool', models.CharField(choices=[('needle', 'needle'), ('stylus', 'stylus'), ('stick', 'stick')], default='stylus', max_length=8)),
                ('purpose', models.CharField(choices=claycore.judging.purposes.choices, default='tableware', max_length=12)),
                ('ware', models.CharField(choices=[('porcelain', 'porcelain'), ('stoneware', 'stoneware'), ('earthenware', 'earthenware'), ('tableware', 'any tableware')], default='stoneware', max_length=12)),
                ('school', models.CharField(choices=[('strict', 'strict'), ('loose', 'loose')], default='strict', max_length=8)),
                ('own_limits', models.JSONField(default=dict, editable=False)),
                ('own_waits', models.JSONField(default=dict, editable=False)),
                ('currency', models.CharField(default='€', max_length=4, verbose_name='currency sign')),
                ('next_tile_number', models.PositiveIntegerField(default=0, editable=False)),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('mark_length_mm__gt', 0), ('ruler_step_mm__gt', 0), ('scale_step_g__gt', 0)), name='studio_steps_positive')],
            },
        ),
        migrations.CreateModel(
            name='Membership',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('role', models.CharField(choices=[('owner', 'owner'), ('maker', 'maker'), ('reader', 'reader')], max_length=8)),
                ('joined_at', models.DateTimeField(default=django.utils.timezone.now, editable=False)),
                ('user', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='membership', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='memberships', to='studio.studio')),
            ],
            options={
                'ordering': ['joined_at', 'pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(('role__in', ['owner', 'maker', 'reader'])), name='membership_known_role')],
            },
        ),
        migrations.CreateModel(
            name='JournalEntry',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('object_repr', models.TextField(verbose_name='object representation')),
                ('serialized_data', models.JSONField(null=True)),
                ('changes_text', models.TextField(blank=True, verbose_name='change message')),
                ('changes', models.JSONField(null=True, verbose_name='change message')),
                ('cid', models.CharField(blank=True, db_index=True, max_length=255, null=True, verbose_name='Correlation ID')),
                ('remote_addr', models.GenericIPAddressField(blank=True, null=True, verbose_name='remote address')),
                ('remote_port', models.PositiveIntegerField(blank=True, null=True, verbose_name='remote port')),
                ('additional_data', models.JSONField(blank=True, null=True, verbose_name='additional data')),
                ('actor_email', models.CharField(blank=True, max_length=254, null=True, verbose_name='actor email')),
                ('doing', models.CharField(max_length=80)),
                ('object_pk', models.CharField(max_length=255)),
                ('object_id', models.BigIntegerField(null=True)),
                ('action', models.PositiveSmallIntegerField(choices=[(0, 'create'), (1, 'update'), (2, 'delete'), (3, 'access')])),
                ('timestamp', models.DateTimeField(default=django.utils.timezone.now)),
                ('actor', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL, verbose_name='actor')),
                ('content_type', models.ForeignKey(db_index=False, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='contenttypes.contenttype')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='studio.studio')),
            ],
            options={
                'verbose_name': 'log entry',
                'verbose_name_plural': 'log entries',
                'ordering': ['-pk'],
                'get_latest_by': 'timestamp',
                'abstract': False,
                'indexes': [models.Index(fields=['studio', '-id'], name='journal_of_a_studio'), models.Index(fields=['content_type', 'object_id'], name='journal_of_a_row')],
            },
        ),
        migrations.CreateModel(
            name='Invitation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('digest', models.CharField(editable=False, max_length=64, unique=True)),
                ('role', models.CharField(choices=[('owner', 'owner'), ('maker', 'maker'), ('reader', 'reader')], max_length=8)),
                ('meant_for', models.CharField(max_length=80, verbose_name='who it is for')),
                ('ends_at', models.DateTimeField()),
                ('withdrawn_at', models.DateTimeField(editable=False, null=True)),
                ('used_at', models.DateTimeField(editable=False, null=True)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('used_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.CheckConstraint(condition=models.Q(models.Q(('used_at', None), ('used_by', None)), models.Q(('used_at__isnull', False), ('used_by__isnull', False), ('withdrawn_at', None)), _connector='OR'), name='invitation_used_by_someone_or_withdrawn'), models.CheckConstraint(condition=models.Q(('role__in', ['owner', 'maker', 'reader'])), name='invitation_known_role')],
            },
        ),
    ]
