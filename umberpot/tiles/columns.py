"""Values that several columns of a row hold together, each given and asked for as one."""

from django.db import models

from claycore.colour.notation import Lab
from claycore.firing.loading.shelves import Placed, ShelfPlace

LAB_COLUMNS = "lightness", "a", "b"
"""The columns of a colour, in the order in which a ``Lab`` takes them."""

PLACE_COLUMNS = "shelf", "x_mm", "y_mm", "width_mm", "depth_mm"
"""The columns of a place in a kiln, and of what a piece covers."""


class ColourColumns(models.Model):
    """A colour in CIELAB (D65, 2°)."""

    lightness = models.FloatField()
    a = models.FloatField()
    b = models.FloatField()

    class Meta:
        abstract = True

    @property
    def lab(self) -> Lab:
        return Lab(self.lightness, self.a, self.b)

    @lab.setter
    def lab(self, lab: Lab) -> None:
        self.lightness, self.a, self.b = lab.values


class PlaceColumns(models.Model):
    """A place in a kiln.

    ``shelf`` counts from 0, the lowest; ``x_mm`` and ``y_mm`` are of the lower left corner. The
    first three are None together where there is no place; what a piece covers may be known before.
    """

    shelf = models.PositiveSmallIntegerField(null=True)
    x_mm = models.FloatField(null=True)
    y_mm = models.FloatField(null=True)
    width_mm = models.FloatField(null=True)
    depth_mm = models.FloatField(null=True)

    class Meta:
        abstract = True

    @property
    def place(self) -> ShelfPlace | None:
        """Its shelf and the place on it; None where it has none, or nobody noted it."""
        placed = self.placed
        return ShelfPlace(self.shelf, placed) if self.shelf is not None and placed else None

    @place.setter
    def place(self, place: ShelfPlace | None) -> None:
        """Without a place, it covers as much as before."""
        if place is None:
            self.shelf = self.x_mm = self.y_mm = None
            return
        self.shelf, placed = place.shelf, place.placed
        self.x_mm, self.y_mm = placed.x, placed.y
        self.width_mm, self.depth_mm = placed.width, placed.depth

    @property
    def placed(self) -> Placed | None:
        """Its place on its shelf; None where it has none, or nobody noted it."""
        if self.x_mm is None or self.y_mm is None or not self.width_mm or not self.depth_mm:
            return None
        return Placed(self.x_mm, self.y_mm, self.width_mm, self.depth_mm)
