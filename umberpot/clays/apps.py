"""What a clay's bars come to follows what is read off them."""

from typing import Any

from django.apps import AppConfig

from umberpot.tiles.signals import tiles_changed


class ClaysConfig(AppConfig):
    """Keeps the figures of each clay, for lists and for what equal pieces differ by."""

    name = "umberpot.clays"

    def ready(self) -> None:
        tiles_changed.connect(_figures_are_old)


def _figures_are_old(sender: object, **signal: Any) -> None:
    from umberpot.clays.figures import figures_are_old

    figures_are_old(signal["tiles"])
