"""``manage.py lay_out``: a new data file gets its tables; one that exists is left as it is."""

from typing import Any

from django.core.management.base import BaseCommand
from django.db import DatabaseError, connection

from umberpot.library import new_file


class Command(BaseCommand):
    """Makes the tables of a new data file at once, instead of step by step."""

    help = "Makes the tables of a new data file."
    requires_system_checks: list[str] = []

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            is_new = new_file.is_new(connection)
        except DatabaseError:
            return  # Not a database at all, or damaged: the next step says so.
        if is_new:
            new_file.lay_out(connection)
