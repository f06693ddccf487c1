"""Materials on the shelf, and every gram that came or went."""

import uuid
from collections.abc import Iterable
from typing import Any, ClassVar, Self

from django.db import models
from django.db.models import Count, F, Q, Sum
from django.db.models.functions import Coalesce, Lower
from django.urls import reverse

from claycore.firing import cones
from claycore.judging import purposes
from claycore.judging.claims import LabelClaim
from claycore.judging.limits import WARES
from claycore.judging.ware import Glaze
from claycore.materials import additions
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.slip import CLAY_SOLID_DENSITY, specific_gravity
from claycore.safety.cautions import CAUTIONS, Caution
from claycore.safety.metals import metals_in
from claycore.surface.fused import FUSED, ConeRange, FusedKind, GlazeLook, Sheen, Zinc
from claycore.testing import field_notes
from umberpot.studio.models import Signed, StudioOwned, StudioQuerySet

LOOKS = {
    GlazeLook.CLEAR: "clear",
    GlazeLook.WHITE: "white or opaque",
    GlazeLook.COLOURED: "coloured",
}
SHEENS = {Sheen.MATT: "matt", Sheen.SATIN: "satin", Sheen.GLOSSY: "glossy"}
ZINC = {Zinc.NO: "no zinc", Zinc.YES: "contains zinc"}
FOOD = {
    Glaze.STATED_SUITABLE: "stated to be suitable for food",
    Glaze.NOT_STATED: "nothing stated about food",
}
ONLY_FUSED = ("low_cone", "look", "sheen", "zinc", "food", "used_mm")
"""What is asked only of glazes, underglazes and vitreous slips."""


class MaterialQuerySet(StudioQuerySet):
    """Materials, with what is left of them."""

    def on_shelf(self) -> Self:
        """Those not retired."""
        return self.filter(retired_at=None)

    def named(self, names: Iterable[str]) -> Self:
        """Those with one of the names, in capitals or not."""
        lower = {name.lower() for name in names}
        return self.alias(lower_name=Lower("name")).filter(lower_name__in=lower)

    def with_stock(self) -> Self:
        """Adds ``on_hand_g``, the sum of all movements, and ``stock_statements``, in shelf order.

        ``stock_statements`` is how often someone said how much there is: 0 where nobody ever did.
        """
        statements = Count("movements", filter=Q(movements__reason__in=StockMovement.STATES_STOCK))
        stocked = self.select_related("made_from").annotate(
            on_hand_g=Coalesce(Sum("movements__grams"), 0.0), stock_statements=statements
        )
        return stocked.order_by("kind", Lower("name"))

    def clays(self) -> Self:
        return self.filter(kind__in=Material.CLAYS)

    def testable(self) -> Self:
        """What bars can be made of: clays, and what the reclaim buckets hold."""
        return self.filter(kind__in=Material.TESTABLE)

    def with_what_is_judged(self) -> Self:
        """With what a verdict on a clay looks at beside its bars: field sheet, label, parents."""
        return self.select_related("sheet", "claim", "studio").prefetch_related("blend_parts__clay")

    def clays_to_choose(self, chosen: object = None) -> Self:
        """The clays on the shelf by name; with them the one of key ``chosen``, archived or not."""
        kept = Q(retired_at=None)
        if isinstance(chosen, int):
            kept |= Q(pk=chosen)
        return self.testable().filter(kept).order_by("name")

    def blended(self) -> Self:
        """What can be blended into a clay: other clays, and additions such as grog or feldspar."""
        return self.filter(kind__in=Material.BLENDED)

    def colourants(self) -> Self:
        return self.filter(kind__in=Material.COLOURANTS)

    def glazes_to_choose(self, chosen: object = None) -> Self:
        """The glazes on the shelf by name; with them the one of key ``chosen``, archived or not."""
        kept = Q(retired_at=None)
        if isinstance(chosen, int):
            kept |= Q(pk=chosen)
        return self.filter(kept, kind=Material.Kind.GLAZE).order_by(Lower("name"))


