"""The forms of a photograph: taking it in, and marking what is on it."""

import math
from collections import defaultdict
from collections.abc import Hashable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.colour import notation
from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import Patch
from claycore.colour.photographs.reading import Reference
from claycore.colour.photographs.references import CARD_IS_OFF_BY, REFERENCES
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from umberpot.colours.models import Photograph
from umberpot.colours.photographs.marks import OWN, Marks
from umberpot.tiles.models import BARE_HALF, ColourReading, Tile
from umberpot.tiles.progress import halves_differ, progress_of
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField, read_number
from umberpot.ui.fields.photographs import PhotographField
from umberpot.ui.fields.ticks import TickField
from umberpot.ui.pictures import TO_READ_COLOUR

LONGEST_NAME = 60

ENDS = {"from": "One end", "to": "Other end"}
"""The keys of the two points of a known distance."""

FEWEST_PIXELS = 20
"""Ends nearer than this tell no scale: a pixel would be 5 % of it."""

PLACE_AS_WRITTEN = "Enter three numbers in pixels: across, down, radius."
LARGEST = 1e5


class PictureForm(forms.Form):
    """One picture of tiles."""

    photograph = PhotographField(TO_READ_COLOUR)


class PhotographForm(PictureForm):
    """One photograph of tiles, and what to call it."""

    name = forms.CharField(max_length=LONGEST_NAME, required=False, label="Name (optional)")


class RingField(forms.CharField):
    """A ring as ``x y radius`` in pixels; cleans to a Patch, None where it was left empty."""

    def __init__(self, label: str) -> None:
        super().__init__(required=False, max_length=LONGEST_TEXT, label=label)
        self.widget.attrs.update({"autocomplete": "off", "class": "input", "aria-label": label})

    def clean(self, value: str) -> Patch | None:
        text: str = super().clean(value)
        if not text:
            return None
        try:
            x, y, radius = (read_number(part) for part in text.split())
        except ValueError:
            raise forms.ValidationError(PLACE_AS_WRITTEN) from None
        if radius <= 0 or max(abs(x), abs(y), radius) > LARGEST:
            raise forms.ValidationError(PLACE_AS_WRITTEN)
        return Patch(x, y, radius)


@dataclass(frozen=True)
class PhotoTarget:
    """What a ring of a tile is on: the tile, or its bare half."""

    tile: Tile
    of_bare_half: bool = False

    @property
    def key(self) -> str:
        return f"{self.tile.pk}-bare" if self.of_bare_half else str(self.tile.pk)

    @property
    def title(self) -> str:
        return f"{self.tile.code}{BARE_HALF}" if self.of_bare_half else self.tile.code

    @property
    def kind(self) -> Hashable:
        """What tiles made and fired alike have in common; None of plain clay, alike by nothing."""
        tile = self.tile
        made_of = tile.mix_id or tile.stack_id
        if made_of is None:
            return None
        glaze = None if self.of_bare_half else (tile.glazed, tile.glaze_id)
        last = tile.last_firing
        return tile.mix_id, tile.stack_id, glaze, last.pk if last else None

    @property
    def colour(self) -> ColourReading | None:
        """The colour it has after the tile's last firing."""
        progress = progress_of(self.tile)
        return progress.bare_colour if self.of_bare_half else progress.colour


def _spots(tiles: Iterable[Tile]) -> Iterator[PhotoTarget]:
    """Each tile, and after it its bare half, if that has a colour of its own."""
    for tile in tiles:
        yield PhotoTarget(tile)
        if halves_differ(tile):
            yield PhotoTarget(tile, of_bare_half=True)


@dataclass(frozen=True)
class MarkTarget:
    """Something to be marked: its key, what it is called, and the fields that say where."""

    key: str
    title: str
    ring: forms.BoundField
    spot: PhotoTarget | None = None
    seen: forms.BoundField | None = None

    @property
    def short(self) -> str:
        """What it is called on the picture."""
        by_title = self.spot or self.key in ENDS
        return self.title if by_title else self.key.split("_")[0].capitalize()


@dataclass(frozen=True)
class ScaleBar:
    """Two points and the mm between them; None where not given."""

    start: Patch | None
    end: Patch | None
    distance_mm: float | None


def _scale_problem(ruled: ScaleBar) -> str:
    """What is missing of a scale that was begun; '' where it is whole or not begun."""
    if ruled == ScaleBar(None, None, None):
        return ""
    if ruled.start is None or ruled.end is None:
        return "Mark both ends of the distance, or clear it."
    if ruled.distance_mm is None:
        return "Enter the distance between the ends in mm."
    pixels = math.hypot(ruled.end.x - ruled.start.x, ruled.end.y - ruled.start.y)
    if pixels < FEWEST_PIXELS:
        return "The ends are too close together. Mark a longer distance."
    return ""


