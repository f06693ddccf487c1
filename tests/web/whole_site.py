"""Every address of the site, and a studio with one of everything behind them."""

import json
import os
import re
import uuid
from pathlib import Path

import pytest
from django.db import connection
from django.urls import URLResolver, get_resolver

from claycore.firing.drafts import FiringStage
from claycore.testing.protocols import protocols
from standins.camera.camera import Camera
from standins.camera.scene import Scene
from tests.factories import (
    ContainerFactory,
    FindingFactory,
    FiringFactory,
    FiringLogFactory,
    KeptPreviewFactory,
    KilnFactory,
    MaterialFactory,
    NoteFactory,
    PhotoFactory,
    WareBatchFactory,
    WarePhotoFactory,
    WarePieceFactory,
)
from umberpot.bench.services import start_timer
from umberpot.colours.models import Ring
from umberpot.colours.photographs.services import keep_photograph
from umberpot.kiln.loading.services import plan_load
from umberpot.kiln.schedules.services import draft_for
from umberpot.library.sharing.services import share
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.models import Mix, Plan
from umberpot.mixing.services import save_calculation
from umberpot.studio.models import Studio
from umberpot.studio.people.services import invite
from umberpot.studio.role_list import Role
from umberpot.surface.models import FactorTrial, SurfacePlan
from umberpot.tiles.models import ClayTest, Tile

BAR_TEST = {
    **{"name": "Secret", "cones": "04, 6", "replicates": "2", "path": "own", "mark": "100"},
    **{"soak": "all", "method": "boil_soak"},
}
TEST_PAGES = [f"clays:{page}" for page in ("test", "bars-made", "weigh-drying", "bench-sheet")]
LOAD_PAGES = [
    f"kiln:{page}"
    for page in [
        "load-plan",
        "pack-load",
        "schedule-load",
        "start-kiln",
        "fire-load",
        "cancel-load",
    ]
]
SCHEDULE_PAGES = ("kiln:edit-schedule", "kiln:set-schedule-aside", "kiln:schedule-file")
BY_NUMBER = ("tiles:record-by-number", "results:tile-by-number", "kiln:fire-tile-by-number")
PHOTOGRAPH_PAGES = (
    *("results:photograph", "results:read-photograph"),
    *("results:photograph-image", "results:photograph-file"),
    *("results:remove-photograph", "results:saved-marks", "results:use-marks"),
)
SURFACE_PAGES = (
    *("bench:start-waits", "surface:keep-preview", "surface:plan-tiles"),
    *("surface:plan", "surface:change-plan", "surface:set-plan-aside", "surface:face-picture"),
)
FACTOR_PAGES = (
    *("surface:factor-trial", "surface:rate", "surface:expect", "surface:change-slabs"),
    *("surface:show-factor-trial", "surface:factor-results", "surface:set-factor-trial-aside"),
)
FACTOR_TRIAL = {
    **{"name": "Secret factors", "factor_1": "slip", "levels_1": "a, b"},
    **{"factor_2": "coats", "levels_2": "one, two", "slabs": "4", "scales": "scrub"},
    "expected": "Nothing",
}
REPORT_PAGES = (*("library:report", "library:report-pdf", "library:report-alone", "library:share"),)
WARE_PAGES = (
    *("results:batch", "results:change-batch", "results:batch-card", "results:set-batch-aside"),
    *("results:start-screen", "results:finish-screen", "results:add-piece"),
)
PREVIEW_PAGES = (
    *("surface:preview-picture", "surface:preview-photograph"),
    *("surface:photograph-preview", "surface:remove-preview"),
)
COAT_PAGES = (
    "surface:move-coat",
    "surface:remove-coat",
    "surface:overrule-coat",
    "surface:use-slip",
)
CLAY_PAGES = (
    *("results:clay", "results:clay-purpose", "results:report", "results:figures"),
    *("results:readings", "results:shrink-rule", "results:guess-blend", "results:line-blend"),
    *("shelf:claim", "shelf:add-photo"),
)


def kept_world(run: Path) -> Path:
    """The data file with one of everything, of this process; made by the first test that needs it.

    Making it takes seconds, and sixty tests begin with it.
    """
    return run / f"world-{os.getpid()}.sqlite3"


@pytest.fixture
def world(request, run_folder, user):
    """A studio with one of everything; gives each URL name's arguments."""
    kept = kept_world(run_folder)
    arguments = kept.with_suffix(".json")
    if connection.settings_dict["NAME"] == str(kept):
        told = json.loads(arguments.read_text())
        return {name: tuple(v) if isinstance(v, list) else v for name, v in told.items()}
    needs = ("make_mix", "weigh", "signed_in", "user", "studio")
    alone = Studio.objects.count() == 1 and not Mix.objects.exists()
    built = one_of_everything(*(request.getfixturevalue(name) for name in needs))
    if not alone:
        return built  # Something else of the test's own stands there already.
    arguments.write_text(json.dumps(built))
    # As this connection sees the file, in the middle of the test's own transaction.
    kept.with_suffix(".new").write_bytes(connection.connection.serialize())
    kept.with_suffix(".new").rename(kept)
    return built


