"""``manage.py load_demo``: fills an empty database with the invented studio."""

from typing import Any

from django.core.management.base import BaseCommand

from umberpot.demo.services import load_demo
from umberpot.studio.services import AlreadyFounded


class Command(BaseCommand):
    """Does nothing where there is a user already, so that what was entered stays."""

    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            load_demo()
        except AlreadyFounded:
            self.stdout.write("The data is there already; it stays as it is.")
        else:
            self.stdout.write("The demo studio is laid out.")
