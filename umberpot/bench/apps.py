"""The bench listens for what the studio tells it."""

from typing import Any

from django.apps import AppConfig

from umberpot.studio.signals import secrets_to_renew


class BenchConfig(AppConfig):
    """The bench, whose private calendar is a way in as well."""

    name = "umberpot.bench"

    def ready(self) -> None:
        secrets_to_renew.connect(_renew_calendar)


def _renew_calendar(sender: object, **signal: Any) -> None:
    """The calendar's address, where there is one."""
    from umberpot.bench.services import renew_feed

    renew_feed(signal["studio"], signal["by"])