def one_of_everything(make_mix, weigh, signed_in, user, studio):
    """Makes one of everything in a studio; gives each URL name's arguments."""
    mix = weigh(make_mix(), 80)
    finished = weigh(make_mix(), 80, 8)
    signed_in.post(
        f"/tiles/make/{finished.pk}/",
        {"count": 1, "mark": "100", "cone": "6", "glazed": "no", "trial_name": "Secret"},
    )
    tile = Tile.objects.of(studio).first()
    firing = FiringFactory(studio=studio)
    clay = mix.parts.first().material
    kiln = KilnFactory(studio=studio, name="Secret kiln")
    load = plan_load(kiln, "6", "oxidation", [tile], user, uuid.uuid4())
    schedule = draft_for(kiln, FiringStage.GLAZE, "6", user, uuid.uuid4())
    log = FiringLogFactory(firing=firing)
    photograph = keep_photograph(tile.trial, Camera().photograph(Scene([])), uuid.uuid4(), user)
    place = {"x": 50, "y": 50, "radius": 20}
    ring = Ring.objects.create(studio=studio, photograph=photograph, tile=tile, **place)
    left = keep_leftover(finished, 12, "dry", None, user)
    bowl = ContainerFactory(studio=studio, name="Secret bowl")
    signed_in.post(
        "/mix/series/start/?pcts=5,10&tile_dry_g=25&colourant=Quay%20Blue&strategy=start_low",
        {"trial_name": "Secret plan", "mark": "100", "cone": "6", "glazed": "no"},
    )
    plan = Plan.objects.of(studio).get()
    note = NoteFactory(studio=studio, tile=tile)
    bowl_plan = {"name": "Secret bowls", "body": clay.pk, "shape": "bowl", "rim": 9, "height": 4}
    bowl_plan |= {"pieces": 1, "side": "inside", "technique": "coats", "cone": "6"}
    signed_in.post("/surface/plans/new/", bowl_plan)
    surface = SurfacePlan.objects.of(studio).get()
    of_slip = {"name": "Secret slip", "application": "dip", "onto": "leather_hard"}
    of_slip |= {"coats": 1, "thickness_mm": 1, "specific_gravity": 1.5}
    signed_in.post(surface.get_absolute_url(), of_slip)
    signed_in.post("/surface/factor-trials/new/", FACTOR_TRIAL)
    factors = FactorTrial.objects.of(studio).get()
    signed_in.post(f"/tiles/tests/new/{clay.pk}/", BAR_TEST)
    test = ClayTest.objects.of(studio).get()
    timer = start_timer(studio, protocols()["drying"], "Secret", 60, test, uuid.uuid4(), user)
    photo = PhotoFactory(material=clay)
    dug = MaterialFactory(dug=True, studio=studio, name="Secret bank")
    saved = save_calculation(studio, "layers", "Secret floor", "pieces=3", uuid.uuid4(), user)
    piece = WarePieceFactory(studio=studio, batch=WareBatchFactory(studio=studio, clay=clay))
    of_piece = WarePhotoFactory(studio=studio, piece=piece)
    return {
        **dict.fromkeys(("studio:change-role", "studio:remove-person"), user.membership.pk),
        "studio:withdraw-invitation": invite(studio, user, "Secret one", Role.READER, 7)[0].pk,
        "clays:new-test": clay.pk,
        **dict.fromkeys(TEST_PAGES, test.pk),
        **dict.fromkeys(CLAY_PAGES, clay.pk),
        "bench:next-stage": timer.pk,
        "bench:stop-timer": timer.pk,
        "shelf:photo": photo.pk,
        "shelf:remove-photo": photo.pk,
        "shelf:field-sheet": dug.pk,
        **dict.fromkeys(("tiles:plan", "tiles:add-strengths"), plan.pk),
        "tiles:set-plan-aside": plan.pk,
        "tiles:labels": plan.trial.pk,
        "tiles:shape": mix.pk,
        "shelf:remove-container": bowl.pk,
        "mixing:leftover": left.pk,
        "mixing:change-leftover": left.pk,
        "mixing:join-leftovers": left.pk,
        "mixing:pool-leftover": left.pk,
        "mixing:keep-leftover": mix.pk,
        "mixing:live-weight": mix.pk,
        "shelf:material": clay.pk,
        "shelf:count": clay.pk,
        "shelf:retire": clay.pk,
        "shelf:restore": clay.pk,
        "mixing:mix": mix.pk,
        "mixing:weigh": mix.pk,
        "mixing:pan": mix.pk,
        "mixing:note-left": plan.mixes.last().pk,
        "tiles:set-step-aside": plan.mixes.last().pk,
        "mixing:set-aside": mix.pk,
        "mixing:set-calculation-aside": saved.pk,
        **dict.fromkeys(("tiles:set-aside", "tiles:label", "tiles:made"), tile.code),
        "tiles:make": mix.pk,
        "mixing:correct-weighing": mix.parts.first().weighings.first().pk,
        **dict.fromkeys(("tiles:trial", "tiles:readings", "tiles:check-readings"), tile.trial_id),
        "results:trial": tile.trial_id,
        "kiln:fire-tile": tile.code,
        "kiln:firing": firing.pk,
        "kiln:without": firing.pk,
        "kiln:opening": firing.pk,
        "kiln:came-out": (firing.pk, tile.code),
        "kiln:import-log": firing.pk,
        "kiln:piece-outcome": firing.pk,
        "kiln:witness-cones": firing.pk,
        "kiln:log": log.pk,
        "kiln:log-file": log.pk,
        "kiln:stop-kiln": log.pk,
        "kiln:kiln-sizes": load.kiln_id,
        "kiln:set-kiln-aside": load.kiln_id,
        **dict.fromkeys(LOAD_PAGES, load.pk),
        **dict.fromkeys(SCHEDULE_PAGES, schedule.pk),
        "kiln:move-piece": (load.pk, load.pieces.first().pk),
        "kiln:piece-sizes": (load.pk, tile.trial_id),
        "tiles:record": tile.code,
        "results:tile": tile.code,
        **dict.fromkeys(("results:new-photograph", "results:evenness"), tile.trial_id),
        **dict.fromkeys(PHOTOGRAPH_PAGES, photograph.pk),
        "results:crop": ring.pk,
        "library:add-note": tile.trial_id,
        **dict.fromkeys(("library:conclude", "library:expect"), tile.trial_id),
        **dict.fromkeys(REPORT_PAGES, tile.trial_id),
        "library:revoke-share": share(studio, "trial", tile.trial, 7, uuid.uuid4(), user).pk,
        "library:finding": FindingFactory(studio=studio, trial=tile.trial).pk,
        **dict.fromkeys(SURFACE_PAGES, surface.pk),
        **dict.fromkeys(FACTOR_PAGES, factors.pk),
        **dict.fromkeys(PREVIEW_PAGES, KeptPreviewFactory(studio=studio, plan=surface).pk),
        **dict.fromkeys(WARE_PAGES, piece.batch_id),
        "results:remove-piece": (piece.batch_id, piece.pk),
        "results:ware-photo": of_piece.pk,
        **dict.fromkeys(COAT_PAGES, surface.coats.get().pk),
        **dict.fromkeys(("library:note-photograph", "library:remove-note"), note.pk),
        **dict.fromkeys(BY_NUMBER, tile.pk),
    }


