"""``manage.py keep_backups``: every night a backup, then tidying up, until it is interrupted."""

import time
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import OperationalError, connection
from django.utils import timezone

from umberpot.library.backups import copies, services
from umberpot.library.housekeeping.services import tidy

EVERY_S = 300.0


class Command(BaseCommand):
    """Makes a backup whenever none was made since the last night, and then tidies up."""

    help = "Makes a backup every night and tidies up, until it is interrupted."

    def handle(self, *args: Any, **options: Any) -> None:
        while True:
            self.once()
            connection.close()
            time.sleep(EVERY_S)

    def once(self) -> None:
        """One look; what fails is said and tried again next time."""
        now = timezone.now()
        try:
            call_command("undo_imports", stopped=True)
        except OperationalError as error:
            self.stderr.write(f"No import was looked after: {error}.")
        every = services.standing(now).every
        if not services.is_due(every[0] if every else None, now):
            return
        try:
            copies.back_up(services.database(), services.folder(), now)
        except copies.BackupError as error:
            self.stderr.write(str(error))
            return
        try:
            tidy(now)
        except OperationalError as error:
            self.stderr.write(f"Not tidied up: {error}.")
