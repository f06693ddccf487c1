"""The studio's rows are followed by its journal."""

from django.apps import AppConfig


class StudioConfig(AppConfig):
    """Studios and people; below every place."""

    name = "umberpot.studio"

    def ready(self) -> None:
        from umberpot.studio.journal.tracking import follow_every
        from umberpot.studio.models import Membership, Studio, StudioOwned

        follow_every(StudioOwned, [Studio, Membership])
