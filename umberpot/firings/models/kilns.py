"""The kilns of a studio."""

from django.db import models
from django.db.models import Q
from django.urls import reverse

from claycore.firing.loading.shelves import RectangularShelf, RoundShelf, Shelf
from claycore.measure.formatting import counted, plain
from umberpot.studio.models import SetAside


class KilnShape(models.TextChoices):
    """What a kiln is from above."""

    ROUND = "round", "Round"
    RECTANGULAR = "rectangular", "Rectangular"


class Heat(models.TextChoices):
    """What heats a kiln."""

    ELECTRIC = "electric", "Electric"
    FUEL = "fuel", "Gas, oil or wood"


class Kiln(SetAside):
    """A kiln: its shelves, from which loads are planned, and what it takes to heat it.

    Sizes in mm; ``shelf_depth_mm`` is None for round shelves, whose width is their diameter.
    ``spread_c`` is how much hotter the top is than the bottom, °C, as far as anyone knows.
    ``controller`` is the name under which its controller is set up, '' where it has none.
    """

    name = models.CharField(max_length=60)
    shape = models.CharField(max_length=12, choices=KilnShape.choices)
    shelf_width_mm = models.FloatField("shelf width or diameter, mm")
    shelf_depth_mm = models.FloatField("shelf depth, mm", null=True, blank=True)
    shelf_count = models.PositiveSmallIntegerField("shelves", default=3)
    usable_height_mm = models.FloatField("usable height, mm", null=True, blank=True)
    post_height_mm = models.FloatField("post height, mm", null=True, blank=True)
    heat = models.CharField(max_length=8, choices=Heat.choices, default=Heat.ELECTRIC)
    power_kw = models.FloatField("power, kW", null=True, blank=True)
    price_per_kwh = models.FloatField("price per kWh", null=True, blank=True)
    spread_c = models.FloatField("top hotter than bottom by, °C", null=True, blank=True)
    controller = models.CharField(max_length=40, blank=True)
    request_key = models.UUIDField()

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="kiln_entered_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(shelf_width_mm__gt=0)
                & (Q(shelf_depth_mm=None) | Q(shelf_depth_mm__gt=0))
                & Q(shelf_count__gte=1, shelf_count__lte=12),
                name="kiln_shelves_positive",
            ),
            models.CheckConstraint(
                condition=(Q(shape=KilnShape.ROUND) & Q(shelf_depth_mm=None))
                | (Q(shape=KilnShape.RECTANGULAR) & Q(shelf_depth_mm__isnull=False)),
                name="kiln_depth_unless_round",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("kiln:kiln-sizes", args=[self.pk])

    @property
    def shelf(self) -> Shelf:
        """One of its shelves; they are all alike."""
        if self.shelf_depth_mm is None:
            return RoundShelf(self.shelf_width_mm)
        return RectangularShelf(self.shelf_width_mm, self.shelf_depth_mm)

    @property
    def in_words(self) -> str:
        """Its shelves and what heats it, in a few words."""
        if self.shelf_depth_mm is None:
            size = f"round, {plain(self.shelf_width_mm)} mm"
        else:
            size = f"{plain(self.shelf_width_mm)} × {plain(self.shelf_depth_mm)} mm"
        shelves = counted(self.shelf_count, "shelf", "shelves")
        return f"{shelves}, {size}, {self.get_heat_display().lower()}"

    @property
    def shelves(self) -> list[Shelf]:
        """Its shelves, the lowest first."""
        return [self.shelf] * self.shelf_count
