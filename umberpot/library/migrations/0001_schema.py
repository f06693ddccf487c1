import django.db.models.deletion
import umberpot.library.models.shares
from django.conf import settings
from django.db import migrations, models


# The full text keeps no copy of the words: it reads them from library_indexed, and these triggers
# tell it of every change there. Prefixes of one to three letters have an index of their own.
FULL_TEXT = """
CREATE VIRTUAL TABLE library_search USING fts5(
    scope, name, words,
    content='library_indexed', content_rowid='id',
    tokenize='unicode61 remove_diacritics 2', prefix='1 2 3'
);
CREATE TRIGGER library_indexed_made AFTER INSERT ON library_indexed BEGIN
    INSERT INTO library_search(rowid, scope, name, words)
    VALUES (new.id, new.scope, new.name, new.words);
END;
CREATE TRIGGER library_indexed_gone AFTER DELETE ON library_indexed BEGIN
    INSERT INTO library_search(library_search, rowid, scope, name, words)
    VALUES ('delete', old.id, old.scope, old.name, old.words);
END;
CREATE TRIGGER library_indexed_changed AFTER UPDATE ON library_indexed BEGIN
    INSERT INTO library_search(library_search, rowid, scope, name, words)
    VALUES ('delete', old.id, old.scope, old.name, old.words);
    INSERT INTO library_search(rowid, scope, name, words)
    VALUES (new.id, new.scope, new.name, new.words);
END;
"""

