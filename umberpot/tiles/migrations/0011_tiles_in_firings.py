"""A loading is called a tile in a firing, as on pages."""

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ('tiles', '0010_soaks_of_the_last_day'),
    ]

    operations = [
        migrations.AlterModelOptions(
            name='loading',
            options={'ordering': ['firing__fired_on', 'pk'], 'verbose_name': 'tile in a firing', 'verbose_name_plural': 'tiles in firings'},
        ),
    ]
