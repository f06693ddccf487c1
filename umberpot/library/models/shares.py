"""Links by which someone without an account reads one thing of the studio."""

import secrets

from django.db import models
from django.db.models import F
from django.urls import reverse
from django.utils import timezone

from umberpot.firings.models import Firing
from umberpot.library.models.findings import Finding
from umberpot.library.models.subjects import about_one_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Signed, StudioOwned
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Trial

SHARED: dict[str, type[StudioOwned]] = {
    "trial": Trial,
    "clay": Material,
    "firing": Firing,
    "finding": Finding,
    "factor_trial": FactorTrial,
}
"""What can be shared, by the column that points to it."""


def new_token() -> str:
    """What nobody guesses: 192 random bits."""
    return secrets.token_urlsafe(24)


class Share(Signed):
    """A link to the report of one thing, until a day, unless it is revoked before.

    The token is kept as it is, so that the link can be copied and printed again: whoever reads the
    data file has what the link would show.
    """

    trial = models.ForeignKey(Trial, models.PROTECT, null=True, related_name="+")
    clay = models.ForeignKey(Material, models.PROTECT, null=True, related_name="+")
    firing = models.ForeignKey(Firing, models.PROTECT, null=True, related_name="+")
    finding = models.ForeignKey(Finding, models.PROTECT, null=True, related_name="+")
    factor_trial = models.ForeignKey(FactorTrial, models.PROTECT, null=True, related_name="+")
    token = models.CharField(max_length=40, unique=True, default=new_token, editable=False)
    ends_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, editable=False)
    request_key = models.UUIDField()

    class Meta:
        ordering = [F("made_at").desc(), F("pk").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="shared_once_per_request"
            ),
            models.CheckConstraint(condition=about_one_of(SHARED), name="share_of_one_thing"),
        ]

    def __str__(self) -> str:
        return f"link to {self.subject}"

    @property
    def kind(self) -> str:
        """Which of SHARED it shows."""
        return next(name for name in SHARED if getattr(self, f"{name}_id") is not None)

    @property
    def subject(self) -> models.Model:
        """What it shows."""
        shown: models.Model = getattr(self, self.kind)
        return shown

    @property
    def about(self) -> str:
        """The kind as addresses have it."""
        return self.kind.replace("_", "-")

    @property
    def is_open(self) -> bool:
        return self.revoked_at is None and self.ends_at > timezone.now()

    def get_absolute_url(self) -> str:
        """Where somebody without an account reads it."""
        return reverse("library:shared", args=[self.token])
