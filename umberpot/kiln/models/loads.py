"""Loads: what is to be fired together, and where each piece stands."""

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.firing import cones
from claycore.firing.loading.by_rules import ARRANGEMENTS, WITNESS, Arrangement
from claycore.firing.loading.shelves import CLEARANCE_MM
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.firings.models.firings import Firing
from umberpot.firings.models.kilns import Kiln
from umberpot.kiln.models.schedules import Schedule
from umberpot.studio.models import Signed, StudioOwned
from umberpot.tiles.columns import PlaceColumns


class LoadState(models.TextChoices):
    """How far a load has come."""

    PLANNED = "planned", "Planned"
    FIRED = "fired", "Fired"
    CANCELLED = "cancelled", "Cancelled"


class Load(Signed):
    """Pieces that are to be fired together in a kiln, until they are: then it has its firing."""

    NAMED_BY = ("kiln",)

    kiln = models.ForeignKey(Kiln, on_delete=models.PROTECT, related_name="loads")
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    arrangement = models.CharField(
        max_length=7, choices=list(ARRANGEMENTS.items()), default=Arrangement.COMPARE
    )
    clearance_mm = models.FloatField("clearance, mm", default=CLEARANCE_MM)
    schedule = models.ForeignKey(
        Schedule, on_delete=models.PROTECT, null=True, editable=False, related_name="loads"
    )
    state = models.CharField(max_length=9, choices=LoadState.choices, default=LoadState.PLANNED)
    firing = models.OneToOneField(
        Firing, on_delete=models.PROTECT, null=True, editable=False, related_name="load"
    )
    request_key = models.UUIDField(editable=False)

    class Meta:
        ordering = [F("pk").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="load_planned_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(clearance_mm__gte=0, clearance_mm__lte=200),
                name="load_clearance_in_reason",
            ),
            models.CheckConstraint(
                condition=Q(state=LoadState.FIRED, firing__isnull=False)
                | ~Q(state=LoadState.FIRED) & Q(firing=None),
                name="load_has_its_firing_once_fired",
            ),
        ]

    def __str__(self) -> str:
        return f"Load for cone {self.cone}, {self.kiln}"

    @property
    def conditions(self) -> str:
        """The kiln and its air, in words."""
        return f"{self.get_atmosphere_display().lower()}, {self.kiln}"

    def get_absolute_url(self) -> str:
        return reverse("kiln:load-plan", args=[self.pk])


class LoadedPiece(PlaceColumns, StudioOwned):
    """A piece in a load: its footprint as it stands, in mm, and its place; none in the tray.

    ``tile`` is None for a row of witness cones. A piece is in one load
    that is still planned; when that is fired or cancelled, these rows go.
    """

    NAMED_BY = ("load__kiln", "tile")

    load = models.ForeignKey(Load, on_delete=models.CASCADE, related_name="pieces")
    tile = models.OneToOneField(
        "tiles.Tile", on_delete=models.PROTECT, null=True, related_name="loaded"
    )
    on_edge = models.BooleanField(default=False)
    in_saucer = models.BooleanField(default=False)
    width_mm = models.FloatField()
    depth_mm = models.FloatField()
    locked = models.BooleanField(default=False)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(width_mm__gt=0, depth_mm__gt=0), name="loaded_piece_has_a_size"
            ),
            models.CheckConstraint(
                condition=Q(shelf=None, x_mm=None, y_mm=None, locked=False)
                | Q(shelf__isnull=False, x_mm__isnull=False, y_mm__isnull=False),
                name="loaded_piece_stands_or_does_not",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.name} in {self.load}"

    @property
    def name(self) -> str:
        """What is written on it where it is drawn."""
        return self.tile.code if self.tile else WITNESS.name

    @property
    def name_and_state(self) -> str:
        """Its name, and whether it is locked."""
        return f"{self.name}, locked" if self.locked else self.name
