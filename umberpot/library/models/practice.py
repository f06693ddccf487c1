"""What somebody answered when practising: only what decides what is asked next."""

from django.db import models

from umberpot.studio.models import Signed


class PracticeAnswer(Signed):
    """An answer: to which skill's question, whether it was right, and the mistake it showed."""

    skill = models.CharField(max_length=16)
    right = models.BooleanField()
    mistake = models.CharField(max_length=240, blank=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["made_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="practice_answered_once_per_request"
            )
        ]

    def __str__(self) -> str:
        return f"{self.skill}: {'right' if self.right else 'wrong'}"
