"""Batches of finished ware: what they are of, and what is known of them."""

from datetime import datetime

from django.db import models
from django.db.models import F, Q
from django.template.defaultfilters import capfirst
from django.urls import reverse

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.judging.leach_screen import of_screen
from claycore.judging.limits import SCHOOLS, WARES
from claycore.judging.ware import Glaze, Leach, ShockTest, WareFact
from claycore.judging.ware_pieces import SURFACES, PieceSurface, SoakedPiece
from claycore.measure.uncertainty import Measured
from claycore.safety.metals import METALS
from claycore.testing import absorption, soaking
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
SCREENS = {
    Leach.SCREEN_CHANGED: "Changed",
    Leach.SCREEN_UNCHANGED: "No visible change",
    Leach.SCREEN_NOT_SURE: "Not sure",
    Leach.SCREEN_TOO_SHORT: "Ended before its night was over: no result",
}
KNOWN = {WareFact.UNKNOWN: "not known", WareFact.NO: "no", WareFact.YES: "yes"}


def _known() -> models.CharField:
    return models.CharField(max_length=7, choices=list(KNOWN.items()), default=WareFact.UNKNOWN)


class WareBatch(SetAside):
    """Like pieces of one clay and glaze, fired together; what is left out is not known.

    ``clay`` is None of ware whose clay is not on the shelf, such as bought ware; ``cone`` is ''
    where nobody knows it, or there was none.
    The glaze is ``glazed_with``, of the shelf, or only has a ``glaze_name``. ``glaze`` is what its
    maker states about food, '' where nobody said; ``laboratory`` is '' where no laboratory tested a
    piece, and ``report`` says which one did, and when.
    """

    name = models.CharField(max_length=80)
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, null=True, related_name="batches")
    cone = models.CharField(max_length=4, blank=True, choices=[(c, c) for c in cones.CONES])
    ware = models.CharField(max_length=12, choices=list(WARES.items()))
    school = models.CharField(max_length=8, choices=list(SCHOOLS.items()))
    glazed_with = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, related_name="glazed_batches"
    )
    glaze_name = models.CharField(max_length=80, blank=True)
    glaze = models.CharField(max_length=15, blank=True, choices=list(GLAZES.items()))
    hazard_metal = _known()
    crazed = _known()
    lustre = _known()
    decal = _known()
    untested_metal = _known()
    shivers = _known()
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
            models.CheckConstraint(
                condition=Q(glazed_with=None) | Q(glaze_name=""), name="ware_batch_of_one_glaze"
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("results:batch", args=[self.pk])

    @property
    def made_of(self) -> str:
        """Its clay, as far as the shelf has it."""
        return str(self.clay) if self.clay else "clay not on the shelf"

    @property
    def metals(self) -> tuple[str, ...]:
        """What its glaze and its clay are marked with on the shelf, and their names say."""
        held = {code for one in (self.glazed_with, self.clay) if one for code in one.metals}
        return tuple(code for code in METALS if code in held)

    @property
    def glaze_called(self) -> str:
        """Its glaze by name; '' where nobody named it."""
        return self.glazed_with.name if self.glazed_with else self.glaze_name

    @property
    def glaze_warning(self) -> str:
        """That its glaze is not made for its cone; '' where it is, or nobody knows."""
        return self.glazed_with.at_cone(self.cone) if self.glazed_with else ""

    @property
    def statement(self) -> str:
        """What is stated about its glaze and food: with the batch, else on the shelf.

        A statement is about a glaze fired as it is made to be: at another cone nothing is stated.
        """
        said = self.glaze or (self.glazed_with.food if self.glazed_with else "")
        if said == Glaze.STATED_SUITABLE and self.glaze_warning:
            return Glaze.NOT_STATED
        return said

    @property
    def fired_to(self) -> str:
        """The cone it was fired to, in words."""
        return f"cone {self.cone}" if self.cone else "cone not known"

    @property
    def in_words(self) -> str:
        """What it is of, how it was fired and what it is judged as."""
        return capfirst(f"{self.made_of}, {self.fired_to}, as {WARES[self.ware]}")


class LeachScreen(Signed):
    """Overnight acid test on a piece of a batch: its colour before and after, and what was seen.

    ``since`` is when it went in, None where that was as it was entered. ``changed`` is None while
    it stands in the acid; ``not_sure`` says that whoever looked could not tell. Colours are in
    CIELAB, None where not read.
    """

    batch = models.ForeignKey(WareBatch, on_delete=models.PROTECT, related_name="screens")
    acid = models.CharField(max_length=40)
    since = models.DateTimeField(null=True)
    before = models.JSONField(null=True)
    after = models.JSONField(null=True)
    changed = models.BooleanField(null=True)
    not_sure = models.BooleanField(default=False)
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
            models.CheckConstraint(
                condition=Q(not_sure=False) | Q(changed=False),
                name="screen_not_sure_shows_no_change",
            ),
        ]

    def __str__(self) -> str:
        return f"acid screen of {self.batch}, {self.made_at:%-d %b %Y}"

    @property
    def started_at(self) -> datetime:
        """When the piece went into the acid."""
        return self.since or self.made_at

    @property
    def came_to(self) -> Leach | None:
        """What it came to; None while the piece stands in the acid."""
        if self.changed is None or self.looked_at is None:
            return None
        hours = (self.looked_at - self.started_at).total_seconds() / 3600
        return of_screen(self.changed, not self.not_sure, hours)

    @property
    def summary(self) -> str:
        """The same in words."""
        return SCREENS[self.came_to] if self.came_to else ""

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


