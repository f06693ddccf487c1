"""A data file that is new: its tables as the models are today, in one go.

Migrating one would make every table as it once was and change it step by step, some hundred steps.
A file that exists goes on by migrations, and a test holds what comes of both to be the same.
"""

from django.apps import apps
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations import RunSQL
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
from django.db.migrations.state import ProjectState


def is_new(connection: BaseDatabaseWrapper) -> bool:
    """Whether the data file has no table yet."""
    return not connection.introspection.table_names()


def lay_out(connection: BaseDatabaseWrapper) -> None:
    """Makes the tables of a new data file, all or none, and notes every migration as applied."""
    loader = MigrationLoader(None)
    with connection.schema_editor() as editor:
        for model in apps.get_models():
            if model._meta.can_migrate(connection):
                editor.create_model(model)
        recorder = MigrationRecorder(connection)
        recorder.ensure_schema()
        for app, name in loader.disk_migrations:
            recorder.record_applied(app, name)
        _own_sql(loader, editor)


def _own_sql(loader: MigrationLoader, editor: BaseDatabaseSchemaEditor) -> None:
    """What no model tells and migrations write themselves: the full text and its triggers."""
    for migration in loader.disk_migrations.values():
        for operation in migration.operations:
            if isinstance(operation, RunSQL):
                operation.database_forwards(
                    migration.app_label, editor, ProjectState(), ProjectState()
                )
