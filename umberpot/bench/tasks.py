"""What is to be done, trial by trial: what can be done now, and what belongs to another day.

Tiles are counted by the database and only the first few of each task are fetched, so that the
queries grow with the steps and cones, and not with the tiles.
"""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import datetime, timedelta

from django.db.models import BooleanField, Count, Exists, ExpressionWrapper, F, Max, OuterRef, Q
from django.urls import reverse
from django.utils import timezone

from claycore.firing import cones
from umberpot.bench import sentences
from umberpot.bench.models import Timer
from umberpot.mixing.models import Mix, Plan
from umberpot.studio.models import Studio
from umberpot.tiles.models import Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_of

MOST_OF_A_KIND = 4
MOST_DRAWN = 6
MOST_LATER = 12

SHORTEST_DRYING = timedelta(days=2)
"""A tile is bone dry after two to seven days. Common practice."""


@dataclass(frozen=True)
class Task:
    """One thing to do: with what, what, and the button that goes there.

    ``tiles`` are the first of ``count``; ``not_today`` says why it belongs to another day.
    """

    title: str
    todo: str
    button: str
    url: str
    count: int = 0
    tiles: list[TileProgress] = field(default_factory=list)
    mix: Mix | None = None
    not_today: str = ""

    @property
    def more(self) -> int:
        return self.count - len(self.tiles)


@dataclass(frozen=True)
class Section:
    """The tasks of one place: the first few of each kind, and where the others are."""

    title: str
    tasks: list[Task]
    more: int
    all_url: str


@dataclass(frozen=True)
class ToDo:
    """Everything there is to do: now by place, and later."""

    now: list[Section]
    later: list[Task]


def to_do(studio: Studio) -> ToDo:
    """What a studio has to do, in the order of the work."""
    at_work = Tile.objects.of(studio).at_work()
    groups = _groups(studio, at_work)
    ready = [group for group in groups if not group.not_today]
    waiting = [group for group in groups if group.not_today]
    shown = _first_of_each_step(ready)
    later = waiting[:MOST_LATER]
    tasks = _as_tasks(at_work, [*shown, *later])
    firing = _firing_tasks(at_work.filter(step=Step.FIRE))
    sections = [
        _mixing(studio),
        Section("Tiles", tasks[: len(shown)], len(ready) - len(shown), reverse("tiles:tiles")),
        Section("Kiln", firing, 0, reverse("kiln:kiln")),
        _results(studio),
    ]
    return ToDo([section for section in sections if section.tasks], tasks[len(shown) :])


@dataclass(frozen=True)
class _Group:
    """Tiles of a trial that wait for the same step."""

    trial: Trial
    step: Step
    count: int
    not_today: str

    @property
    def is_bars(self) -> bool:
        return hasattr(self.trial, "test")


def _groups(studio: Studio, at_work: TileQuerySet) -> list[_Group]:
    """By trial and step, in the order of the steps and then the oldest trial first.

    What is fired is grouped by cone elsewhere, and what a series or grid makes is its plan's.
    """
    unmixed = Q(step=Step.MAKE, mix__isnull=False, mix__finished_at=None)
    of_plans = Q(step=Step.MAKE, trial__plan__isnull=False)
    rows = (
        at_work.exclude(step=Step.FIRE)
        .exclude(of_plans)
        .annotate(unmixed=ExpressionWrapper(unmixed, BooleanField()))
        .values_list("trial_id", "step", "unmixed")
        .annotate(Count("pk"), Max("shaped_at"))
        .order_by()
    )
    timed = _timed_until(studio)
    found = [
        (
            trial_pk,
            Step(step),
            count,
            _not_today(Step(step), unmixed, shaped_at, timed.get(trial_pk)),
        )
        for trial_pk, step, unmixed, count, shaped_at in rows
    ]
    order = list(Step)
    found.sort(key=lambda row: (order.index(row[1]), row[0]))
    trials = Trial.objects.of(studio).select_related("test__clay", "plan")
    by_pk = trials.in_bulk({row[0] for row in found})
    return [_Group(by_pk[trial_pk], *rest) for trial_pk, *rest in found]


def _timed_until(studio: Studio) -> dict[int, datetime]:
    """When the timer of a test ends, by its trial, where one runs and is not due."""
    running = Timer.objects.of(studio).filter(
        ended_at=None, due_at__gt=timezone.now(), test__isnull=False
    )
    return dict(running.values_list("test__trial_id", "due_at"))


def _not_today(
    step: Step, unmixed: bool, shaped_at: datetime | None, timed: datetime | None
) -> str:
    """Why tiles belong to another day; '' where they can be worked on now."""
    if unmixed:
        return sentences.WAITS_FOR_ITS_CLAY
    if step in (Step.DRY, Step.SOAK) and timed:
        return sentences.timed_until(timezone.localtime(timed))
    if step == Step.DRY and shaped_at and shaped_at + SHORTEST_DRYING > timezone.now():
        return sentences.drying_until(timezone.localdate(shaped_at + SHORTEST_DRYING))
    return ""


def _first_of_each_step(groups: Iterable[_Group]) -> list[_Group]:
    by_step: dict[Step, list[_Group]] = defaultdict(list)
    for group in groups:
        by_step[group.step].append(group)
    return [group for of_step in by_step.values() for group in of_step[:MOST_OF_A_KIND]]


