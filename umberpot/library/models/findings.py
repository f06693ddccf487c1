"""What was expected of a trial before it, and what was concluded."""

from django.db import models
from django.db.models import Q
from django.urls import reverse

from umberpot.firings.models import Firing
from umberpot.library.models.subjects import about_one_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Signed, StudioOwned
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Trial

LONGEST_SENTENCE = 240
LONGEST_FINDING = 2000

CONCLUDED: dict[str, type[StudioOwned]] = {
    "trial": Trial,
    "clay": Material,
    "factor_trial": FactorTrial,
    "firing": Firing,
}
"""What can be concluded: the column that says so, and what it points to."""


class TrialExpectation(Signed):
    """What someone expected of a trial. Never rewritten: a second thought is one more row.

    ``after_firing`` says that a piece of it was fired by then.
    """

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="expectations")
    words = models.TextField(max_length=500)
    after_firing = models.BooleanField()

    class Meta:
        verbose_name = "expectation of a trial"
        verbose_name_plural = "expectations of trials"
        ordering = ["made_at", "pk"]

    def __str__(self) -> str:
        return self.words


class Finding(Signed):
    """What was concluded of something: one sentence that carries it, and the reasons.

    A later one may supersede it; it stays, and says so.
    """

    trial = models.ForeignKey(Trial, models.PROTECT, null=True, related_name="findings")
    clay = models.ForeignKey(Material, models.PROTECT, null=True, related_name="findings")
    factor_trial = models.ForeignKey(
        FactorTrial, models.PROTECT, null=True, related_name="findings"
    )
    firing = models.ForeignKey(Firing, models.PROTECT, null=True, related_name="findings")
    sentence = models.CharField(max_length=LONGEST_SENTENCE)
    words = models.TextField(max_length=LONGEST_FINDING, blank=True)
    supersedes = models.OneToOneField(
        "self", models.PROTECT, null=True, related_name="superseded_by"
    )
    request_key = models.UUIDField()

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="finding_kept_once_per_request"
            ),
            models.CheckConstraint(
                condition=about_one_of(CONCLUDED), name="finding_about_one_thing"
            ),
            models.CheckConstraint(condition=~Q(sentence=""), name="finding_says_something"),
        ]

    def __str__(self) -> str:
        return self.sentence

    @property
    def kind(self) -> str:
        """Which of CONCLUDED it is about."""
        return next(name for name in CONCLUDED if getattr(self, f"{name}_id") is not None)

    @property
    def results_url(self) -> str:
        """Where the figures are that it rests on."""
        if self.clay_id:
            return reverse("results:clay", args=[self.clay_id])
        return self.subject.get_absolute_url()

    @property
    def subject(self) -> Trial | Material | FactorTrial | Firing:
        """What it is about."""
        about: Trial | Material | FactorTrial | Firing = getattr(self, self.kind)
        return about

    @property
    def later(self) -> "Finding | None":
        """The one that superseded it; None while it stands."""
        return getattr(self, "superseded_by", None)

    def get_absolute_url(self) -> str:
        return reverse("library:finding", args=[self.pk])
