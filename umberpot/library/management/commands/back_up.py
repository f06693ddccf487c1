"""``manage.py back_up [--before-update]``: one backup of the data file."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from umberpot.library.backups import copies, services


class Command(BaseCommand):
    """Copies and checks the data file. Before an update, only where one is pending."""

    help = "Makes a backup of the data file."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument(
            "--before-update", action="store_true", help="only if migrations are pending"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        before_update = options["before_update"]
        if before_update and not _update_pending():
            return
        try:
            made = copies.back_up(
                services.database(),
                services.folder(),
                timezone.now(),
                before_update=before_update,
            )
        except copies.BackupError as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"{made.path}")


def _update_pending() -> bool:
    """Whether there is a data file that the next start will change."""
    try:
        if "studio_studio" not in connection.introspection.table_names():
            return False
        executor = MigrationExecutor(connection)
    except DatabaseError:
        return False  # Not a database at all: the update itself says so.
    return bool(executor.migration_plan(executor.loader.graph.leaf_nodes()))