class Material(StudioOwned):
    """A clay or a colourant. Retired rather than deleted: tiles go on referring to it.

    ``purpose`` and ``ware`` are what a clay is judged as; '' is the studio's usual. ``key`` is what
    it is known by outside, in files. Slip in a bucket has a ``specific_gravity``, from which its
    water follows by the ``solid_density`` of what is in it, g/cm³, and the clay it is ``made_from``
    where that is known. An ``addition`` is one of claycore.materials.additions, its ``grain`` in
    words. A glaze, an underglaze and a vitreous slip are made for cones from ``low_cone`` to
    ``top_cone``; of a glaze is kept how it ``look``s and shines, whether it contains ``zinc``, what
    its maker states of ``food``, and the thickness it is usually put on in, wet, mm: '' and None
    where nobody said. ``fired`` is no field: the fired colours that
    :mod:`umberpot.tiles.fired_looks` noted for a page.
    """

    fired: Any = None

    class Kind(models.TextChoices):
        CLAY_BODY = "clay_body", "Clay body"
        DUG_CLAY = "dug_clay", "Dug clay"
        SLIP = "slip", "Slip in a bucket"
        STAIN = "stain", "Stain"
        OXIDE = "oxide", "Oxide"
        LEFTOVER = "leftover", "Leftover"
        RECLAIM = "reclaim", "Reclaim bucket"
        BLEND = "blend", "Clay blend"
        ADDITION = "addition", "Addition to clay"
        GLAZE = FusedKind.GLAZE, FUSED[FusedKind.GLAZE].title
        UNDERGLAZE = FusedKind.UNDERGLAZE, FUSED[FusedKind.UNDERGLAZE].title
        VITREOUS = FusedKind.VITREOUS, FUSED[FusedKind.VITREOUS].title

    FUSED = (Kind.GLAZE, Kind.UNDERGLAZE, Kind.VITREOUS)
    BOUGHT = (
        *(Kind.CLAY_BODY, Kind.DUG_CLAY, Kind.SLIP),
        *(Kind.STAIN, Kind.OXIDE, Kind.ADDITION),
        *FUSED,
    )
    CLAYS = (Kind.CLAY_BODY, Kind.DUG_CLAY, Kind.BLEND)
    DOSED = (*CLAYS, Kind.SLIP)
    COLOURANTS = (Kind.STAIN, Kind.OXIDE)
    COLOURED = (Kind.LEFTOVER, Kind.RECLAIM)
    TESTABLE = (*CLAYS, Kind.RECLAIM)
    BLENDED = (*CLAYS, Kind.ADDITION)
    STATES = [(ClayState.DRY, "dry"), (ClayState.PLASTIC, "plastic"), (ClayState.SLIP, "slip")]

    key = models.UUIDField(default=uuid.uuid4, editable=False)
    kind = models.CharField(max_length=10, choices=Kind.choices)
    name = models.CharField(max_length=60)
    supplier_code = models.CharField("supplier's code", max_length=24, blank=True)
    price_per_kg = models.DecimalField(
        "price per kg", max_digits=9, decimal_places=2, null=True, blank=True
    )
    state = models.CharField(max_length=8, choices=STATES, default=ClayState.DRY)
    water_pct = models.FloatField("water, % of wet weight", null=True, blank=True)
    hazards = models.JSONField("watch for", default=list, blank=True)
    specific_gravity = models.FloatField(null=True, blank=True)
    solid_density = models.FloatField(default=CLAY_SOLID_DENSITY)
    made_from = models.ForeignKey(
        "self",
        on_delete=models.PROTECT,
        null=True,
        blank=True,
        related_name="slips",
        verbose_name="made from",
    )
    addition = models.CharField(
        "what it is", max_length=12, blank=True, choices=additions.choices()
    )
    grain = models.CharField("grain size", max_length=24, blank=True)
    top_cone = models.CharField(
        "highest cone", max_length=4, blank=True, choices=[(c, c) for c in cones.CONES]
    )
    low_cone = models.CharField(
        "from cone", max_length=4, blank=True, choices=[(c, c) for c in cones.CONES]
    )
    look = models.CharField("look", max_length=8, blank=True, choices=list(LOOKS.items()))
    sheen = models.CharField("sheen", max_length=6, blank=True, choices=list(SHEENS.items()))
    zinc = models.CharField("zinc", max_length=3, blank=True, choices=list(ZINC.items()))
    food = models.CharField("food", max_length=15, blank=True, choices=list(FOOD.items()))
    used_mm = models.FloatField("usual thickness, wet", null=True, blank=True)
    notes = models.TextField(max_length=2000, blank=True)
    purpose = models.CharField(max_length=12, blank=True, editable=False, choices=purposes.choices)
    ware = models.CharField(max_length=12, blank=True, editable=False, choices=list(WARES.items()))
    water_u95 = models.FloatField(null=True, blank=True, editable=False)
    water_measured_on = models.DateField(null=True, blank=True, editable=False)
    retired_at = models.DateTimeField(null=True, blank=True, editable=False)

    objects: ClassVar = MaterialQuerySet.as_manager()

    class Meta:
        ordering = ["kind", Lower("name")]
        constraints = [
            models.UniqueConstraint(
                "studio",
                Lower("name"),
                condition=Q(retired_at=None),
                name="material_name_once_on_a_shelf",
                violation_error_message=(
                    "A material with this name is already on the shelf. Choose another name."
                ),
            ),
            models.UniqueConstraint(fields=["studio", "key"], name="material_key_once_in_a_studio"),
            models.CheckConstraint(
                condition=Q(water_pct=None) | Q(water_pct__gt=0, water_pct__lt=100),
                name="material_water_between_0_and_100",
            ),
            models.CheckConstraint(
                condition=Q(solid_density__gt=1)
                & (
                    Q(specific_gravity=None)
                    | Q(specific_gravity__gt=1, specific_gravity__lt=F("solid_density"))
                ),
                name="material_gravity_between_water_and_solid",
            ),
            models.CheckConstraint(
                condition=Q(kind="addition") & ~Q(addition="")
                | ~Q(kind="addition") & Q(addition="", grain=""),
                name="material_addition_says_which",
            ),
            models.CheckConstraint(
                condition=Q(kind__in=list(FUSED))
                | Q(low_cone="", look="", sheen="", zinc="", food="", used_mm=None),
                name="material_fused_alone_says_how_it_fuses",
            ),
            models.CheckConstraint(
                condition=Q(used_mm=None) | Q(used_mm__gt=0), name="material_used_mm_positive"
            ),
            models.CheckConstraint(
                condition=Q(price_per_kg=None) | Q(price_per_kg__gte=0),
                name="material_price_not_negative",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        """Where it is changed: a leftover's or a bucket's own page, a material's form."""
        page = "mixing:leftover" if self.is_coloured else "shelf:material"
        return reverse(page, args=[self.pk])

    @property
    def highest_cone(self) -> str:
        """The hottest cone it stands: as entered, else the upper end of its label; '' if neither.

        Its claim is one query more unless it was fetched along.
        """
        claim: SupplierClaim | None = getattr(self, "claim", None)
        return self.top_cone or (claim.cone_high if claim else "")

    @property
    def is_clay(self) -> bool:
        """Whether it is clay that colour goes into, slip in a bucket too."""
        return self.kind in self.DOSED

    @property
    def is_slip(self) -> bool:
        return self.kind == self.Kind.SLIP

    @property
    def is_fused(self) -> bool:
        """Whether it is fused onto clay: a glaze, an underglaze or a vitreous slip."""
        return self.kind in self.FUSED

    @property
    def is_glaze(self) -> bool:
        return self.kind == self.Kind.GLAZE

    @property
    def cones(self) -> ConeRange:
        """The cones that a fused coating is made for."""
        return ConeRange(self.low_cone, self.top_cone)

    def at_cone(self, cone: str) -> str:
        """What to know before a fused coating is fired to a cone it is not made for; else ''."""
        return self.cones.summary(FusedKind(self.kind), self.name, cone) if self.is_fused else ""

    @property
    def contains_zinc(self) -> bool | None:
        """Whether a glaze contains zinc; None where nobody said."""
        return self.zinc == Zinc.YES if self.zinc else None

    @property
    def as_fused(self) -> str:
        """What is known of a fused coating, in words: 'clear, glossy, cones 5 to 7, no zinc'."""
        said = [
            *(self.get_look_display(), self.get_sheen_display(), self.cones.words),
            *(self.get_zinc_display(), self.get_food_display()),
        ]
        return ", ".join(one for one in said if one)

    @property
    def is_testable(self) -> bool:
        return self.kind in self.TESTABLE

    @property
    def is_addition(self) -> bool:
        return self.kind == self.Kind.ADDITION

    @property
    def is_colourant(self) -> bool:
        return self.kind in self.COLOURANTS

    @property
    def is_coloured(self) -> bool:
        return self.kind in self.COLOURED

    @property
    def dry_share(self) -> float:
        """Dry grams in each gram as it lies on the shelf, as far as its water is known."""
        return 1 - self.water_pct / 100 if self.state != ClayState.DRY and self.water_pct else 1.0

    @property
    def solids_pct(self) -> float:
        """Dry grams in 100 g as it lies, as far as its water is known."""
        return 100 * self.dry_share

    @property
    def gravity(self) -> float | None:
        """The specific gravity of slip, as entered or from its water; None of what is not slip."""
        if self.state != ClayState.SLIP or not self.water_pct:
            return None
        return self.specific_gravity or specific_gravity(self.solids_pct, self.solid_density)

    @property
    def metals(self) -> tuple[str, ...]:
        """The metals that it must be watched for: what was ticked, and what its name says.

        A clay is named after places and colours, so of its name nothing is concluded.
        """
        is_plain = self.is_testable or self.is_slip
        return metals_in("" if is_plain else self.name, self.hazards)

    @property
    def cautions(self) -> list[Caution]:
        """What is to be said of its metals."""
        return [CAUTIONS[code] for code in self.metals]


class StockMovement(Signed):
    """Grams of a material that came (+) or went (−), as it lies on the shelf."""

    NAMED_BY = ("material",)

    class Reason(models.TextChoices):
        COUNTED = "counted", "stock counted"
        WEIGHED = "weighed", "weighed out"
        CORRECTED = "corrected", "weighing corrected"
        LEFT = "left", "leftover stored"
        POOLED = "pooled", "to or from reclaim"
        DRIED = "dried", "dried and sieved"
        MISCOUNT = "miscount", "weighed out: the count was wrong"
        COATED = "coated", "to or from a surface"

    STATES_STOCK = (Reason.COUNTED, Reason.LEFT, Reason.POOLED, Reason.DRIED)
    """What says how much of a material there is, where the others only take from it."""

    material = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="movements")
    grams = models.FloatField()
    reason = models.CharField(max_length=9, choices=Reason.choices)

    class Meta:
        ordering = [F("made_at").desc()]

    def __str__(self) -> str:
        return f"{self.grams:+g} g of {self.material}"


class FieldSheet(StudioOwned):
    """Where a dug clay comes from, what it was like, and what was done to it before testing.

    Coordinates are in degrees (WGS 84), depth in cm, layers in mm, masses in g, water in litres.
    ``shows_place`` lets reports and shared links say where it was dug.
    """

    NAMED_BY = ("material",)

    class Leave(models.TextChoices):
        OWN_LAND = "own", "own land"
        GIVEN = "given", "permission given"
        NOT_YET = "not_yet", "not asked yet"

    material = models.OneToOneField(Material, on_delete=models.CASCADE, related_name="sheet")
    jar_code = models.CharField("jar code", max_length=12, blank=True)
    place = models.CharField(max_length=120, blank=True)
    shows_place = models.BooleanField(default=False)
    latitude = models.FloatField(null=True, blank=True)
    longitude = models.FloatField(null=True, blank=True)
    dug_on = models.DateField("dug on", null=True, blank=True)
    depth_cm = models.FloatField(null=True, blank=True)
    leave = models.CharField("leave to dig", max_length=7, choices=Leave.choices, blank=True)
    leave_from = models.CharField("leave from", max_length=120, blank=True)
    raw_colour = models.CharField("raw colour", max_length=60, blank=True)
    smooth_pct = models.FloatField(null=True, blank=True)
    coil = models.CharField(max_length=14, choices=list(field_notes.COILS.items()), blank=True)
    twist = models.CharField(max_length=14, choices=list(field_notes.TWISTS.items()), blank=True)
    acid = models.CharField(max_length=6, choices=list(field_notes.ACIDS.items()), blank=True)
    sand_mm = models.FloatField(null=True, blank=True)
    silt_mm = models.FloatField(null=True, blank=True)
    clay_mm = models.FloatField(null=True, blank=True)
    dug_g = models.FloatField(null=True, blank=True)
    slaked_on = models.DateField("slaked on", null=True, blank=True)
    mesh = models.CharField("sieved through", max_length=40, blank=True)
    dried_g = models.FloatField(null=True, blank=True)
    water_l = models.FloatField(null=True, blank=True)
    throws = models.CharField(max_length=10, choices=list(field_notes.THROWS.items()), blank=True)
    stands = models.PositiveSmallIntegerField(null=True, blank=True)
    stretches = models.PositiveSmallIntegerField(null=True, blank=True)
    grit = models.PositiveSmallIntegerField(null=True, blank=True)
    dries = models.PositiveSmallIntegerField(null=True, blank=True)
    throwing_notes = models.TextField(max_length=2000, blank=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(latitude=None, longitude=None)
                | Q(
                    latitude__gte=-90,
                    latitude__lte=90,
                    longitude__gte=-180,
                    longitude__lte=180,
                ),
                name="sheet_coordinates_on_earth",
            ),
            models.CheckConstraint(
                condition=Q(smooth_pct=None) | Q(smooth_pct__gte=0, smooth_pct__lte=100),
                name="sheet_smooth_share_0_to_100",
            ),
            models.CheckConstraint(
                condition=(Q(dug_g=None) | Q(dug_g__gt=0))
                & (Q(dried_g=None) | Q(dried_g__gt=0))
                & (Q(dug_g=None) | Q(dried_g=None) | Q(dried_g__lte=F("dug_g"))),
                name="sheet_dries_to_no_more_than_was_dug",
            ),
        ]

    def __str__(self) -> str:
        return f"field sheet of {self.material}"

    @property
    def notes(self) -> field_notes.FieldNotes:
        """What the core makes something of."""
        return field_notes.FieldNotes(
            self.smooth_pct,
            self.coil,
            self.acid,
            self.throws,
            self.raw_colour,
            self.sand_mm,
            self.silt_mm,
            self.clay_mm,
            {
                scale: rated
                for scale in field_notes.THROWING_SCALES
                if (rated := getattr(self, scale)) is not None
            },
            self.leave,
            self.twist,
        )


