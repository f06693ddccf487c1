"""Specks and streaks of a trial's tiles, and how each was made."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from django import forms
from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from claycore.colour.evenness import GRAINS, POURINGS, Grain, Look, Pouring, compared
from claycore.colour.photographs.texture import Texture
from claycore.materials.clay_in_hand import ClayState
from umberpot.colours.evenness import sentences
from umberpot.colours.evenness.services import note_how_made
from umberpot.colours.models import Ring
from umberpot.colours.photographs.sentences import of_texture
from umberpot.colours.photographs.services import textures_of
from umberpot.colours.places import PLACE
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest, posted
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import Choice

MOST_TILES = 24
"""Tiles that are looked at closely on one page."""


class MadeForm(EditingForm, forms.Form):
    """How one tile was made, as far as it can be asked; its fields are named by the tile."""

    grain = Choice(
        choices=[("", "not noted"), *((one.value, words) for one, words in GRAINS.items())],
        required=False,
        label="Colourant",
    )
    pouring = Choice(
        choices=[("", "not noted"), *((one.value, words) for one, words in POURINGS.items())],
        required=False,
        label="Slip",
    )

    def __init__(self, tile: Tile, **kwargs: Any) -> None:
        made = {"grain": tile.grain, "pouring": tile.pouring}
        super().__init__(prefix=str(tile.pk), initial=made, **kwargs)
        if tile.stack is None and (tile.mix is None or tile.mix.state != ClayState.SLIP):
            del self.fields["pouring"]
        if tile.stack is None and not (tile.mix and tile.mix.wanted_pcts):
            del self.fields["grain"]

    def noted(self) -> dict[str, str]:
        """What was changed of it. What the page did not ask, of a tile it did not show, is not."""
        asked = (name for name in self.changed_data if self.add_prefix(name) in self.data)
        return {name: self.cleaned_data[name] for name in asked}


@dataclass(frozen=True)
class LookedAt:
    """A tile seen close: its ring, its figures in words, and the form of how it was made."""

    ring: Ring
    texture: Texture
    form: MadeForm

    @property
    def tile(self) -> Tile:
        return _tile(self.ring)

    @property
    def summary(self) -> list[str]:
        return of_texture(self.texture)

    @property
    def look(self) -> Look:
        """What is seen, and how it was made as far as that is kept."""
        return Look(
            100 * self.texture.speckle.share,
            self.texture.streaks_seen,
            Grain(self.tile.grain) if self.tile.grain else None,
            Pouring(self.tile.pouring) if self.tile.pouring else None,
        )


@require_http_methods(["GET", "POST"])
def evenness(request: StudioRequest, pk: int) -> HttpResponse:
    """The tiles of a trial seen close; sent, how each was made is kept."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    rings = list(_rings(request.studio, trial))
    forms_of = {ring.pk: MadeForm(_tile(ring), data=posted(request)) for ring in rings}
    if request.method == "POST" and all(form.is_valid() for form in forms_of.values()):
        note_how_made({_tile(ring): forms_of[ring.pk].noted() for ring in rings})
        messages.success(request, sentences.SAVED)
        return redirect("results:evenness", pk)
    textures = textures_of(rings)
    seen = [ring for ring in rings if ring.pk in textures]
    looked_at = [LookedAt(ring, textures[ring.pk], forms_of[ring.pk]) for ring in seen]
    return render(
        request,
        "colours/evenness/evenness.html",
        {
            "place": PLACE,
            "trial": trial,
            "looked_at": looked_at,
            "summary": sentences.what_it_goes_with(compared([one.look for one in looked_at])),
            "empty": sentences.NOT_PHOTOGRAPHED,
        },
        status=400 if request.method == "POST" else 200,
    )


def _rings(studio: Studio, trial: Trial) -> Iterable[Ring]:
    """Each tile on its latest photograph; of one with a bare half the glazed one."""
    rings = Ring.objects.of(studio).filter(tile__trial=trial, of_bare_half=False)
    kept = rings.filter(tile__set_aside_at=None)
    marked = kept.select_related("tile__mix", "tile__stack").order_by("pk")
    latest = {ring.tile_id: ring for ring in marked}
    return sorted(latest.values(), key=lambda ring: ring.tile_id or 0)[:MOST_TILES]


def _tile(ring: Ring) -> Tile:
    assert ring.tile
    return ring.tile
