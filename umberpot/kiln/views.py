"""Kiln: what waits for which cone, and firings."""

import uuid
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from urllib.parse import urlencode

from django.contrib import messages
from django.db.models import Count, F, Q, Window
from django.db.models.functions import RowNumber
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST

from claycore.firing import cones
from claycore.firing.drafts import STAGE_NAMES, FiringStage, stage_for
from claycore.testing.bar_plan import needs_saucer
from umberpot.firings.forms import FireOneForm, FiringForm, as_planned
from umberpot.firings.models import Firing, Kiln
from umberpot.firings.models.atmospheres import Atmosphere, heat_in_words
from umberpot.kiln import sentences
from umberpot.kiln.kilns.forms import FirstKilnForm
from umberpot.kiln.loading.section_drawing import KilnSection, section
from umberpot.kiln.loading.sentences import in_brief, section_summary
from umberpot.kiln.logs.services import firing_now
from umberpot.kiln.models import Load
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.outcomes.firing_page import shown_firing
from umberpot.kiln.places import PLACE
from umberpot.kiln.services import (
    ReadAfterwards,
    correct_firing,
    fire,
    load_and_fire,
    take_out,
)
from umberpot.studio.request import StudioRequest, key_in, keys_in, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles.by_keys import tiles_to_draw
from umberpot.tiles.models import Loading, Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_to_draw
from umberpot.tiles.readings.damp import damp_among

MOST_DRAWN = 42
"""Tiles drawn, of all cones together; of a single cone that is asked for, many more."""
LEAST_OF_A_CONE = 12
MOST_HELD_BACK = 8
MOST_OF_ONE_CONE = 400


@dataclass(frozen=True)
class Waiting:
    """What waits for one cone in one atmosphere: how many tiles, and the first of them."""

    cone: str
    atmosphere: str
    count: int
    tiles: list[TileProgress]

    @property
    def conditions(self) -> str:
        """What they wait for, in words."""
        return f"cone {heat_in_words(self.cone, self.atmosphere)}"

    @property
    def more(self) -> int:
        return self.count - len(self.tiles)

    def get_absolute_url(self) -> str:
        """The page with this group alone, and all of it."""
        query = urlencode({"cone": self.cone, "atmosphere": self.atmosphere})
        return f"{reverse('kiln:kiln')}?{query}"

    @property
    def stages(self) -> str:
        """What the firing is for those that are shown, in words: bisque, glaze, single firing."""
        found = Counter(
            stage_for(self.cone, progress.firing is not None, progress.tile.glazed)
            for progress in self.tiles
        )
        return ", ".join(
            f"{found[stage]} {STAGE_NAMES[stage].lower()}" for stage in FiringStage if found[stage]
        )


def _dry(request: StudioRequest) -> TileQuerySet:
    """Tiles that are dry and wait for a firing, and are in no load that is planned."""
    return Tile.objects.of(request.studio).at_work().filter(step=Step.FIRE, loaded=None)


@dataclass(frozen=True)
class NotReady:
    """Trials with pieces that nobody found dry yet, the oldest, and how many trials there are."""

    trials: list[tuple[Trial, int]]
    count: int

    @property
    def more(self) -> int:
        return self.count - len(self.trials)


def _held_back(request: StudioRequest) -> NotReady:
    damp = Tile.objects.of(request.studio).at_work().filter(step=Step.DRY)
    counts = dict(damp.values_list("trial").annotate(Count("pk")).order_by())
    first = sorted(counts)[:MOST_HELD_BACK]
    trials = Trial.objects.of(request.studio).select_related("test").filter(pk__in=first)
    return NotReady([(trial, counts[trial.pk]) for trial in trials.order_by("pk")], len(counts))


def _planned_loads(request: StudioRequest) -> list[tuple[Load, str, KilnSection]]:
    """The loads that are planned: what each holds in a few words, and its kiln filling."""
    planned = Load.objects.of(request.studio).filter(state=LoadState.PLANNED)
    of_tiles = Q(pieces__tile__isnull=False)
    found = (
        planned.select_related("kiln")
        .prefetch_related("pieces")
        .annotate(
            standing=Count("pieces", filter=of_tiles & Q(pieces__shelf__isnull=False)),
            in_tray=Count("pieces", filter=of_tiles & Q(pieces__shelf=None)),
            shelves_used=Count("pieces__shelf", distinct=True),
        )
    )
    return [
        (
            load,
            in_brief(load, load.standing, load.in_tray, load.shelves_used),
            section(
                load.kiln,
                [
                    (piece.shelf, piece.placed, "")
                    for piece in load.pieces.all()
                    if piece.shelf is not None and piece.placed
                ],
                section_summary(load.kiln, load.standing),
            ),
        )
        for load in found
    ]


