"""Which tiles a list is of: by clay, colourant, cone, next step and surface."""

from typing import Any

from django import forms
from django.db.models import Q

from claycore.firing import cones
from claycore.testing.surface_remarks import SURFACE_REMARKS
from umberpot.mixing.models import MixPart
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import Remark, Step, TileQuerySet
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice


class TilesFilter(forms.Form):
    """Every field may be left open."""

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    colourant = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    cone = Choice(
        choices=[("", "any"), *((c, c) for c in cones.CONES)], required=False, label="Cone"
    )
    step = Choice(choices=[("", "any"), *Step.choices], required=False, label="Next step")
    surface = Choice(
        choices=[("", "any"), *SURFACE_REMARKS.items()], required=False, label="Surface"
    )

    def asked(self) -> dict[str, Any]:
        """What was asked that makes sense; what does not counts as left open."""
        self.is_valid()
        return {name: value for name, value in self.cleaned_data.items() if value}

    def of(self, tiles: TileQuerySet, studio: Studio) -> TileQuerySet:
        """The tiles of the studio that are meant."""
        asked = self.asked()
        if "clay" in asked:
            name = asked["clay"]
            tiles = tiles.filter(Q(clay__name__iexact=name) | Q(mix__clay_name__iexact=name))
        if "colourant" in asked:
            parts = MixPart.objects.of(studio).filter(name__iexact=asked["colourant"])
            tiles = tiles.filter(mix__in=parts.values("mix"))
        if "cone" in asked:
            tiles = tiles.filter(cone=asked["cone"])
        if "step" in asked:
            tiles = tiles.filter(step=asked["step"])
        if "surface" in asked:
            seen = Remark.objects.of(studio).filter(code=asked["surface"], withdrawn_at=None)
            tiles = tiles.filter(pk__in=seen.values("tile"))
        return tiles

    def with_lists(self) -> list[tuple[forms.BoundField, str]]:
        """The fields that offer names, each with the id of its list."""
        return [(self["clay"], "clays-list"), (self["colourant"], "colourants-list")]

    def names(self, studio: Studio) -> dict[str, list[str]]:
        """What may be asked for, as the shelf has it; other names may be typed."""
        materials = Material.objects.of(studio)
        return {
            "clays": list(materials.testable().values_list("name", flat=True)),
            "colourants": list(materials.colourants().values_list("name", flat=True)),
        }
