"""``manage.py follow_kilns``: takes over what the controllers log, until it is interrupted.

So a log has no holes while nobody looks at its page.
"""

import time
from typing import Any

from django.core.management.base import BaseCommand
from django.db import OperationalError, close_old_connections

from umberpot.devices import DeviceProblem
from umberpot.kiln.logs.services import follow, running

EVERY_S = 10.0


class Command(BaseCommand):
    """Follows every firing that runs."""

    help = "Takes over what the kilns' controllers log, until it is interrupted."

    def handle(self, *args: Any, **options: Any) -> None:
        while True:
            self.follow_all()
            close_old_connections()
            time.sleep(EVERY_S)

    def follow_all(self) -> None:
        """Once round all firings; one that cannot be reached is asked again next time."""
        try:
            for log in running():
                try:
                    follow(log)
                except DeviceProblem as problem:
                    self.stderr.write(str(problem))
        except OperationalError as error:
            self.stderr.write(f"The database is busy: {error}")