def _as_tasks(at_work: TileQuerySet, groups: list[_Group]) -> list[Task]:
    """The groups with their first tiles, which are fetched together."""
    some = at_work.filter(trial__in={group.trial.pk for group in groups})
    drawn: dict[tuple[int, str], list[TileProgress]] = defaultdict(list)
    for tile in some.first_of_each("trial", "step", most=MOST_DRAWN).with_history():
        drawn[tile.trial_id, tile.step].append(progress_of(tile))
    return [_as_task(group, drawn[group.trial.pk, group.step]) for group in groups]


def _as_task(group: _Group, tiles: list[TileProgress]) -> Task:
    test = getattr(group.trial, "test", None)
    return Task(
        str(test.clay) if test else group.trial.name,
        sentences.to_do(group.step, group.count, bars=group.is_bars),
        sentences.BUTTONS[group.step],
        tiles[0].get_next_url() if tiles and not test else group.trial.get_absolute_url(),
        group.count,
        tiles[: group.count],
        not_today=group.not_today,
    )


def _firing_tasks(to_fire: TileQuerySet) -> list[Task]:
    """What waits for each cone, the coolest first: pieces of any trial may share a firing."""
    counts = dict(to_fire.values_list("cone").annotate(Count("pk")).order_by())
    first = {
        cone: list(to_fire.filter(cone=cone).values_list("pk", flat=True)[:MOST_DRAWN])
        for cone in sorted(counts, key=cones.order)
    }
    keys = [key for of_cone in first.values() for key in of_cone]
    shown = {tile.pk: progress_of(tile) for tile in to_fire.filter(pk__in=keys).with_history()}
    return [
        Task(
            f"Cone {cone}",
            sentences.to_do(Step.FIRE, counts[cone], bars=False),
            sentences.BUTTONS[Step.FIRE],
            f"{reverse('kiln:kiln')}?cone={cone}",
            counts[cone],
            [shown[key] for key in keys],
        )
        for cone, keys in first.items()
    ]


def _mixing(studio: Studio) -> Section:
    """Plans under way, mixes to weigh out, and mixes that no tile was made of."""
    mixes = Mix.objects.of(studio).kept().filter(plan=None)
    to_weigh = mixes.filter(finished_at=None)
    without_tiles = mixes.filter(tiles=None).exclude(finished_at=None)
    under_way = (
        Plan.objects.of(studio)
        .kept()
        .annotate(
            unmixed=Count("mixes", filter=Q(mixes__finished_at=None), distinct=True),
            unmade=Count("trial__tiles", filter=Q(trial__tiles__step=Step.MAKE), distinct=True),
        )
        .filter(Q(unmixed__gt=0) | Q(unmade__gt=0))
    )
    tasks = [
        *(
            Task(
                plan.name,
                sentences.of_plan(plan.unmixed, plan.unmade),
                "Continue",
                plan.get_absolute_url(),
            )
            for plan in under_way[:MOST_OF_A_KIND]
        ),
        *(
            Task(mix.name, sentences.WEIGH_OUT, "Weigh out", mix.get_absolute_url(), mix=mix)
            for mix in to_weigh[:MOST_OF_A_KIND]
        ),
        *(
            Task(
                mix.name,
                sentences.MAKE_TILES,
                "Make tiles",
                reverse("tiles:make", args=[mix.pk]),
                mix=mix,
            )
            for mix in without_tiles[:MOST_OF_A_KIND]
        ),
    ]
    every = under_way.count() + to_weigh.count() + without_tiles.count()
    return Section("Mix", tasks, every - len(tasks), reverse("mixing:mixes"))


def _results(studio: Studio) -> Section:
    """The newest trials with something to read."""
    kept = Q(tiles__set_aside_at=None)
    trials = (
        Trial.objects.of(studio)
        .filter(Exists(Tile.objects.of(studio).kept().filter(trial=OuterRef("pk"), step=Step.READ)))
        .filter(test=None)
        .order_by(F("made_at").desc())[:MOST_OF_A_KIND]
    )
    counts = {
        pk: (read, every)
        for pk, read, every in Trial.objects.of(studio)
        .filter(pk__in=[trial.pk for trial in trials])
        .annotate(
            read=Count("tiles", filter=kept & Q(tiles__step=Step.READ)),
            every=Count("tiles", filter=kept),
        )
        .order_by()
        .values_list("pk", "read", "every")
    }
    drawn: dict[int, list[TileProgress]] = defaultdict(list)
    read_tiles = Tile.objects.of(studio).kept().filter(trial__in=list(counts), step=Step.READ)
    for tile in read_tiles.first_of_each("trial", most=MOST_DRAWN).with_history():
        drawn[tile.trial_id].append(progress_of(tile))
    tasks = [
        Task(
            trial.name,
            sentences.of_results(*counts[trial.pk]),
            "See results",
            reverse("results:trial", args=[trial.pk]),
            counts[trial.pk][0],
            drawn[trial.pk],
        )
        for trial in trials
    ]
    return Section("Results", tasks, 0, reverse("results:trials"))
