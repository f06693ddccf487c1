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
        return self.exclude(kind__in=Material.CLAYS)


class Material(Owned):
    """A clay or a colourant. Retired rather than deleted: tiles go on referring to it."""

    CLAY_BODY = "clay_body"
    DUG_CLAY = "dug_clay"
    STAIN = "stain"
    OXIDE = "oxide"
    KINDS = [
        (CLAY_BODY, "Clay body"),
        (DUG_CLAY, "Dug clay"),
        (STAIN, "Stain"),
        (OXIDE, "Oxide"),
    ]
    CLAYS = (CLAY_BODY, DUG_CLAY)
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
    def cautions(self) -> list:
        """The named materials it must be watched for."""
        return [NAMED_MATERIALS[code] for code in self.hazards if code in NAMED_MATERIALS]


class StockMovement(Signed):
    """Grams of a material that came (+) or went (−), as it lies on the shelf."""

    COUNTED = "counted"
    WEIGHED = "weighed"
    CORRECTED = "corrected"
    REASONS = [(COUNTED, "counted"), (WEIGHED, "weighed out"), (CORRECTED, "weighing corrected")]

    material = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="movements")
    grams = models.FloatField()
    reason = models.CharField(max_length=9, choices=REASONS)

    class Meta:
        ordering = [F("made_at").desc()]

    def __str__(self) -> str:
        return f"{self.grams:+g} g of {self.material}"
