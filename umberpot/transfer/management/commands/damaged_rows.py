"""``manage.py damaged_rows``: names the rows that cannot be right, of every studio."""

from typing import Any

from django.core.management.base import BaseCommand

from umberpot.studio.models import Studio
from umberpot.transfer.archive.damaged import damaged_rows


class Command(BaseCommand):
    """Changes nothing; says of each studio what was found, or that nothing was."""

    help = "Names rows that cannot be right, for when a page fails."

    def handle(self, *args: Any, **options: Any) -> None:
        for studio in Studio.objects.order_by("pk"):
            found = list(damaged_rows(studio))
            for one in found:
                self.stdout.write(f"{studio}: {one}.")
            if not found:
                self.stdout.write(f"{studio}: every row is in order.")
