"""What a test tile of a surface carries: a body and the coats on it, as they were planned."""

from django.db import models

from claycore.surface.coats import Application, SlipKind
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import StudioOwned

LONGEST = 2400
"""Letters of the words of a stack: as many coats as a plan may have, with the longest names."""


class Stack(StudioOwned):
    """Coats on a body, the same on all its tiles; it stays as it is when the plan changes.

    ``name`` has the coats from the top in words; ``recipe`` also how each went on and how thick, so
    that there is one stack of a kind on a body.
    """

    body = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="stacks")
    name = models.CharField(max_length=LONGEST)
    recipe = models.CharField(max_length=LONGEST)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "body", "recipe"], name="stack_once_on_a_body"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.name} on {self.body}"

    @property
    def top(self) -> "StackCoat":
        """The coat one sees."""
        return list(self.coats.all())[-1]


class StackCoat(StudioOwned):
    """One coat of a stack, the lowest first: a mix, a material off the shelf, or only a name."""

    NAMED_BY = ("stack",)

    stack = models.ForeignKey(Stack, on_delete=models.CASCADE, related_name="coats")
    place = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=120)
    mix = models.ForeignKey(Mix, on_delete=models.PROTECT, null=True, related_name="+")
    material = models.ForeignKey(Material, on_delete=models.PROTECT, null=True, related_name="+")
    kind = models.CharField(max_length=10, choices=[(k, k) for k in SlipKind])
    application = models.CharField(max_length=6, choices=[(a, a) for a in Application])
    coats = models.PositiveSmallIntegerField()
    thickness_mm = models.FloatField()

    class Meta:
        ordering = ["place", "pk"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(coats__gt=0, thickness_mm__gt=0), name="stack_coat_possible"
            ),
            models.UniqueConstraint(fields=["stack", "place"], name="stack_coat_has_its_place"),
        ]

    def __str__(self) -> str:
        return self.name
