"""What is known of whole studios explains why a page failed."""

from django.apps import AppConfig

from umberpot.ui.errors import explained_by


class TransferConfig(AppConfig):
    """Studios in and out, and what of one cannot be right."""

    name = "umberpot.transfer"

    def ready(self) -> None:
        from umberpot.transfer.archive.damaged_page import of_damaged_rows

        explained_by.append(of_damaged_rows)
