"""Colours that were predicted before their tiles were made."""

from django.db import models
from django.db.models import Q

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import percentage
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Signed


class Prediction(Signed):
    """A colour that was predicted before its tile was made, so that it can be held against it.

    ``pcts`` are percent on dry clay by colourant; the wanted and the predicted colour in CIELAB;
    ``expected_error`` in CIEDE2000; ``glaze`` is the one it was predicted under, '' where none was
    named.
    """

    clay = models.CharField(max_length=200)
    cone = models.CharField(max_length=4, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(max_length=9, choices=Atmosphere.choices)
    glazed = models.BooleanField()
    glaze = models.CharField(max_length=60, blank=True)
    pcts = models.JSONField()
    wanted = models.JSONField()
    predicted = models.JSONField()
    expected_error = models.FloatField()
    request_key = models.UUIDField()

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="prediction_kept_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(expected_error__gte=0), name="prediction_error_not_negative"
            ),
        ]

    def __str__(self) -> str:
        parts = [f"{percentage(pct)} % {in_a_sentence(name)}" for name, pct in self.pcts.items()]
        return f"{' + '.join(parts) or 'plain'} in {self.clay}"

    @property
    def lab(self) -> Lab:
        return Lab(*self.predicted)