def _asked_for(request: StudioRequest) -> TileQuerySet:
    """Of the dry tiles those that are asked for, by cone and atmosphere; all where none are."""
    dry = _dry(request)
    if request.GET.get("cone") in cones.CONES:
        dry = dry.filter(cone=request.GET["cone"])
    if request.GET.get("atmosphere") in Atmosphere.values:
        dry = dry.filter(atmosphere=request.GET["atmosphere"])
    return dry


def waiting(request: StudioRequest) -> list[Waiting]:
    """What waits for a firing, coolest cone first: the oldest of each group, or all of one."""
    alone = bool(request.GET.get("cone"))
    groups = _by_group(_asked_for(request), MOST_OF_ONE_CONE if alone else MOST_DRAWN)
    most = MOST_OF_ONE_CONE if alone else max(LEAST_OF_A_CONE, MOST_DRAWN // max(1, len(groups)))
    keys = [key for _, oldest in groups.values() for key in oldest[:most]]
    found = sorted(groups, key=lambda pair: (cones.order(pair[0]), pair[1]))
    drawn: dict[tuple[str, str], list[TileProgress]] = {pair: [] for pair in found}
    for tile in tiles_to_draw(keys=keys):
        drawn[tile.cone, tile.atmosphere].append(progress_to_draw(tile))
    return [Waiting(*pair, groups[pair][0], tiles) for pair, tiles in drawn.items()]


def _by_group(dry: TileQuerySet, most: int) -> dict[tuple[str, str], tuple[int, list[int]]]:
    """By cone and atmosphere how many tiles wait, and the keys of the oldest. One query."""
    of_one = [F("cone"), F("atmosphere")]
    rows = (
        dry.annotate(
            place=Window(RowNumber(), partition_by=of_one, order_by=F("pk").asc()),
            count=Window(Count("pk"), partition_by=of_one),
        )
        .filter(place__lte=most)
        .order_by("pk")
        .values_list("cone", "atmosphere", "count", "pk")
    )
    groups: dict[tuple[str, str], tuple[int, list[int]]] = {}
    for cone, atmosphere, count, key in rows:
        groups.setdefault((cone, atmosphere), (count, []))[1].append(key)
    return groups


def _waited_for(tiles: Iterable[Tile]) -> set[tuple[str, str]]:
    """The cones and atmospheres that tiles were to be fired in."""
    return {(tile.cone, tile.atmosphere) for tile in tiles}


def new_firing(form: FiringForm, request: StudioRequest) -> Firing:
    """The firing a valid form describes, not yet saved."""
    firing: Firing = form.save(commit=False)
    firing.studio, firing.made_by = request.studio, request.user
    firing.request_key = request_key(request)
    return firing


@require_http_methods(["GET", "POST"])
def kiln(request: StudioRequest) -> HttpResponse:
    """What waits, a form to record a firing of it, and the firings so far."""
    groups = waiting(request)
    form = FiringForm(
        posted(request),
        initial=as_planned(
            groups[0].cone if groups else request.studio.usual_cone,
            groups[0].atmosphere if groups else Atmosphere.OXIDATION,
        ),
    )
    chosen = set(request.POST.getlist("tile"))
    if request.method == "POST":
        keys = keys_in(chosen)
        tiles = list(_dry(request).filter(pk__in=keys).with_history())
        right = form.is_valid()
        if not tiles:
            form.add_error(None, sentences.NOTHING_SELECTED)
        elif right and not form.doubts(_waited_for(tiles)):
            firing = fire(tiles, new_firing(form, request))
            messages.success(request, sentences.firing_recorded(len(tiles), firing))
            return redirect("kiln:firing", pk=firing.pk)
    return render(
        request,
        "kiln/kiln.html",
        {
            "place": PLACE,
            "form": form,
            "waiting": groups,
            "first_so_hot": _first_so_hot(request),
            "damp": damp_among(_asked_for(request)),
            "chosen": chosen,
            "request_key": uuid.uuid4(),
            "firing_now": firing_now(request.studio),
            "loads": _planned_loads(request),
            "held_back": _held_back(request),
            "has_kiln": Kiln.objects.of(request.studio).filter(set_aside_at=None).exists(),
            "kiln_form": FirstKilnForm(),
        },
        status=400 if form.errors else 200,
    )


@for_makers
@require_http_methods(["GET", "POST"])
def fire_tile(request: StudioRequest, code: str) -> HttpResponse:
    """One tile goes into a firing that is recorded, or into a new one."""
    tile = get_object_or_404(Tile.objects.of(request.studio).with_history(), code=code)
    chosen = FireOneForm(
        posted(request),
        studio=request.studio,
        been=tile.loaded_in,
    )
    form = FiringForm(
        request.POST if request.method == "POST" and not request.POST.get("firing") else None,
        initial=as_planned(tile.cone, tile.atmosphere),
    )
    fired = _fire_one(request, tile, chosen, form)
    if fired:
        messages.success(request, sentences.tile_fired(tile.code, fired))
        return redirect("tiles:record", code)
    return render(
        request,
        "kiln/fire_tile.html",
        {
            "place": PLACE,
            "tile": tile,
            "forms": {"fire": form, "fire_one": chosen},
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
        },
        status=400 if request.method == "POST" else 200,
    )


def _fire_one(
    request: StudioRequest, tile: Tile, chosen: FireOneForm, form: FiringForm
) -> Firing | None:
    """The firing the tile went through; None while the forms are not right."""
    if not chosen.is_valid():
        return None
    recorded: Firing | None = chosen.cleaned_data["firing"]
    if recorded:
        load_and_fire([tile], recorded)
        return recorded
    if not form.is_valid() or form.doubts(_waited_for([tile])):
        return None
    return fire([tile], new_firing(form, request))


@require_http_methods(["GET", "POST"])
def firing(request: StudioRequest, pk: int) -> HttpResponse:
    """One firing: what was in it, and putting right what was recorded wrong."""
    found = get_object_or_404(Firing.objects.of(request.studio).select_related("kiln"), pk=pk)
    title = str(found)
    form = FiringForm(posted(request), instance=found)
    if form.is_valid():
        try:
            correct_firing(found, form.cleaned_data, request.user)
        except ReadAfterwards as error:
            form.add_error("cone", sentences.fired_after_all(str(error)))
        else:
            messages.success(request, sentences.firing_corrected(found))
            return redirect("kiln:firing", pk=pk)
    return shown_firing(request, found, title=title, form=form)


@require_POST
def without(request: StudioRequest, pk: int) -> HttpResponse:
    """A tile was not in this firing after all."""
    found = get_object_or_404(Firing.objects.of(request.studio), pk=pk)
    chosen = request.POST.get("tile", "")
    in_it = Tile.objects.of(request.studio).filter(loadings__firing=found)
    tile = get_object_or_404(in_it, pk=key_in(chosen))
    try:
        take_out(tile, found, request.user)
    except ReadAfterwards:
        messages.error(request, sentences.read_afterwards(tile.code))
    else:
        messages.success(request, sentences.taken_out(tile.code))
    return redirect("kiln:firing", pk=pk)


def _first_so_hot(request: StudioRequest) -> list[str]:
    """The clays among what waits that were never fired so hot, and hot enough to run."""
    waiting_at: dict[int, list[str]] = {}
    names = {}
    of_clays = _dry(request).filter(clay__isnull=False)
    each = of_clays.values_list("clay", "clay__name", "cone").order_by().distinct()
    for clay_pk, name, cone in each:
        waiting_at.setdefault(clay_pk, []).append(cone)
        names[clay_pk] = name
    fired: dict[int, list[str]] = {}
    at_a_cone = Loading.objects.of(request.studio).exclude(firing__cone="")
    been = at_a_cone.filter(tile__clay__in=waiting_at)
    for clay_pk, cone in been.values_list("tile__clay_id", "firing__cone").distinct():
        fired.setdefault(clay_pk, []).append(cone)
    return [
        names[pk]
        for pk, wanted in waiting_at.items()
        if any(needs_saucer(cone, fired.get(pk, [])) for cone in wanted)
    ]
