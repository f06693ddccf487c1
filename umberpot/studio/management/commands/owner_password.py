"""``manage.py owner_password [NAME]``: another password for an owner who forgot theirs."""

from argparse import ArgumentParser
from getpass import getpass
from typing import Any

from axes.utils import reset
from django.contrib.auth.forms import SetPasswordForm
from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError

from umberpot.studio.models import Membership
from umberpot.studio.role_list import Role


class Command(BaseCommand):
    """Says who owns a studio; with a name, asks for that owner's new password twice.

    Wrong sign-ins of before no longer count, and whoever was signed in with the old one is out.
    """

    help = "Sets another password for an owner of a studio; without a name, lists the owners."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("name", nargs="?", help="the name the owner signs in with")

    def handle(self, *args: Any, **options: Any) -> None:
        owners = Membership.objects.filter(role=Role.OWNER).select_related("user", "studio")
        if not options["name"]:
            for one in owners:
                self.stdout.write(f"{one.user.username}, an owner of {one.studio}")
            return
        owner = owners.filter(user__username=options["name"]).first()
        if owner is None:
            raise CommandError(f"{options['name']} is no owner of a studio here.")
        self._ask(owner.user)
        reset(username=owner.user.username)
        self.stdout.write(f"{owner.user.username} signs in with the new password from now on.")

    def _ask(self, user: User) -> None:
        typed = getpass("New password: ")
        form = SetPasswordForm(
            user, {"new_password1": typed, "new_password2": getpass("Repeat it: ")}
        )
        if not form.is_valid():
            raise CommandError("\n".join(str(e) for errors in form.errors.values() for e in errors))
        form.save()
