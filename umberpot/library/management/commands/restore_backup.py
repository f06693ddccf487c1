"""``manage.py restore_backup NAME``: puts a backup in the place of the data file."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection
from django.utils import timezone

from umberpot.library.backups import copies, services


class Command(BaseCommand):
    """Checks the backup, backs up what stands, puts it back, and brings it up to date."""

    help = "Restores a backup: a name in the backups folder, or a path."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("backup", help="a name in the backups folder, or a path")

    def handle(self, *args: Any, **options: Any) -> None:
        asked = Path(options["backup"])
        there = services.folder() / asked.name
        path = asked if asked.is_file() else there
        connection.close()
        try:
            before = copies.put_back(path, services.database(), services.folder(), timezone.now())
        except copies.BackupError as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0, interactive=False)
        self.stdout.write(f"{path.name} is restored.")
        if before:
            self.stdout.write(f"What stood before: {before.path.name}")
