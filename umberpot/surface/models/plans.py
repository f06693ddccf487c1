"""Surface plans: a body, pieces of a shape, and the coats that go onto them."""

from dataclasses import dataclass

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.firing import cones
from claycore.surface import techniques
from claycore.surface.coats import Application, Clear, Onto, SlipKind, Technique, clear_of
from claycore.surface.fused import GlazeLook
from claycore.surface.shapes import SHAPES, Shape, Side
from claycore.surface.techniques.entry import TechniqueEntry
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import SetAside, Signed, StudioOwned

APPLICATIONS = {
    Application.BRUSH: "brushed",
    Application.POUR: "poured",
    Application.DIP: "dipped",
    Application.SPONGE: "sponged",
    Application.TRAIL: "trailed",
    Application.LAY: "laid as a slab",
    Application.SPRAY: "sprayed",
}
ONTO = {
    Onto.LEATHER_HARD: "leather-hard clay",
    Onto.BISQUE: "bisque ware",
    Onto.SOFT_SLAB: "a soft slab",
}
KINDS = {
    SlipKind.RAW: "clay slip",
    SlipKind.VITREOUS: "vitreous slip",
    SlipKind.UNDERGLAZE: "underglaze",
}
SIDES = {Side.OUTSIDE: "outside", Side.INSIDE: "inside", Side.BOTH: "inside and outside"}
FLAT = ("tile", "plate")
FLAT_SIDES = {Side.OUTSIDE: "back", Side.INSIDE: "face", Side.BOTH: "face and back"}
"""The sides of a flat shape, whose inside is its face."""


@dataclass(frozen=True)
class FaceGlaze:
    """What goes over a face: whether it is glazed, whether thick, and which glaze, if named."""

    is_glazed: bool
    is_thick: bool
    glaze: Material | None

    @property
    def clear(self) -> Clear:
        """How thick it is: as planned, or because the glaze is always used thick."""
        return clear_of(self.is_glazed, self.is_thick, self.glaze.used_mm if self.glaze else None)

    @property
    def as_planned(self) -> Clear:
        """The same as it was entered, whatever the glaze is usually used at."""
        return clear_of(self.is_glazed, self.is_thick, None)

    @property
    def name(self) -> str:
        """The glaze by name; '' where there is none, and where nobody named it."""
        return self.glaze.name if self.glaze else ""

    @property
    def look(self) -> GlazeLook:
        """Whether one sees through it; a clear one where nobody said."""
        return GlazeLook((self.glaze.look if self.glaze else "") or GlazeLook.CLEAR)


