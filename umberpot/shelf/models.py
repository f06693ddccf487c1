"""Materials on the shelf, and every gram that came or went."""

from typing import Any, ClassVar, Self

from django.db import models
from django.db.models import F, Q, Sum
from django.db.models.functions import Coalesce, Lower

from claycore.cautions import NAMED_MATERIALS
from claycore.clay_in_hand import DRY, PLASTIC, SLIP
from umberpot.studio.models import Owned, OwnedQuerySet, Signed


class MaterialQuerySet(OwnedQuerySet):
    """Materials, with what is left of them."""

    def on_shelf(self) -> Self:
        """Those not retired."""
        return self.filter(retired_at=None)

    def with_stock(self) -> Self:
        """Adds ``on_hand_g``, the sum of all movements; in the shelf's order."""
        stocked = self.annotate(on_hand_g=Coalesce(Sum("movements__grams"), 0.0))
        return stocked.order_by("kind", Lower("name"))

    def clays(self) -> Self:
        return self.filter(kind__in=Material.CLAYS)

    def colourants(self) -> Self:
        return self.filter(kind__in=(Material.STAIN, Material.OXIDE))


class Material(Owned):
    """A clay or a colourant. Retired rather than deleted: tiles go on referring to it."""

    CLAY_BODY = "clay_body"
    DUG_CLAY = "dug_clay"
    STAIN = "stain"
    OXIDE = "oxide"
    LEFTOVER = "leftover"
    RECLAIM = "reclaim"
    KINDS = [
        (CLAY_BODY, "Clay body"),
        (DUG_CLAY, "Dug clay"),
        (STAIN, "Stain"),
        (OXIDE, "Oxide"),
        (LEFTOVER, "Coloured clay"),
        (RECLAIM, "Reclaim bucket"),
    ]
    BOUGHT = (CLAY_BODY, DUG_CLAY, STAIN, OXIDE)
    CLAYS = (CLAY_BODY, DUG_CLAY)
    COLOURED = (LEFTOVER, RECLAIM)
    STATES = [(DRY, "dry"), (PLASTIC, "plastic"), (SLIP, "slip")]

    kind = models.CharField(max_length=10, choices=KINDS)
    name = models.CharField(max_length=60)
    supplier_code = models.CharField("supplier's code", max_length=24, blank=True)
    price_per_kg = models.DecimalField(
        "price per kg", max_digits=9, decimal_places=2, null=True, blank=True
    )
    state = models.CharField(max_length=8, choices=STATES, default=DRY)
    water_pct = models.FloatField("water, % of its weight as it is", null=True, blank=True)
    hazards = models.JSONField("watch for", default=list, blank=True)
    notes = models.TextField(max_length=2000, blank=True)
    water_u95 = models.FloatField(null=True, blank=True, editable=False)
    water_measured_on = models.DateField(null=True, blank=True, editable=False)
    retired_at = models.DateTimeField(null=True, blank=True, editable=False)

    objects: ClassVar[Any] = MaterialQuerySet.as_manager()

    class Meta:
        ordering = ["kind", Lower("name")]
        constraints = [
            models.UniqueConstraint(
                "studio",
                Lower("name"),
                condition=Q(retired_at=None),
                name="material_name_once_on_a_shelf",
                violation_error_message="There is already a material of this name on the shelf.",
            ),
            models.CheckConstraint(
                condition=Q(water_pct=None) | Q(water_pct__gt=0, water_pct__lt=100),
                name="material_water_between_0_and_100",
            ),
            models.CheckConstraint(
                condition=Q(price_per_kg=None) | Q(price_per_kg__gte=0),
                name="material_price_not_negative",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def is_clay(self) -> bool:
        return self.kind in self.CLAYS

    @property
    def is_colourant(self) -> bool:
        return self.kind in (self.STAIN, self.OXIDE)

    @property
    def is_coloured(self) -> bool:
        return self.kind in self.COLOURED

    @property
    def dry_share(self) -> float:
        """Dry grams in each gram as it lies on the shelf, as far as its water is known."""
        return 1 - self.water_pct / 100 if self.state != DRY and self.water_pct else 1.0

    @property
    def cautions(self) -> list:
        """The named materials it must be watched for."""
        return [NAMED_MATERIALS[code] for code in self.hazards if code in NAMED_MATERIALS]


class StockMovement(Signed):
    """Grams of a material that came (+) or went (−), as it lies on the shelf."""

    COUNTED = "counted"
    WEIGHED = "weighed"
    CORRECTED = "corrected"
    LEFT = "left"
    POOLED = "pooled"
    REASONS = [
        (COUNTED, "counted"),
        (WEIGHED, "weighed out"),
        (CORRECTED, "weighing corrected"),
        (LEFT, "left over"),
        (POOLED, "to or from reclaim"),
    ]

    material = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="movements")
    grams = models.FloatField()
    reason = models.CharField(max_length=9, choices=REASONS)

    class Meta:
        ordering = [F("made_at").desc()]

    def __str__(self) -> str:
        return f"{self.grams:+g} g of {self.material}"


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


class Container(Owned):
    """A bowl, jar or jug that stands on the scale with what is weighed into it."""

    name = models.CharField(max_length=40)
    tare_g = models.FloatField("weighs empty, g")

    class Meta:
        ordering = [Lower("name")]
        constraints = [
            models.UniqueConstraint(
                "studio",
                Lower("name"),
                name="container_name_once",
                violation_error_message="There is already a container of this name.",
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
        ordering = ["made_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="pooled_once_per_request"
            ),
            models.CheckConstraint(condition=Q(dry_g__gt=0), name="pooled_positive"),
        ]

    def __str__(self) -> str:
        return f"{self.dry_g:g} g of {self.name}"
