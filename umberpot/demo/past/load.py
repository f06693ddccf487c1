"""Lays the past of the workshop into its studio: many tiles at a time."""

import uuid
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import timedelta

import numpy as np
from django.contrib.auth.models import User
from django.utils import timezone

from claycore.colour.notation import Lab
from claycore.testing.readings import Quantity
from umberpot.demo.journal_dates import dated
from umberpot.demo.load import DemoLoader, backdate, solved_sum
from umberpot.demo.past import story
from umberpot.demo.past.story import LabValues, PastStain, PastTrial
from umberpot.firings.models import Firing
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.composition import refresh
from umberpot.mixing.models import Mix, MixPart, Weighing
from umberpot.mixing.orders import Shelf, order_of_dose
from umberpot.mixing.services import planned_mix
from umberpot.studio.models import Studio
from umberpot.tiles.colours import MeasuredColour
from umberpot.tiles.models import ColourReading, Reading, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import ColourEntry, PieceEntries, record_pieces
from umberpot.tiles.services import TileOrder, make_tiles

CLAY_G = 120.0
"""Of dry clay in each mix."""

SCATTER = 0.3
"""How far equal tiles differ in each of L, a and b."""

DRY: dict[Quantity, float | None] = {Quantity.LENGTH_DRY: 94.0, Quantity.MASS_DRY: 87.6}
FIRED: dict[Quantity, float | None] = {
    Quantity.LENGTH_FIRED: 88.2,
    Quantity.MASS_FIRED: 83.1,
    Quantity.MASS_SOAKED: 83.7,
}


@dataclass(frozen=True)
class _Piece:
    """A tile to be made, of which mix, and the colour it fires to."""

    mix: Mix
    cone: str
    surface: str
    colour: LabValues


def load(studio: Studio, owner: User, loader: DemoLoader) -> None:
    """Stains, trials and the recipe that drifts; the same at every loading."""
    for stain in story.STAINS:
        loader.material(stain.material)
    past = _Past(studio, owner, loader)
    for row in story.TRIALS:
        past.trial(row)
    name, pct, first = story.DRIFTS
    for days_ago, far in story.DRIFTING:
        drifted = np.add(first, np.multiply(far, story.DRIFTS_BY))
        past.control(f"{name} from every bag", {name: pct}, days_ago, tuple(drifted))