class WarePiece(SetAside):
    """A finished piece of a batch, dried, weighed, soaked and weighed again: masses in g.

    ``scale_step_g`` is that of the scale; ``damp`` says that it was still damp five minutes after
    it had been blotted.
    """

    NAMED_BY = ("batch",)

    batch = models.ForeignKey(WareBatch, on_delete=models.PROTECT, related_name="pieces")
    name = models.CharField(max_length=40)
    surface = models.CharField(max_length=9, choices=list(SURFACES.items()))
    method = models.CharField(max_length=24, choices=soaking.choices)
    dry_g = models.FloatField()
    soaked_g = models.FloatField()
    scale_step_g = models.FloatField()
    damp = models.BooleanField(default=False)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="ware_piece_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(dry_g__gt=0, soaked_g__gt=0, scale_step_g__gt=0),
                name="ware_piece_weighs_something",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.name}, {self.batch}"

    @property
    def surface_words(self) -> str:
        """What the water reached, and whether the piece stayed damp."""
        surface = SURFACES[PieceSurface(self.surface)]
        return f"{surface}, stayed damp" if self.damp else surface

    @property
    def soaked(self) -> SoakedPiece:
        """It as the core judges it."""
        dry, wet = (Measured(mass, self.scale_step_g) for mass in (self.dry_g, self.soaked_g))
        return SoakedPiece(
            absorption.percent(dry, wet), self.method, PieceSurface(self.surface), self.damp
        )


class WarePhoto(Signed):
    """A photograph of a piece, or of what acid did to one, before or after its night.

    Kept as JPEG with nothing of the camera's own notes in it.
    """

    class Moment(models.TextChoices):
        """What it shows."""

        PIECE = "piece", "The piece"
        BEFORE = "before", "Before the acid"
        AFTER = "after", "After the acid"

    piece = models.ForeignKey(WarePiece, on_delete=models.PROTECT, null=True, related_name="photos")
    screen = models.ForeignKey(
        LeachScreen, on_delete=models.PROTECT, null=True, related_name="photos"
    )
    moment = models.CharField(max_length=6, choices=Moment.choices)
    image = models.BinaryField()

    class Meta:
        verbose_name = "photograph of ware"
        verbose_name_plural = "photographs of ware"
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(moment="piece", piece__isnull=False, screen=None)
                | Q(moment__in=["before", "after"], piece=None, screen__isnull=False),
                name="ware_photo_of_a_piece_or_a_screen",
            ),
            models.UniqueConstraint(fields=["piece"], name="one_photo_of_a_ware_piece"),
            models.UniqueConstraint(
                fields=["screen", "moment"], name="one_photo_of_a_screen_at_a_moment"
            ),
        ]

    def __str__(self) -> str:
        return f"photograph of {self.piece or self.screen}"

    def get_absolute_url(self) -> str:
        return reverse("results:ware-photo", args=[self.pk])