class Photo(Signed):
    """A photograph of a clay, kept as JPEG with nothing of the camera's own notes in it."""

    NAMED_BY = ("material",)

    material = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="photos")
    image = models.BinaryField()
    caption = models.CharField(max_length=120, blank=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["made_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="photo_kept_once_per_request"
            )
        ]

    def __str__(self) -> str:
        return self.caption or f"photograph of {self.material}"


class SupplierClaim(StudioOwned):
    """What the label of a bought body says: cones, and figures in percent."""

    NAMED_BY = ("material",)

    material = models.OneToOneField(Material, on_delete=models.CASCADE, related_name="claim")
    cone_low = models.CharField(max_length=4, blank=True, choices=[(c, c) for c in cones.CONES])
    cone_high = models.CharField(max_length=4, blank=True, choices=[(c, c) for c in cones.CONES])
    total_pct = models.FloatField(null=True, blank=True)
    absorption_pct = models.FloatField(null=True, blank=True)

    class Meta:
        db_table = "shelf_labelclaim"
        constraints = [
            models.CheckConstraint(
                condition=(Q(total_pct=None) | Q(total_pct__gte=0, total_pct__lt=100))
                & (Q(absorption_pct=None) | Q(absorption_pct__gte=0)),
                name="claim_percentages_possible",
            )
        ]

    def __str__(self) -> str:
        return f"label of {self.material}"

    @property
    def claim(self) -> LabelClaim:
        """As the core wants it."""
        return LabelClaim(
            self.cone_low or None, self.cone_high or None, self.total_pct, self.absorption_pct
        )

    @property
    def says_something(self) -> bool:
        return self.claim != LabelClaim()


