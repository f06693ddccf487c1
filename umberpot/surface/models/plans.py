"""Surface plans: a body, pieces of a shape, and the coats that go onto them."""

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.firing import cones
from claycore.surface.coats import Application, Onto, Technique
from claycore.surface.shapes import SHAPES, Shape, Side
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
ONTO = {Onto.LEATHER_HARD: "leather-hard clay", Onto.BISQUE: "bisque ware"}
SIDES = {Side.OUTSIDE: "outside", Side.INSIDE: "inside", Side.BOTH: "inside and outside"}
FLAT = ("tile", "plate")
FLAT_SIDES = {Side.OUTSIDE: "back", Side.INSIDE: "face", Side.BOTH: "face and back"}
"""The sides of a flat shape, whose inside is its face."""

TECHNIQUES = {
    Technique.PLAIN: "plain coats",
    Technique.SCRATCHED: "scratched through",
    Technique.SPONGED_BACK: "sponged back",
    Technique.JOGGLED: "joggled",
    Technique.FEATHERED: "feathered",
    Technique.STACKED: "stacked clay, cut or thrown",
}


class SurfacePlan(SetAside):
    """Pieces of one body and shape, and what is to be done with their surface.

    ``measures`` are those of the shape, mm by name; ``dip_mm`` is how far below the rim the coats
    outside end, None for down to the foot.
    """

    name = models.CharField(max_length=80)
    body = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="surface_plans")
    shape = models.CharField(max_length=8, choices=[(c, s.title) for c, s in SHAPES.items()])
    measures = models.JSONField()
    pieces = models.PositiveSmallIntegerField(default=1)
    side = models.CharField(max_length=8, choices=list(SIDES.items()))
    dip_mm = models.FloatField(null=True)
    technique = models.CharField(max_length=12, choices=list(TECHNIQUES.items()))
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    clear_over = models.BooleanField(default=False)
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
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("surface:plan", args=[self.pk])

    @property
    def is_stacked(self) -> bool:
        """Whether its layers are slabs of clay rather than coats of slip."""
        return self.technique == Technique.STACKED

    @property
    def side_words(self) -> str:
        """The side that is coated, as one says it of this shape."""
        return (FLAT_SIDES if self.shape in FLAT else SIDES)[Side(self.side)]

    @property
    def piece(self) -> Shape:
        """One of its pieces."""
        return SHAPES[self.shape](**self.measures)


class PlannedCoat(StudioOwned):
    """One slip of a plan, the lowest first: a mix, a clay off the shelf, or only a name.

    ``overruled`` has, by the code of a rule, why it is not kept here.
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
    overruled = models.JSONField(default=dict)

    class Meta:
        ordering = ["place", "pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(coats__gt=0, coats__lte=12, thickness_mm__gt=0, specific_gravity__gt=1),
                name="coat_possible",
            ),
            models.CheckConstraint(condition=Q(mix=None) | Q(clay=None), name="coat_of_one_thing"),
        ]

    def __str__(self) -> str:
        return self.name


class KeptPreview(Signed):
    """A preview as it was drawn, and later the photograph of the piece that was made from it.

    ``says`` is its figures in a sentence. The picture stays as it was when tiles or coats change.
    """

    plan = models.ForeignKey(SurfacePlan, on_delete=models.PROTECT, related_name="previews")
    says = models.CharField(max_length=400)
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
        return self.says
