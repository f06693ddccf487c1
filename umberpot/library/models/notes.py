"""What people remember about the things of their studio."""

from django.db import models
from django.db.models import Q

from umberpot.firings.models import Firing
from umberpot.library.models.subjects import about_one_of
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Signed, StudioOwned
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Tile, Trial
from umberpot.ware.models import WareBatch

LONGEST_NOTE = 1000

Subject = Tile | Trial | Mix | Firing | FactorTrial | WareBatch | Material

SUBJECTS: dict[str, type[StudioOwned]] = {
    "tile": Tile,
    "trial": Trial,
    "mix": Mix,
    "firing": Firing,
    "factor_trial": FactorTrial,
    "batch": WareBatch,
    "material": Material,
}
"""What a note may be about: the column that says so, and what it points to."""


class Note(Signed):
    """Words, a photograph, or both, about one thing. Withdrawn rather than changed or deleted."""

    tile = models.ForeignKey(Tile, models.PROTECT, null=True, related_name="notes")
    trial = models.ForeignKey(Trial, models.PROTECT, null=True, related_name="notes")
    mix = models.ForeignKey(Mix, models.PROTECT, null=True, related_name="notes")
    firing = models.ForeignKey(Firing, models.PROTECT, null=True, related_name="notes")
    factor_trial = models.ForeignKey(FactorTrial, models.PROTECT, null=True, related_name="notes")
    batch = models.ForeignKey(WareBatch, models.PROTECT, null=True, related_name="notes")
    material = models.ForeignKey(Material, models.PROTECT, null=True, related_name="remembered")
    words = models.TextField(max_length=LONGEST_NOTE, blank=True)
    image = models.BinaryField(null=True)
    withdrawn_at = models.DateTimeField(null=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="note_kept_once_per_request"
            ),
            models.CheckConstraint(condition=about_one_of(SUBJECTS), name="note_about_one_thing"),
            models.CheckConstraint(
                condition=~Q(words="") | Q(image__isnull=False), name="note_says_something"
            ),
        ]

    def __str__(self) -> str:
        return self.words or f"photograph of {self.subject}"

    @property
    def subject(self) -> Subject:
        """What it is about."""
        about: Subject = getattr(self, self.kind)
        return about

    @property
    def kind(self) -> str:
        """Which of SUBJECTS it is about."""
        return next(name for name in SUBJECTS if getattr(self, f"{name}_id") is not None)

    def get_absolute_url(self) -> str:
        """Where it is read: the page of what it is about."""
        return f"{self.subject.get_absolute_url()}#notes"