class MarkForm(forms.Form):
    """Where the references and the tiles are. ``seen_…`` is the colour a tile had on the page.

    A scale may be half given while rings are still set, but not when they are saved.
    """

    own_colour = forms.CharField(
        required=False,
        max_length=LONGEST_TEXT,
        label="Colour of your own card",
        # What is typed on while an answer comes is not swapped away.
        widget=forms.TextInput(attrs={"hx-preserve": "true"}),
    )
    distance_mm = MeasureField(bounds.LENGTH, required=False, label="Distance between the ends")
    name = forms.CharField(max_length=LONGEST_NAME, required=False, label="Name")
    average = TickField(label="Average with the colours of the earlier photograph")
    two_lights = TickField(label="Two kinds of light fell on it, like a lamp and a window")

    def __init__(
        self,
        *args: Any,
        tiles: Sequence[Tile],
        saving: bool = False,
        **kwargs: Any,
    ) -> None:
        super().__init__(*args, **kwargs)
        self.saving = saving
        self.spots = {spot.key: spot for spot in _spots(tiles)}
        for code, reference in REFERENCES.items():
            self.fields[f"at_{code}"] = RingField(f"Place of {reference.title}")
        self.fields[f"at_{OWN}"] = RingField("Place of your own card")
        for key, spot in self.spots.items():
            self.fields[f"at_{key}"] = RingField(f"Place of {spot.title}")
            seen = forms.IntegerField(required=False, widget=forms.HiddenInput)
            seen.initial = spot.colour.pk if spot.colour else None
            self.fields[f"seen_{key}"] = seen
        for key, title in ENDS.items():
            self.fields[f"at_{key}"] = RingField(f"Place of {title.lower()} of the distance")

    @classmethod
    def begun(cls, photograph: Photograph, tiles: Sequence[Tile], marks: Marks) -> "MarkForm":
        """The form as it was left, or saved; tiles that were set aside since are not in it."""
        empty = cls(tiles=tiles)
        keys = {spot.title: key for key, spot in empty.spots.items()}
        data = {name: field.initial for name, field in empty.fields.items() if field.initial}
        data |= {f"at_{key}": at for key, at in marks.cards.items()}
        data |= {f"at_{keys[title]}": at for title, at in marks.tiles.items() if title in keys}
        data |= {"own_colour": marks.own_colour, "distance_mm": marks.distance_mm}
        data |= {"name": photograph.name, "two_lights": "on" if photograph.two_lights else ""}
        return cls(data, tiles=tiles)

    def left(self) -> Marks:
        """What is marked, as far as it can be understood, to go on from later."""
        at = {key: _as_written(self.cleaned_data.get(f"at_{key}")) for key in self.places}
        return Marks(
            cards={key: place for key, place in at.items() if place and key not in self.spots},
            tiles={spot.title: at[key] for key, spot in self.spots.items() if at[key]},
            own_colour="" if "own_colour" in self.errors else self.data.get("own_colour", ""),
            distance_mm="" if "distance_mm" in self.errors else self.data.get("distance_mm", ""),
        )

    @property
    def places(self) -> list[str]:
        """The keys of all that may have a ring."""
        return [*REFERENCES, OWN, *self.spots, *ENDS]

    @property
    def references(self) -> list[MarkTarget]:
        """The references that may be marked."""
        titles = {code: one.title for code, one in REFERENCES.items()} | {OWN: "Own card"}
        return [MarkTarget(key, title, self[f"at_{key}"]) for key, title in titles.items()]

    @property
    def targets(self) -> list[MarkTarget]:
        """The tiles that may be marked."""
        return [
            MarkTarget(key, spot.title, self[f"at_{key}"], spot, self[f"seen_{key}"])
            for key, spot in self.spots.items()
        ]

    @property
    def ends(self) -> list[MarkTarget]:
        """The two points of a known distance."""
        return [MarkTarget(key, title, self[f"at_{key}"]) for key, title in ENDS.items()]

    @property
    def rings(self) -> list[MarkTarget]:
        """All that may have a ring on the picture."""
        return [*self.references, *self.targets, *self.ends]

    @property
    def asks_scale(self) -> bool:
        """Whether a scale was begun, so that its fields are shown."""
        return any(self[name].value() for name in ("at_from", "at_to", "distance_mm"))

    def clean_own_colour(self) -> Lab | None:
        text = self.cleaned_data["own_colour"].strip()
        if not text:
            return None
        try:
            return notation.parse(text)
        except ClayError as error:
            raise forms.ValidationError(str(error)) from None

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get(f"at_{OWN}") and cleaned.get("own_colour") is None:
            self.add_error("own_colour", "Enter the colour of your own card.")
        if self.saving and "distance_mm" not in self.errors:
            problem = _scale_problem(self.ruled())
            if problem:
                self.add_error("distance_mm", problem)
        return cleaned

    def ruled(self) -> ScaleBar:
        """The scale, as far as it was given."""
        at = [self.cleaned_data.get(f"at_{key}") for key in ENDS]
        return ScaleBar(at[0], at[1], self.cleaned_data.get("distance_mm"))

    def marked_references(self) -> dict[str, Reference]:
        """The references that were marked, by key."""
        known = {code: (one.lab, one.off_by) for code, one in REFERENCES.items()}
        if self.cleaned_data.get("own_colour"):
            known[OWN] = self.cleaned_data["own_colour"], CARD_IS_OFF_BY
        return {
            key: Reference(self.cleaned_data[f"at_{key}"], *of_kind)
            for key, of_kind in known.items()
            if self.cleaned_data.get(f"at_{key}")
        }

    def equal(self) -> list[list[str]]:
        """The keys of tiles that are made and fired alike, a list for each kind."""
        kinds: dict[object, list[str]] = defaultdict(list)
        for key, spot in self.spots.items():
            kinds[spot.kind].append(key)
        return [alike for kind, alike in kinds.items() if kind is not None and len(alike) > 1]

    def marked_tiles(self) -> dict[str, Patch]:
        """Where the tiles are that were marked, by key."""
        marked = {key: self.cleaned_data.get(f"at_{key}") for key in self.spots}
        return {key: patch for key, patch in marked.items() if patch}

    def seen(self, key: str) -> int | None:
        """The reading that a tile, or a half of it, had when the page was shown."""
        seen: int | None = self.cleaned_data[f"seen_{key}"]
        return seen


def _as_written(patch: Patch | None) -> str:
    return f"{patch.x:.0f} {patch.y:.0f} {math.ceil(patch.radius)}" if patch else ""