NO_FULL_TEXT = """
DROP TRIGGER library_indexed_made;
DROP TRIGGER library_indexed_gone;
DROP TRIGGER library_indexed_changed;
DROP TABLE library_search;
"""


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('auth', '__first__'),
        ('firings', '0001_schema'),
        ('mixing', '0001_schema'),
        ('shelf', '0001_schema'),
        ('studio', '0001_schema'),
        ('surface', '0001_schema'),
        ('tiles', '0001_schema'),
        ('ware', '0001_schema'),
    ]

    operations = [
        migrations.CreateModel(
            name='Finding',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('sentence', models.CharField(max_length=240)),
                ('words', models.TextField(blank=True, max_length=2000)),
                ('request_key', models.UUIDField()),
                ('clay', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='findings', to='shelf.material')),
                ('factor_trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='findings', to='surface.factortrial')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='findings', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('supersedes', models.OneToOneField(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='superseded_by', to='library.finding')),
                ('trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='findings', to='tiles.trial')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='finding_kept_once_per_request'), models.CheckConstraint(condition=models.Q(models.Q(('clay__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', True), ('trial__isnull', False)), models.Q(('clay__isnull', False), ('factor_trial__isnull', True), ('firing__isnull', True), ('trial__isnull', True)), models.Q(('clay__isnull', True), ('factor_trial__isnull', False), ('firing__isnull', True), ('trial__isnull', True)), models.Q(('clay__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', False), ('trial__isnull', True)), _connector='OR'), name='finding_about_one_thing'), models.CheckConstraint(condition=models.Q(('sentence', ''), _negated=True), name='finding_says_something')],
            },
        ),
        migrations.CreateModel(
            name='Indexed',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=20)),
                ('row_id', models.BigIntegerField()),
                ('scope', models.CharField(max_length=40)),
                ('name', models.TextField()),
                ('words', models.TextField()),
                ('key', models.CharField(max_length=200)),
                ('alias', models.CharField(blank=True, max_length=200)),
                ('version', models.PositiveSmallIntegerField()),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='studio.studio')),
            ],
            options={
                'indexes': [models.Index(fields=['studio', 'key'], name='indexed_by_key'), models.Index(fields=['studio', 'alias'], name='indexed_by_alias')],
                'constraints': [models.UniqueConstraint(fields=('kind', 'row_id'), name='indexed_once')],
            },
        ),
        migrations.CreateModel(
            name='Note',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('words', models.TextField(blank=True, max_length=1000)),
                ('image', models.BinaryField(null=True)),
                ('withdrawn_at', models.DateTimeField(null=True)),
                ('request_key', models.UUIDField()),
                ('batch', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='ware.warebatch')),
                ('factor_trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='surface.factortrial')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('material', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='remembered', to='shelf.material')),
                ('mix', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='mixing.mix')),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('tile', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='tiles.tile')),
                ('trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='notes', to='tiles.trial')),
            ],
            options={
                'ordering': ['-made_at', '-pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='note_kept_once_per_request'), models.CheckConstraint(condition=models.Q(models.Q(('batch__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', True), ('material__isnull', True), ('mix__isnull', True), ('tile__isnull', False), ('trial__isnull', True)), models.Q(('batch__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', True), ('material__isnull', True), ('mix__isnull', True), ('tile__isnull', True), ('trial__isnull', False)), models.Q(('batch__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', True), ('material__isnull', True), ('mix__isnull', False), ('tile__isnull', True), ('trial__isnull', True)), models.Q(('batch__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', False), ('material__isnull', True), ('mix__isnull', True), ('tile__isnull', True), ('trial__isnull', True)), models.Q(('batch__isnull', True), ('factor_trial__isnull', False), ('firing__isnull', True), ('material__isnull', True), ('mix__isnull', True), ('tile__isnull', True), ('trial__isnull', True)), models.Q(('batch__isnull', False), ('factor_trial__isnull', True), ('firing__isnull', True), ('material__isnull', True), ('mix__isnull', True), ('tile__isnull', True), ('trial__isnull', True)), models.Q(('batch__isnull', True), ('factor_trial__isnull', True), ('firing__isnull', True), ('material__isnull', False), ('mix__isnull', True), ('tile__isnull', True), ('trial__isnull', True)), _connector='OR'), name='note_about_one_thing'), models.CheckConstraint(condition=models.Q(models.Q(('words', ''), _negated=True), ('image__isnull', False), _connector='OR'), name='note_says_something')],
            },
        ),
        migrations.CreateModel(
            name='PracticeAnswer',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('skill', models.CharField(max_length=16)),
                ('right', models.BooleanField()),
                ('mistake', models.CharField(blank=True, max_length=240)),
                ('request_key', models.UUIDField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
            ],
            options={
                'ordering': ['made_at', 'pk'],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='practice_answered_once_per_request')],
            },
        ),
        migrations.CreateModel(
            name='Share',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('token', models.CharField(default=umberpot.library.models.shares.new_token, editable=False, max_length=40, unique=True)),
                ('ends_at', models.DateTimeField()),
                ('revoked_at', models.DateTimeField(editable=False, null=True)),
                ('request_key', models.UUIDField()),
                ('clay', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='shelf.material')),
                ('factor_trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='surface.factortrial')),
                ('finding', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='library.finding')),
                ('firing', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='firings.firing')),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='tiles.trial')),
            ],
            options={
                'ordering': [models.OrderBy(models.F('made_at'), descending=True), models.OrderBy(models.F('pk'), descending=True)],
                'constraints': [models.UniqueConstraint(fields=('studio', 'request_key'), name='shared_once_per_request'), models.CheckConstraint(condition=models.Q(models.Q(('clay__isnull', True), ('factor_trial__isnull', True), ('finding__isnull', True), ('firing__isnull', True), ('trial__isnull', False)), models.Q(('clay__isnull', False), ('factor_trial__isnull', True), ('finding__isnull', True), ('firing__isnull', True), ('trial__isnull', True)), models.Q(('clay__isnull', True), ('factor_trial__isnull', True), ('finding__isnull', True), ('firing__isnull', False), ('trial__isnull', True)), models.Q(('clay__isnull', True), ('factor_trial__isnull', True), ('finding__isnull', False), ('firing__isnull', True), ('trial__isnull', True)), models.Q(('clay__isnull', True), ('factor_trial__isnull', False), ('finding__isnull', True), ('firing__isnull', True), ('trial__isnull', True)), _connector='OR'), name='share_of_one_thing')],
            },
        ),
        migrations.CreateModel(
            name='TrialExpectation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_at', models.DateTimeField(auto_now_add=True)),
                ('words', models.TextField(max_length=500)),
                ('after_firing', models.BooleanField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='studio.studio')),
                ('trial', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='expectations', to='tiles.trial')),
            ],
            options={
                'verbose_name': 'expectation of a trial',
                'verbose_name_plural': 'expectations of trials',
                'ordering': ['made_at', 'pk'],
            },
        ),
        migrations.RunSQL(FULL_TEXT, NO_FULL_TEXT),
    ]
