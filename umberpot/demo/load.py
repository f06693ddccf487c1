"""Lays the demo story into an empty database, through the same services the pages use."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import asdict
from datetime import timedelta

import numpy as np
from django.contrib.auth.models import User
from django.db import models
from django.http import QueryDict
from django.utils import timezone

from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import Patch
from claycore.colour.photographs.reading import Reference
from claycore.colour.photographs.references import REFERENCES
from claycore.firing import schedules
from claycore.firing.drafts import FiringStage, draft
from claycore.firing.loading.by_rules import Arrangement
from claycore.materials import slip
from claycore.testing.readings import READINGS, Quantity
from umberpot.colours.find.library import tested_under
from umberpot.colours.find.predictions import keep_prediction
from umberpot.colours.fired import Conditions
from umberpot.colours.models import Prediction, Ring
from umberpot.colours.photographs.services import keep_photograph, keep_reference
from umberpot.demo import story
from umberpot.demo.camera import CARDS, photographed
from umberpot.firings.models import Firing, Kiln, WitnessCone
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.kiln import services as kiln
from umberpot.kiln.loading.services import choose_schedule, plan_load
from umberpot.kiln.logs.from_csv import ReadLog
from umberpot.kiln.logs.services import keep_file
from umberpot.kiln.schedules.services import draft_for
from umberpot.library.notes.services import keep_note
from umberpot.mixing import services as mixing
from umberpot.mixing.calculators.campaign import CampaignView
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.calculators.series import SeriesView
from umberpot.mixing.composition import parts_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.models import Mix, MixPart, Plan, Weighing
from umberpot.mixing.weighing import services as weighing
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, StockMovement
from umberpot.studio.models import Studio
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.services import add_coat, make_plan
from umberpot.surface.samples.services import SampleOrder, make_samples, samples_for
from umberpot.tiles import services as tiles
from umberpot.tiles.columns import PLACE_COLUMNS
from umberpot.tiles.models import ColourReading, Loading, Reading, Step, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.plans.services import (
    TrialOrder,
    start_campaign,
    start_grid,
    start_series,
)
from umberpot.tiles.readings.services import Entry, PieceEntries, colour_entry, record_pieces
from umberpot.ui.calculators import Calculator, Inputs, Result, Solved


def solved_sum(calculator: type[Calculator[Inputs, Result]], query: str) -> Solved[Inputs, Result]:
    """A sum of the story solved. Raises ValueError where it does not hold."""
    solved = calculator.read(QueryDict(query))
    if solved is None:
        raise ValueError(f"The story has a sum that does not hold: {query}")
    return solved


class DemoLoader:
    """One loading of the story."""

    def __init__(self, studio: Studio, user: User) -> None:
        self.studio = studio
        self.user = user
        self.firings: dict[tuple[str, int], Firing] = {}

    def shelf(self) -> None:
        """The materials and their stock."""
        for row in story.MATERIALS:
            self.material(row)
        backdate(StockMovement.objects.all(), story.STOCKED_DAYS_AGO, "made_at")

    def additions(self) -> None:
        """What is blended into clays, the newest on the shelf."""
        for row in story.ADDITIONS:
            self.material(row)

    def material(self, row: story.DemoMaterial) -> None:
        """One material, counted; slip by its gravity."""
        gravity = row.specific_gravity
        material = Material.objects.create(
            studio=self.studio,
            kind=row.kind,
            name=row.name,
            supplier_code=row.code,
            price_per_kg=row.price or None,
            state="slip" if gravity else "plastic" if row.water_pct else "dry",
            water_pct=100 - slip.solids_pct(gravity) if gravity else row.water_pct,
            specific_gravity=gravity,
            made_from=Material.objects.of(self.studio).filter(name=row.made_from).first(),
            addition=row.addition,
            grain=row.grain,
            hazards=list(row.hazards),
            notes=row.notes,
            **row.fused,
        )
        shelf.count_stock(material, row.on_hand_g, self.user)

    def mix(self, row: story.DemoMix, days_ago: int) -> Mix:
        """A mix, weighed out if the story says so."""
        solved = solved_sum(DoseView, row.sum)
        mix = mixing.make_mix(
            self.studio,
            solved.result,
            solved.inputs.clay_name,
            solved.form.query_string(),
            uuid.uuid4(),
            self.user,
        )
        for part, grams in zip(parts_of(mix), row.weighed or (), strict=False):
            self.weigh(part, grams)
        mix.refresh_from_db()
        weighed_now = StockMovement.objects.filter(made_at__gte=mix.made_at)
        backdate(weighed_now, days_ago, "made_at")
        backdate(Mix.objects.filter(pk=mix.pk), days_ago, "made_at")
        backdate(Weighing.objects.filter(part__mix=mix), days_ago, "made_at")
        if mix.finished_at:
            backdate(Mix.objects.filter(pk=mix.pk), days_ago, "finished_at")
        return mix

    def plan(self, row: story.DemoPlan) -> None:
        """A series, a grid or a campaign, followed as far as the story says."""
        order = TrialOrder(
            self.studio,
            row.name,
            PieceSpec(100.0, self.studio.usual_cone),
            uuid.uuid4(),
            self.user,
        )
        trial = self.started(order, row)
        mixes = Mix.objects.filter(plan=trial.plan).order_by("plan_position")
        for mix in mixes[: row.done]:
            self.weigh_out(mix)
            tiles.shape(mix)
        if row.fired:
            self.fire_plan(trial, row)

    def started(self, order: TrialOrder, row: story.DemoPlan) -> Trial:
        """The trial that a plan of its kind becomes."""
        if row.kind == Plan.Kind.SERIES:
            return start_series(order, solved_sum(SeriesView, row.sum), row.strategy)
        if row.kind == Plan.Kind.CAMPAIGN:
            return start_campaign(order, solved_sum(CampaignView, row.sum))
        return start_grid(order, solved_sum(GridView, row.sum))

    def fire_plan(self, trial: Trial, row: story.DemoPlan) -> None:
        """The tiles of a plan, fired and read, all of it some time ago."""
        made = trial.tiles.order_by("mix__plan_position", "pk").select_related("mix")
        self.read(list(zip(made, row.fired, strict=True)), row.days_ago - 4)
        mixes = Mix.objects.filter(plan=trial.plan)
        backdate(mixes, row.days_ago, "made_at")
        backdate(mixes, row.days_ago, "finished_at")
        backdate(Weighing.objects.filter(part__mix__in=mixes), row.days_ago, "made_at")
        backdate(Plan.objects.filter(trial=trial), row.days_ago, "made_at")
        backdate(trial.tiles.all(), row.days_ago, "shaped_at")
        backdate(Trial.objects.filter(pk=trial.pk), row.days_ago, "made_at")

    def weigh_out(self, mix: Mix) -> None:
        """Every part of a mix, as near as the scale goes."""
        while part := weighing.next_part(parts_of(mix)):
            step_g = self.studio.scale_step_g
            self.weigh(part, max(step_g, round(part.to_go_g / step_g) * step_g))
        mix.refresh_from_db()

    def weigh(self, part: MixPart, grams: float) -> None:
        """One figure off the scale."""
        weighing.take_weighing(
            part,
            grams,
            source=Weighing.Source.SCALE,
            scale_step_g=self.studio.scale_step_g,
            request_key=uuid.uuid4(),
            by=self.user,
        )

    def firing(self, cone: str, days_ago: int) -> Firing:
        """The firing to a cone on a day, made once; the story's fire where there was no cone."""
        if (cone, days_ago) not in self.firings:
            noted = {"cone": cone, "note": "overnight"} if cone else asdict(story.FIRE)
            self.firings[cone, days_ago] = Firing.objects.create(
                studio=self.studio,
                fired_on=timezone.localdate() - timedelta(days=days_ago),
                made_by=self.user,
                **noted,
            )
        return self.firings[cone, days_ago]

    def trial(self, row: story.DemoTrial) -> Trial:
        """A trial with its mixes, tiles, firings and readings."""
        trial = Trial(
            studio=self.studio,
            name=row.name,
            ware=row.ware,
            school=self.studio.school,
            made_by=self.user,
        )
        made = []
        for mix_row in row.mixes:
            mix = self.mix(mix_row, row.days_ago)
            for tile_row in mix_row.tiles:
                cone = next((f.cone for f in reversed(tile_row.firings) if f.cone), mix_row.cone)
                glaze_id = self.glaze(tile_row.glaze) if tile_row.glazed else None
                piece = PieceSpec(100.0, cone, tile_row.glazed, tile_row.bare_half, glaze_id)
                order = tiles.TileOrder(1, piece, uuid.uuid4())
                (tile,) = tiles.make_tiles(mix, trial, order, self.user)
                made.append((tile, tile_row))
        self.read(made, row.days_ago - 4)
        backdate(Trial.objects.filter(pk=trial.pk), row.days_ago, "made_at")
        return trial

    def glazes(self) -> None:
        """What is fused onto clay."""
        for row in story.GLAZES:
            self.material(row)

    def glaze(self, name: str) -> int:
        """The key of a glaze of the shelf."""
        return Material.objects.get(studio=self.studio, name=name).pk

    def tested_surface(self) -> None:
        """A stack on a dark body with its test tiles, fired and read some time ago."""
        plan = self.planned(story.TESTED_SURFACE, self.glaze(story.CLEAR))
        piece = PieceSpec(100.0, plan.cone, glazed=True, glaze_id=plan.glaze_id)
        order = SampleOrder(
            "Gulls, test tiles", 1, piece, Atmosphere.OXIDATION, uuid.uuid4(), self.user
        )
        trial = make_samples(plan, samples_for(self.studio, plan), order)
        *_, blue = (coat.mix for coat in plan.coats.all() if coat.mix)
        keep_leftover(blue, story.BLUE_SLIP_G, "slip", story.BLUE_SLIP_WATER_PCT, self.user)
        rows = [
            story.DemoTile(
                94.1, 87.0, (story.AfterFiring(plan.cone, 12, 88.2, 82.0, 82.6, colour),)
            )
            for colour in story.TESTED_COLOURS
        ]
        self.read(list(zip(trial.tiles.order_by("pk"), rows, strict=True)), 16)
        backdate(trial.tiles.all(), 20, "shaped_at")
        backdate(Trial.objects.filter(pk=trial.pk), 27, "made_at")

    def smoked(self) -> None:
        """Tiles that went through a fire without a cone."""
        self.trial(story.SMOKED_TRIAL)

    def halves(self) -> None:
        """Tiles with a bare half, what was noted of them, and a colour predicted from them."""
        trial = self.trial(story.HALVES_TRIAL)
        keep_note("trial", trial, story.HALVES_NOTE, None, uuid.uuid4(), self.user)
        self.prediction(story.PREDICTION)

    def prediction(self, row: story.DemoPrediction) -> None:
        """A colour predicted for the bare white clay, and the test tile that was fired of it."""
        conditions = Conditions("Ferry white", "6", Atmosphere.OXIDATION, glazed=False)
        tested = tested_under(self.studio, conditions)
        if tested.clay is None:
            raise ValueError("The story has no plain tile of Ferry white.")
        predicted = tested.palette(tested.clay, frozenset()).predict(row.pcts)
        kept = keep_prediction(
            *(self.studio, conditions, row.pcts, Lab(*row.wanted), predicted),
            *(uuid.uuid4(), self.user),
        )
        backdate(Prediction.objects.filter(pk=kept.pk), row.days_ago + 1, "made_at")
        came_out = np.add(predicted.lab.values, row.off).round(1)
        self.trial(story.test_of(row, ", ".join(map(str, came_out))))

    def read(self, rows: Sequence[tuple[Tile, story.DemoTile]], dry_days_ago: int) -> None:
        """What was read off some tiles at each of their stages, a stage of all of them at once."""
        made = [tile for tile, _ in rows]
        dry = [
            (tile, {Quantity.LENGTH_DRY: row.length_dry, Quantity.MASS_DRY: row.mass_dry})
            for tile, row in rows
        ]
        record_pieces(None, [PieceEntries(t, self.entries(at)) for t, at in dry], self.user)
        read_off = Reading.objects.filter(tile__in=made)
        backdate(read_off.filter(firing=None), dry_days_ago, "made_at")
        for stage in range(max(len(row.firings) for _, row in rows)):
            fired: dict[tuple[str, int], list[PieceEntries]] = {}
            for tile, row in rows:
                if stage < len(row.firings):
                    after = row.firings[stage]
                    entries = self.after_firing(tile, row, after)
                    fired.setdefault((after.cone, after.days_ago), []).append(entries)
            for (cone, days_ago), pieces in fired.items():
                firing = self.firing(cone, days_ago)
                kiln.load_and_fire([piece.tile for piece in pieces], firing)
                record_pieces(firing, pieces, self.user)
                colours = ColourReading.objects.filter(tile__in=made, firing=firing)
                backdate(read_off.filter(firing=firing), days_ago - 1, "made_at")
                backdate(colours, days_ago - 1, "made_at")

    def after_firing(
        self, tile: Tile, row: story.DemoTile, after: story.AfterFiring
    ) -> PieceEntries:
        """What was read off a tile after one of its firings."""
        figures: dict[Quantity, float | None] = {
            Quantity.LENGTH_FIRED: after.length,
            Quantity.MASS_FIRED: after.dry,
            Quantity.MASS_SOAKED: after.soaked,
        }
        colours = [
            colour_entry(self.studio, tile.code, typed, None, of_bare_half=bare)
            for typed, bare in ((after.colour, False), (after.bare_colour, True))
            if typed
        ]
        return PieceEntries(tile, self.entries(figures, after.method), colours, set(row.surface))

    def load_kiln(self) -> None:
        """The studio's kiln, and a load planned for what waits for the usual cone."""
        quay = Kiln.objects.create(
            studio=self.studio, made_by=self.user, request_key=uuid.uuid4(), **story.KILN
        )
        for row in story.LOGS:
            self.log(row, quay)
        cone = self.studio.usual_cone
        waiting = Tile.objects.filter(studio=self.studio, step=Step.FIRE, cone=cone)
        tiles_of = list(waiting.select_related("trial").order_by("pk"))
        load = plan_load(
            quay,
            cone,
            Atmosphere.OXIDATION,
            tiles_of,
            self.user,
            uuid.uuid4(),
            arrangement=Arrangement.LEARN,
        )
        schedule = draft_for(quay, FiringStage.SINGLE, cone, self.user, uuid.uuid4())
        choose_schedule(load, schedule)

    def stood(self) -> None:
        """Where the pieces of the latest firing stood in the kiln, the lowest shelf first."""
        cone_reached = Firing.objects.of(self.studio).exclude(cone="")
        latest = cone_reached.latest("fired_on", "pk")
        latest.kiln = Kiln.objects.of(self.studio).get()
        latest.save()
        loadings = list(latest.loadings.order_by("tile"))
        for loading, place in zip(loadings, story.places_on_shelves(), strict=False):
            loading.place = place
        Loading.objects.bulk_update(loadings, PLACE_COLUMNS)

    def photograph(self) -> None:
        """A photograph of the first trial's tiles, marked; their colours are as they were read."""
        fired = Tile.objects.filter(studio=self.studio, colours__isnull=False)
        trial = fired.order_by("pk").select_related("trial")[0].trial
        row = list(trial.tiles.order_by("pk").with_history())
        colours = [tile.colours.all()[0].lab.values for tile in row]
        white_card, grey_card = CARDS
        laid = [grey_card.values, *colours, white_card.values]
        kept = keep_photograph(trial, photographed(laid), uuid.uuid4(), self.user)
        step = kept.width / (len(laid) + 2)
        middles = [step * (place + 0.5) for place in range(len(laid) + 2)]
        white, grey, *places, far_white, far_grey = (
            Patch(x, kept.height / 2, 0.3 * step) for x in middles
        )
        cards = {"white": white, "grey": grey, "white_far": far_white, "grey_far": far_grey}
        for key, place in cards.items():
            keep_reference(kept, key, Reference(place, REFERENCES[key].lab))
        for tile, place in zip(row, places, strict=True):
            Ring.objects.create(studio=self.studio, photograph=kept, tile=tile, **vars(place))

    def surface(self) -> None:
        """Plans of several techniques, in colours that were fired."""
        for row in story.SURFACES:
            self.planned(row)

    def planned(self, row: story.DemoSurface, glaze_id: int | None = None) -> SurfacePlan:
        """A plan with its coats."""
        body = Material.objects.get(studio=self.studio, name=row.body)
        columns = {**row.columns, "body": body, "dip_mm": None, "glaze_id": glaze_id}
        plan = make_plan(self.studio, columns, uuid.uuid4(), self.user)
        for made_of, coat in row.coats:
            mix = Mix.objects.filter(studio=self.studio, name=made_of).earliest("pk")
            add_coat(plan, {"name": mix.name, "mix": mix, "clay": None, **coat})
        return plan

    def log(self, row: story.DemoLog, quay: Kiln) -> None:
        """The log and the witness cones of a firing that was in the kiln."""
        firing = self.firing(row.cone, row.days_ago)
        firing.kiln = quay
        firing.save()
        curve = schedules.curve_of(draft(FiringStage.SINGLE, row.cone))
        at, planned = zip(*curve.points, strict=True)
        hours = np.arange(0, curve.hours, 0.05)
        celsius = np.interp(hours, at, planned) - row.under_c * (1 - np.exp(-hours))
        points = list(zip(hours.tolist(), celsius.round(1).tolist(), strict=True))
        keep_file(firing, "quay-kiln.csv", ReadLog(points, [], []), self.user, uuid.uuid4())
        for number, cone, bend in row.witness_cones:
            WitnessCone.objects.create(
                studio=self.studio,
                firing=firing,
                shelf=number,
                cone=cone,
                bend=bend,
                made_by=self.user,
            )

    def entries(
        self, figures: Mapping[Quantity, float | None], method: str = ""
    ) -> dict[str, Entry]:
        """Figures by quantity as the services take them, off the studio's own instruments."""
        return {
            quantity: Entry(
                value,
                self.studio.ruler_step_mm
                if not READINGS[quantity].is_mass
                else self.studio.scale_step_g,
                None,
                method if READINGS[quantity].by_method else "",
            )
            for quantity, value in figures.items()
            if value is not None
        }


def backdate(rows: models.QuerySet, days_ago: int, field: str) -> None:
    """Rows as they would be had they been made so many days ago."""
    rows.update(**{field: timezone.now() - timedelta(days=days_ago)})