class BlendPart(StudioOwned):
    """A clay in a blend of clays, in percent of the dry blend. The first is the clay to adjust."""

    NAMED_BY = ("clay",)

    blend = models.ForeignKey(Material, on_delete=models.CASCADE, related_name="blend_parts")
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="blended_into")
    share_pct = models.FloatField()

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["blend", "clay"], name="clay_once_in_a_blend"),
            models.CheckConstraint(
                condition=Q(share_pct__gt=0, share_pct__lt=100), name="blend_share_0_to_100"
            ),
            models.CheckConstraint(condition=~Q(blend=F("clay")), name="blend_not_of_itself"),
        ]

    def __str__(self) -> str:
        return f"{self.share_pct:g} % {self.clay}"


class WaterMeasurement(Signed):
    """A pinch of a clay, weighed wet and bone dry: where its water content comes from."""

    material = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="waters")
    wet_g = models.FloatField()
    dry_g = models.FloatField()
    step_g = models.FloatField()
    request_key = models.UUIDField()

    class Meta:
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="water_measured_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(dry_g__gt=0, wet_g__gt=F("dry_g"), step_g__gt=0),
                name="water_pinch_lighter_when_dry",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.wet_g:g} g wet, {self.dry_g:g} g dry"


class Container(StudioOwned):
    """A bowl, jar or jug that stands on the scale with what is weighed into it."""

    name = models.CharField(max_length=40)
    tare_g = models.FloatField("Empty weight, g")

    class Meta:
        ordering = [Lower("name")]
        constraints = [
            models.UniqueConstraint(
                "studio",
                Lower("name"),
                name="container_name_once",
                violation_error_message=(
                    "A container with this name already exists. Choose another name."
                ),
            ),
            models.CheckConstraint(condition=Q(tare_g__gt=0), name="container_tare_positive"),
        ]

    def __str__(self) -> str:
        return self.name


class Pooled(Signed):
    """Coloured clay that went into a reclaim bucket: dry grams of it, and what was in them.

    ``contains`` is percent on dry clay by name; None where nobody knows.
    """

    bucket = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="pooled")
    name = models.CharField(max_length=120)
    dry_g = models.FloatField()
    contains = models.JSONField(null=True)
    request_key = models.UUIDField()

    class Meta:
        verbose_name = "addition to a bucket"
        verbose_name_plural = "additions to buckets"
        ordering = ["made_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="pooled_once_per_request"
            ),
            models.CheckConstraint(condition=Q(dry_g__gt=0), name="pooled_positive"),
        ]

    def __str__(self) -> str:
        return f"{self.dry_g:g} g of {self.name}"
