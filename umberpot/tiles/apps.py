"""Labels of tiles that are still to be made follow what is weighed into their mix."""

from typing import Any

from django.apps import AppConfig

from umberpot.mixing.signals import mix_weighed


class TilesConfig(AppConfig):
    """Words the labels once a mix is weighed, so that what is scratched is what is there."""

    name = "umberpot.tiles"

    def ready(self) -> None:
        mix_weighed.connect(_word_labels)


def _word_labels(sender: object, **signal: Any) -> None:
    from umberpot.tiles.services import word_labels

    word_labels(signal["mix"])