class SurfacePlan(SetAside):
    """Pieces of one body and shape, and what is to be done with their surface.

    ``measures`` are those of the shape, mm by name; ``dip_mm`` is how far below the rim the coats
    outside end, None for down to the foot. ``clear_over`` says that it is glazed, with the
    ``glaze`` of the shelf, None where nobody named it; ``clear_thick`` that it goes on thick, and
    ``once_fired`` that it goes onto the raw piece, which is then fired once. Where both sides are
    coated, ``inside_clear`` says what goes over the inside, '' for the same as outside.
    """

    name = models.CharField(max_length=80)
    body = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="surface_plans")
    shape = models.CharField(max_length=8, choices=[(c, s.title) for c, s in SHAPES.items()])
    measures = models.JSONField()
    pieces = models.PositiveSmallIntegerField(default=1)
    side = models.CharField(max_length=8, choices=list(SIDES.items()))
    dip_mm = models.FloatField(null=True)
    technique = models.CharField(max_length=12, choices=techniques.choices)
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    clear_over = models.BooleanField(default=False)
    clear_thick = models.BooleanField(default=False)
    glaze = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, related_name="glazed_plans"
    )
    inside_clear = models.CharField(max_length=5, blank=True, choices=[(one, one) for one in Clear])
    inside_glaze = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, related_name="glazed_inside_plans"
    )
    once_fired = models.BooleanField(default=False)
    request_key = models.UUIDField()

    class Meta:
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="surface_plan_once_per_request"
            ),
            models.CheckConstraint(condition=Q(pieces__gt=0), name="surface_plan_has_pieces"),
            models.CheckConstraint(
                condition=Q(dip_mm=None) | Q(dip_mm__gt=0), name="surface_plan_dip_positive"
            ),
            models.CheckConstraint(
                condition=Q(glaze=None) | Q(clear_over=True),
                name="surface_plan_names_a_glaze_where_it_has_one",
            ),
            models.CheckConstraint(
                condition=Q(inside_glaze=None) | Q(inside_clear__in=["thin", "thick"]),
                name="surface_plan_names_an_inside_glaze_where_it_has_one",
            ),
            models.CheckConstraint(
                condition=Q(inside_clear="") | Q(side="both"),
                name="surface_plan_inside_differs_where_both_sides_are_coated",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("surface:plan", args=[self.pk])

    @property
    def is_stacked(self) -> bool:
        """Whether its layers are slabs of clay rather than coats of slip."""
        return self.entry.is_slabs

    @property
    def entry(self) -> TechniqueEntry:
        """What is true of its technique."""
        return techniques.TECHNIQUES[Technique(self.technique)]

    @property
    def glazing(self) -> FaceGlaze:
        """The glaze over it; over its outside, where the inside has another."""
        return FaceGlaze(self.clear_over, self.clear_thick, self.glaze)

    @property
    def inside_glazing(self) -> FaceGlaze:
        """The glaze inside: the same as outside, unless it says otherwise."""
        if not self.inside_clear:
            return self.glazing
        clear = Clear(self.inside_clear)
        return FaceGlaze(clear is not Clear.NONE, clear is Clear.THICK, self.inside_glaze)

    def side_title(self, side: Side) -> str:
        """A side of it, as one says it of this shape."""
        return (FLAT_SIDES if self.shape in FLAT else SIDES)[side]

    @property
    def side_words(self) -> str:
        """The side that is coated, as one says it of this shape."""
        return self.side_title(Side(self.side))

    @property
    def piece(self) -> Shape:
        """One of its pieces."""
        return SHAPES[self.shape](**self.measures)


class PlannedCoat(StudioOwned):
    """One slip of a plan, the lowest first: a mix, a clay off the shelf, or only a name.

    ``covers_pct`` is its share of the face, None where it is what is usual in the technique.
    ``side`` is the one side that it goes onto, of a plan that coats both. ``overruled`` has, by the
    code of a rule, why it is not kept here.
    """

    plan = models.ForeignKey(SurfacePlan, on_delete=models.CASCADE, related_name="coats")
    place = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=120)
    mix = models.ForeignKey(Mix, on_delete=models.PROTECT, null=True, related_name="+")
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, null=True, related_name="+")
    application = models.CharField(max_length=6, choices=list(APPLICATIONS.items()))
    coats = models.PositiveSmallIntegerField()
    thickness_mm = models.FloatField()
    specific_gravity = models.FloatField()
    onto = models.CharField(max_length=12, choices=list(ONTO.items()))
    kind = models.CharField(max_length=10, choices=list(KINDS.items()), default=SlipKind.RAW)
    covers_pct = models.FloatField(null=True)
    side = models.CharField(max_length=8, choices=list(SIDES.items()), default=Side.BOTH)
    overruled = models.JSONField(default=dict)

    class Meta:
        ordering = ["place", "pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(coats__gt=0, coats__lte=12, thickness_mm__gt=0, specific_gravity__gt=1),
                name="coat_possible",
            ),
            models.CheckConstraint(condition=Q(mix=None) | Q(clay=None), name="coat_of_one_thing"),
            models.CheckConstraint(
                condition=Q(covers_pct=None) | Q(covers_pct__gt=0, covers_pct__lte=100),
                name="coat_covers_a_share",
            ),
        ]

    def __str__(self) -> str:
        return self.name


class SlipUse(Signed):
    """Slip that was taken out of a bucket for a plan (+) or put back (−), grams as it lies."""

    NAMED_BY = ("slip",)

    plan = models.ForeignKey(SurfacePlan, on_delete=models.PROTECT, related_name="slip_uses")
    slip = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="+")
    grams = models.FloatField()
    request_key = models.UUIDField()

    class Meta:
        verbose_name = "slip for a surface"
        verbose_name_plural = "slips for surfaces"
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="slip_used_once_per_request"
            ),
            models.CheckConstraint(condition=~Q(grams=0), name="slip_used_is_some"),
        ]

    def __str__(self) -> str:
        return f"{self.grams:+g} g of {self.slip} for {self.plan}"


class KeptPreview(Signed):
    """A preview as it was drawn, and later the photograph of the piece that was made from it.

    ``says`` is its figures in a sentence. The picture stays as it was when tiles or coats change.
    """

    plan = models.ForeignKey(SurfacePlan, on_delete=models.PROTECT, related_name="previews")
    summary = models.CharField(max_length=400)
    content_type = models.CharField(max_length=20)
    picture = models.BinaryField()
    photograph = models.BinaryField(null=True)
    withdrawn_at = models.DateTimeField(null=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="preview_kept_once_per_request"
            ),
        ]

    def __str__(self) -> str:
        return self.summary
