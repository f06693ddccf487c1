"""The Library follows what the other places write, to find it again."""

from typing import Any

from django.apps import AppConfig
from django.db import DEFAULT_DB_ALIAS, connections
from django.db.migrations.executor import MigrationExecutor
from django.db.models.signals import post_migrate


class LibraryConfig(AppConfig):
    """The studio's memory."""

    name = "umberpot.library"

    def ready(self) -> None:
        from umberpot.library.search.index import listen

        listen()
        post_migrate.connect(_gather_words, sender=self)


def _gather_words(using: str = DEFAULT_DB_ALIAS, **signal: Any) -> None:
    """After an update that brought the data up to date: what it cannot find yet is gathered."""
    from umberpot.library.search.index import is_old, rebuild

    executor = MigrationExecutor(connections[using])
    up_to_date = not executor.migration_plan(executor.loader.graph.leaf_nodes())
    if up_to_date and is_old():
        rebuild()
