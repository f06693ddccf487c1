"""Founds another studio on this installation: ``manage.py found_studio "Name" owner``."""

from getpass import getpass
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from umberpot.studio.forms import FirstRunForm
from umberpot.studio.services import found_studio


class Command(BaseCommand):
    """Asks for the owner's password, by the same rules as the page of the first run."""

    help = "Founds another studio with its owner. The studios of an installation stay apart."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="what the studio is called")
        parser.add_argument("owner", help="the name its owner signs in with")

    def handle(self, *args: Any, **options: Any) -> None:
        password = getpass("Password of the owner: ")
        form = FirstRunForm(
            {
                "studio_name": options["name"],
                "username": options["owner"],
                "password1": password,
                "password2": getpass("Repeat it: "),
            }
        )
        if not form.is_valid():
            raise CommandError(
                "\n".join(str(error) for errors in form.errors.values() for error in errors)
            )
        studio = found_studio(form.cleaned_data["studio_name"], form.save(commit=False))
        self.stdout.write(f"{studio} is ready: sign in as {options['owner']}.")
