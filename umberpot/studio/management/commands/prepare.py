"""``manage.py prepare [--demo]``: everything between a data folder and a server, in one process."""

from argparse import ArgumentParser
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError


class Command(BaseCommand):
    """Backs up what an update will change, brings an old file over or lays a new one out, migrates,
    collects static files and, for the demo, fills it. Says which step failed.
    """

    help = "Brings the data folder up to date."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--demo", action="store_true", help="lay out the demo as well")

    def handle(self, *args: Any, **options: Any) -> None:
        steps: dict[str, dict[str, Any]] = {
            "back_up": {"before_update": True},
            "bring_over": {},
            "lay_out": {},
            "migrate": {"interactive": False},
            "undo_imports": {},
            "collectstatic": {"interactive": False},
        }
        if options["demo"]:
            steps["load_demo"] = {}
        for step, quiet in steps.items():
            try:
                call_command(step, verbosity=0, **quiet)
            except Exception as error:
                raise CommandError(f"{step} failed: {error}") from error
