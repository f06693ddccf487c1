"""What is tapped about one piece as it comes out of the kiln."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.colour import notation
from claycore.measure.errors import ClayError
from claycore.testing.bars import RemarkCode
from claycore.testing.surface_remarks import SURFACE_GROUPS
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.colours import typed_colour
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import halves_differ
from umberpot.tiles.readings.observations import OF_BARS, OF_TILES
from umberpot.tiles.readings.services import ColourEntry, PieceEntries, colour_entry

_SEEN_LATER = {RemarkCode.POPS, RemarkCode.NO_POPS}
"""Lime takes days to show."""


@dataclass(frozen=True)
class NotedOnPiece:
    """What is noted of a piece after a firing: colours as typed with their keys, and remarks."""

    colour: str = ""
    colour_key: int | None = None
    bare_colour: str = ""
    bare_colour_key: int | None = None
    words: str = ""
    remarks: frozenset[str] = frozenset()

    @property
    def is_anything(self) -> bool:
        return bool(self.colour or self.words or self.remarks)


def noted_on(tile: Tile, firing: Firing) -> NotedOnPiece:
    """What is noted of a tile fetched ``with_history``; makes no query."""
    noted: dict[str, Any] = {}
    for one in tile.colours.all():
        if one.is_current and one.firing_id == firing.pk:
            name = "bare_colour" if one.of_bare_half else "colour"
            noted |= {name: one.typed, f"{name}_key": one.pk}
    for said in tile.colour_words.all():
        if said.is_current and said.firing_id == firing.pk:
            noted["words"] = said.words
    of_firing = (one for one in tile.remarks.all() if one.firing_id == firing.pk)
    noted["remarks"] = frozenset(one.code for one in of_firing if one.withdrawn_at is None)
    return NotedOnPiece(**noted)


@dataclass(frozen=True)
class RemarkGroup:
    """Remarks that are offered together: code, words, and whether it is noted; one of them at most
    where they are ``exclusive``."""

    title: str
    remarks: Sequence[tuple[str, str, bool]]
    exclusive: bool = False


def remark_groups(tile: Tile, standing: frozenset[str]) -> list[RemarkGroup]:
    """What can be remarked on a piece as it comes out: of a bar its body, of a tile its surface."""
    if tile.is_bar:
        words = [(code, said) for code, said in OF_BARS.words.items() if code not in _SEEN_LATER]
        return [RemarkGroup(OF_BARS.title, [(c, said, c in standing) for c, said in words])]
    return [
        RemarkGroup(
            group.title,
            [(code, OF_TILES.words[code], code in standing) for code in group.codes],
            group.exclusive,
        )
        for group in SURFACE_GROUPS
        if tile.glazed or not group.of_glaze
    ]


class CameOutForm(forms.Form):
    """The taps on one piece: the tile it looks like, what is seen on it; or a colour typed.

    Only what differs from what the page showed is recorded.
    """

    colour = forms.CharField(max_length=60, required=False)
    bare_colour = forms.CharField(max_length=60, required=False)
    other = forms.CharField(
        max_length=60,
        required=False,
        label="Another colour",
        widget=forms.TextInput({"autocomplete": "off"}),
    )
    remark = forms.MultipleChoiceField(required=False)
    sheen = forms.CharField(max_length=20, required=False)
    seen_colour = forms.IntegerField(required=False)
    seen_bare_colour = forms.IntegerField(required=False)
    seen_words = forms.CharField(required=False, strip=False)
    seen_remarks = forms.CharField(required=False, max_length=400)

    def __init__(self, data: Any, *, tile: Tile, studio: Studio) -> None:
        super().__init__(data, auto_id=f"id_{tile.pk}_%s")
        self.tile, self.studio = tile, studio
        self.observed = OF_BARS if tile.is_bar else OF_TILES
        remark: Any = self.fields["remark"]
        remark.choices = list(self.observed.words.items())

    def clean_colour(self) -> str:
        return self._measured(self.cleaned_data["colour"])

    def clean_bare_colour(self) -> str:
        typed = self.cleaned_data["bare_colour"]
        return self._measured(typed) if halves_differ(self.tile) else ""

    def clean_other(self) -> str:
        typed = self.cleaned_data["other"]
        return typed if notation.is_in_words(typed) else self._measured(typed)

    def clean_sheen(self) -> str:
        sheen: str = self.cleaned_data["sheen"]
        return sheen if sheen in self.observed.words else ""

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        problem = self.observed.refused(self.ticked)
        if problem:
            self.add_error("remark", problem)
        return cleaned

    @property
    def ticked(self) -> set[str]:
        """Every remark that is tapped."""
        chosen = {*self.cleaned_data.get("remark", ()), self.cleaned_data.get("sheen", "")}
        return self.observed.codes_of(chosen - {""}, looked=False)

    def entries(self, *, typed_other: bool) -> PieceEntries:
        """What is to be recorded, of a form that is right."""
        shown = set(self.cleaned_data["seen_remarks"].split()) & self.observed.words.keys()
        offered = {c for group in remark_groups(self.tile, frozenset()) for c, *_ in group.remarks}
        colours = [self._entry("other" if typed_other else "colour")]
        colours.append(self._entry("bare_colour"))
        return PieceEntries(
            self.tile,
            colours=[one for one in colours if one],
            remarks_made=self.ticked - shown,
            remarks_withdrawn=(shown & offered) - self.ticked,
        )

    def _entry(self, name: str) -> ColourEntry | None:
        typed = self.cleaned_data.get(name)
        if not typed:
            return None
        is_bare = name == "bare_colour"
        return colour_entry(
            self.studio,
            self.tile.code,
            typed,
            self.cleaned_data["seen_bare_colour" if is_bare else "seen_colour"],
            seen_words=self.cleaned_data["seen_words"],
            of_bare_half=is_bare,
        )

    def _measured(self, typed: str) -> str:
        if typed:
            try:
                typed_colour(self.studio, typed, of=self.tile.code)
            except ClayError as error:
                raise forms.ValidationError(str(error)) from None
        return typed
