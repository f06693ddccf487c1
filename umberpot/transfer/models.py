"""How far an import has come, for the page that waits for it."""

from django.db import models

from umberpot.studio.models import StudioOwned


class ImportProgress(StudioOwned):
    """Rows read of an import that is under way; the row goes when the import is done."""

    request_key = models.UUIDField()
    rows = models.PositiveIntegerField()
    read = models.PositiveIntegerField(default=0)
    started_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="import_progress_once_per_request"
            )
        ]

    def __str__(self) -> str:
        return f"{self.read} of {self.rows} rows"
