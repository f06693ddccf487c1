"""``manage.py bring_over``: a data file of before the first schema gets the names of today."""

import sqlite3
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from umberpot.library.backups.services import database
from umberpot.library.older_files import services


class Command(BaseCommand):
    """Brings over a data file that commit c56959a made; leaves every other as it is."""

    help = "Brings over a data file of before the first schema."
    requires_system_checks: list[str] = []

    def handle(self, *args: Any, **options: Any) -> None:
        connection.close()
        try:
            services.bring_over(database())
        except services.TooOld as error:
            raise CommandError(str(error)) from error
        except sqlite3.DatabaseError:
            return  # Not a database at all, or damaged: the next step says so.
