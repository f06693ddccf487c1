"""Batches of finished ware: what they are of, and what is known of them."""

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.judging.limits import SCHOOLS, WARES
from claycore.judging.ware import Glaze, Leach, ShockTest, WareFact
from umberpot.shelf.models import Material
from umberpot.studio.models import SetAside, Signed

LABORATORY = {
    "": "not tested",
    Leach.LABORATORY_PASS: "passed",
    Leach.LABORATORY_FAIL: "failed",
}
GLAZES = {
    Glaze.STATED_SUITABLE: "stated to be suitable for food",
    Glaze.NOT_STATED: "nothing stated",
    Glaze.NONE: "no glaze",
}
SHOCK_TESTS = {
    ShockTest.NONE: "not tested",
    ShockTest.WITHSTOOD: "withstood",
    ShockTest.CRACKED: "cracked",
}
KNOWN = {WareFact.UNKNOWN: "not known", WareFact.NO: "no", WareFact.YES: "yes"}


def _known() -> models.CharField:
    return models.CharField(max_length=7, choices=list(KNOWN.items()), default=WareFact.UNKNOWN)


class WareBatch(SetAside):
    """Like pieces of one clay and glaze, fired together; what is left out is not known.

    ``glaze`` is '' where nobody said; ``laboratory`` is '' where no laboratory tested a piece, and
    ``report`` says which one did, and when.
    """

    name = models.CharField(max_length=80)
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="batches")
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    ware = models.CharField(max_length=12, choices=list(WARES.items()))
    school = models.CharField(max_length=8, choices=list(SCHOOLS.items()))
    glaze_name = models.CharField(max_length=80, blank=True)
    glaze = models.CharField(max_length=15, blank=True, choices=list(GLAZES.items()))
    hazard_metal = _known()
    crazed = _known()
    lustre = _known()
    decal = _known()
    shock = models.CharField(
        max_length=9, choices=list(SHOCK_TESTS.items()), default=ShockTest.NONE
    )
    laboratory = models.CharField(max_length=15, blank=True, choices=list(LABORATORY.items()))
    report = models.CharField(max_length=120, blank=True)
    changed_at = models.DateTimeField(auto_now=True)
    request_key = models.UUIDField()

    class Meta:
        verbose_name_plural = "batches of ware"
        verbose_name = "batch of ware"
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="ware_batch_once_per_request"
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("results:batch", args=[self.pk])


class LeachScreen(Signed):
    """Acid overnight on a piece of a batch: its colour before and after, and what was seen.

    ``changed`` is None while it stands in the acid. Colours are in CIELAB, None where not read.
    """

    batch = models.ForeignKey(WareBatch, on_delete=models.PROTECT, related_name="screens")
    acid = models.CharField(max_length=40)
    before = models.JSONField(null=True)
    after = models.JSONField(null=True)
    changed = models.BooleanField(null=True)
    looked_at = models.DateTimeField(null=True)
    seen = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["batch"], condition=Q(changed=None), name="one_screen_of_a_batch_at_a_time"
            ),
            models.CheckConstraint(
                condition=Q(changed=None, looked_at=None)
                | Q(changed__isnull=False, looked_at__isnull=False),
                name="screen_done_when_looked_at",
            ),
        ]

    def __str__(self) -> str:
        return f"acid screen of {self.batch}, {self.made_at:%-d %b %Y}"

    @property
    def before_lab(self) -> Lab | None:
        return Lab(*self.before) if self.before else None

    @property
    def after_lab(self) -> Lab | None:
        return Lab(*self.after) if self.after else None

    @property
    def delta_e(self) -> float | None:
        """How far the acid took the colour, CIEDE2000; None without both readings."""
        before, after = self.before_lab, self.after_lab
        return ciede2000(before, after) if before and after else None
