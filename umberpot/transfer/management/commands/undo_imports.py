"""``manage.py undo_imports [--stopped]``: takes out what imports left that did not end."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from umberpot.transfer.archive.undone import take_out_stopped


class Command(BaseCommand):
    """Before the server starts no import is under way; while it runs, only those that stopped."""

    help = "Undoes imports that did not end."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument(
            "--stopped",
            action="store_true",
            help="only those that have written nothing for minutes",
        )

    def handle(self, *args: Any, **options: Any) -> None:
        undone = take_out_stopped(timezone.now(), all_have_stopped=not options["stopped"])
        for studio in undone:
            self.stdout.write(f"The import into {studio} did not end, and was undone.")