@pytest.fixture
def concluded(world, studio, user):
    """A trial with a fired and coloured tile, a finding and a note."""
    tile = Tile.objects.of(studio).exclude(mix=None).filter(mix__finished_at__isnull=False).first()
    firing = FiringFactory(studio=studio, cone="8", note="Slow <b>cooling</b>")
    tile.loadings.create(studio=studio, firing=firing)
    about = {"studio": studio, "firing": firing, "made_by": user}
    colour = {"lightness": 40, "a": -10, "b": -30, "typed": "40, -10, -30", "source": "typed"}
    tile.colours.create(**about, **colour)
    FindingFactory(studio=studio, trial=tile.trial, sentence="Ten is enough", words="Because.\nSo.")
    NoteFactory(studio=studio, tile=None, trial=tile.trial, words="Greener by daylight")
    return tile


def report_keys(world, tile):
    """What there is a report of, by its kind."""
    firing = tile.last_firing
    finding = tile.trial.findings.last()
    return {
        "trial": tile.trial_id,
        "clay": world["results:clay"],
        "firing": firing.pk,
        "finding": finding.pk,
        "factor-trial": world["surface:factor-trial"],
    }


def every_pattern(resolver=None, before="", namespace=""):
    """(name with its application, route) of everything in the URL configuration."""
    for pattern in (resolver or get_resolver()).url_patterns:
        route = before + str(pattern.pattern)
        if isinstance(pattern, URLResolver):
            yield from every_pattern(pattern, route, f"{pattern.namespace}:")
        elif pattern.name:
            yield f"{namespace}{pattern.name}", route.replace("<int:year>", "2026")


def every_url(arguments):
    """(name, address) of everything in the URL configuration, with the other studio's keys."""
    for name, route in every_pattern():
        keys = arguments.get(name)
        each = iter(keys if isinstance(keys, tuple) else (keys, keys))
        address = re.sub(r"<(int|code):\w+>", lambda _, each=each: str(next(each)), route)
        address = address.replace("<uuid:key>", str(uuid.uuid4()))
        address = address.replace("<slug:kind>", "mixes").replace("<slug:form>", "csv")
        address = address.replace("<slug:tool>", "dose").replace("<slug:about>", "trial")
        address = address.replace("<slug:scale>", "scrub").replace("<slug:key>", "0")
        address = address.replace("<str:name>", "umberpot-20260101T030000Z.sqlite3")
        yield name, "/" + address.replace("<str:token>", "guessed")
