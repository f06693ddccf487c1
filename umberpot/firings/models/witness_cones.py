"""Witness cones as they were found."""

from django.db import models

from claycore.firing import cones
from claycore.firing.witness import BEND_WORDS
from umberpot.firings.models.firings import Firing
from umberpot.studio.models import Signed


class WitnessCone(Signed):
    """How one cone on one shelf was found after a firing; ``shelf`` counts from 0, the lowest."""

    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="witness_cones")
    shelf = models.PositiveSmallIntegerField()
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    bend = models.CharField(max_length=8, choices=list(BEND_WORDS.items()))

    class Meta:
        ordering = ["shelf", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["firing", "shelf", "cone"], name="witness_cone_once_on_a_shelf"
            )
        ]

    def __str__(self) -> str:
        return f"cone {self.cone} {self.get_bend_display()}"