class _Past:
    """One telling of it."""

    def __init__(self, studio: Studio, owner: User, loader: DemoLoader) -> None:
        self._studio, self._owner, self._loader = studio, owner, loader
        self._scatter = np.random.default_rng(41)
        self._shelf = Shelf(studio)
        self._stains = {stain.name: stain for stain in story.STAINS}

    def trial(self, row: PastTrial) -> None:
        """A trial with its mixes, weighed out, and its tiles, fired and read."""
        pcts: Iterator[Mapping[str, float]] = (
            {stain.name: pct} for stain in row.stains for pct in row.pcts
        )
        mixes = [self._mix(row.clay, one) for one in [*pcts, *row.blends]]
        pieces = [
            _Piece(mix, cone, surface, self._colour(row, mix, row.fired or cone, surface))
            for mix in mixes
            for cone in row.cones
            for surface in row.surfaces
            for _ in range(row.each)
        ]
        self._made(row.name, row.days_ago, pieces, row.fired, row.note)

    def control(
        self, name: str, pcts: Mapping[str, float], days_ago: int, colour: LabValues
    ) -> None:
        """Two tiles of a recipe that is made again of another bag."""
        mix = self._mix("Ferry white", pcts)
        pieces = [_Piece(mix, "6", "", self._scattered(colour)) for _ in range(2)]
        day = timezone.localdate() - timedelta(days=days_ago)
        self._made(f"{name}, {day:%B %Y}", days_ago, pieces)

    def _mix(self, clay: str, pcts: Mapping[str, float]) -> Mix:
        adds = "".join(f"&add={name}:{pct}" for name, pct in pcts.items())
        solved = solved_sum(DoseView, f"clay={clay}&state=dry&mass={CLAY_G}&unit=g{adds}")
        order = order_of_dose(self._shelf, solved.result, clay, solved.form.query_string())
        mix, parts = planned_mix(self._studio, order, uuid.uuid4(), self._owner)
        mix.finished_at = timezone.now()
        mix.save()
        for part in parts:
            part.settled_at = mix.finished_at
        MixPart.objects.bulk_create(parts)
        Weighing.objects.bulk_create(
            Weighing(
                studio=self._studio,
                part=part,
                grams=round(part.planned_g, 1),
                step_g=self._studio.scale_step_g,
                source=Weighing.Source.SCALE,
                request_key=uuid.uuid4(),
                made_by=self._owner,
            )
            for part in parts
        )
        refresh(mix)
        return mix

    def _made(
        self, name: str, days_ago: int, pieces: list[_Piece], fired: str = "", note: str = ""
    ) -> None:
        studio, opened = self._studio, days_ago - story.OPENED_AFTER
        trial = Trial(
            studio=studio,
            name=name,
            ware="stoneware",
            school=studio.school,
            made_by=self._owner,
        )
        with dated(days_ago):
            tiles = [self._tile(trial, piece) for piece in pieces]
            dry = self._loader.entries(DRY)
            record_pieces(None, [PieceEntries(tile, dry) for tile in tiles], self._owner)
        with dated(opened):
            for cone in dict.fromkeys(piece.cone for piece in pieces):
                there = [n for n, piece in enumerate(pieces) if piece.cone == cone]
                firing = self._loader.firing(fired or cone, opened)
                if note:
                    Firing.objects.filter(pk=firing.pk).update(note=note)
                load_and_fire([tiles[n] for n in there], firing)
                figures = self._loader.entries(FIRED, "boil_soak")
                entries = [
                    PieceEntries(tiles[n], figures, [_colour_entry(pieces[n].colour)])
                    for n in there
                ]
                record_pieces(firing, entries, self._owner)
        self._backdated(trial, [piece.mix for piece in pieces], days_ago, opened)

    def _tile(self, trial: Trial, piece: _Piece) -> Tile:
        glaze_id = self._loader.glaze(piece.surface) if piece.surface else None
        spec = PieceSpec(100.0, piece.cone, bool(piece.surface), glaze_id=glaze_id)
        (tile,) = make_tiles(piece.mix, trial, TileOrder(1, spec, uuid.uuid4()), self._owner)
        return tile

    def _backdated(self, trial: Trial, mixes: list[Mix], days_ago: int, opened: int) -> None:
        keys = [mix.pk for mix in mixes]
        backdate(Mix.objects.filter(pk__in=keys), days_ago, "made_at")
        backdate(Mix.objects.filter(pk__in=keys), days_ago, "finished_at")
        backdate(Weighing.objects.filter(part__mix__in=keys), days_ago, "made_at")
        backdate(Trial.objects.filter(pk=trial.pk), days_ago, "made_at")
        backdate(trial.tiles.all(), days_ago, "shaped_at")
        of_trial = {"tile__trial": trial}
        backdate(Reading.objects.filter(**of_trial, firing=None), days_ago - 3, "made_at")
        backdate(Reading.objects.filter(**of_trial).exclude(firing=None), opened, "made_at")
        backdate(ColourReading.objects.filter(**of_trial), opened, "made_at")

    def _colour(self, row: PastTrial, mix: Mix, cone: str, surface: str) -> LabValues:
        """What a mix fires to: each colourant draws the clay towards its own colour."""
        found = np.array(story.CLAYS[row.clay])
        for name, pct in mix.wanted_pcts.items():
            stain = self._stains[name]
            share = 1 - 2 ** (-pct / stain.half_pct)
            found = found + share * (_moved(stain, cone, surface) - found)
        for lighter, kept in (story.HEAT[cone], story.SURFACES[surface]):
            found = found * (1, kept, kept) + (lighter, 0, 0)
        return self._scattered(tuple(found))

    def _scattered(self, colour: LabValues) -> LabValues:
        lightness, a, b = np.add(colour, self._scatter.normal(0, SCATTER, 3)).round(1).tolist()
        return lightness, a, b


def _moved(stain: PastStain, cone: str, surface: str) -> np.ndarray:
    moves = [stain.moved[what] for what in (cone, surface) if what in stain.moved]
    moved: np.ndarray = np.sum([stain.colour, *moves], axis=0)
    return moved


def _colour_entry(colour: LabValues) -> ColourEntry:
    typed = ", ".join(map(str, colour))
    return ColourEntry(MeasuredColour(Lab(*colour), typed))
