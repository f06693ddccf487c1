import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('shelf', '0001_schema'),
        ('studio', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='SummedUp',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('clay', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='summed_up', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'abstract': False,
            },
        ),
        migrations.CreateModel(
            name='ClayFigure',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('cone', models.CharField(blank=True, max_length=4)),
                ('result', models.CharField(max_length=22)),
                ('method', models.CharField(blank=True, max_length=12)),
                ('surest', models.BooleanField()),
                ('value', models.FloatField()),
                ('u95', models.FloatField()),
                ('instruments_u95', models.FloatField()),
                ('squares', models.FloatField()),
                ('bars', models.PositiveSmallIntegerField()),
                ('clay', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='figures', to='shelf.material')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('clay', 'cone', 'result', 'method'), name='clay_figure_once_a_cone'), models.UniqueConstraint(condition=models.Q(('surest', True)), fields=('clay', 'cone', 'result'), name='clay_figure_one_surest_a_cone')],
            },
        ),
    ]
