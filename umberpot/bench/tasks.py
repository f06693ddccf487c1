"""What is to be done, trial by trial: what can be done now, and what belongs to another day.

Tiles are counted by the database and only the first few of each task are fetched, so that the
queries grow with the steps and cones, and not with the tiles.
"""

from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta

from django.db.models import Count, Exists, F, Max, OuterRef, Q
from django.urls import reverse
from django.utils import timezone

from claycore.firing import cones
from claycore.testing import drying
from umberpot.bench import sentences
from umberpot.bench.models import Timer
from umberpot.mixing.models import Mix, Plan
from umberpot.studio.models import Role, Studio
from umberpot.studio.roles import may_open
from umberpot.tiles.models import Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_of

MOST_OF_A_KIND = 4
MOST_DRAWN = 6
MOST_LATER = 12

_SHORTEST_DRYING = timedelta(minutes=drying.SHORTEST_DRYING)


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

    @property
    def is_for_makers(self) -> bool:
        """Whether its button leads to what readers do not come to."""
        return not may_open(Role.READER, self.url)


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
    to_fire = at_work.filter(step=Step.FIRE)
    here = at_work.exclude(step=Step.FIRE).exclude(step=Step.MAKE, trial__plan__isnull=False)
    waits = _Waits(studio)
    ready = here.exclude(waits.another_day)
    shown = [group for step in _AT_THE_BENCH for group in _groups(ready, step, MOST_OF_A_KIND)]
    later = [
        replace(group, not_today=reason.says(group))
        for reason in waits.reasons
        for step in _AT_THE_BENCH
        for group in _groups(here.filter(reason.of), step, MOST_LATER)
    ][:MOST_LATER]
    every = ready.aggregate(trials=Count("trial", distinct=True))["trials"]
    tasks = _as_tasks(studio, ready, shown)
    sections = [
        _mixing(studio),
        Section("Tiles", tasks, max(0, every - len(shown)), reverse("tiles:tiles")),
        Section("Kiln", _firing_tasks(to_fire), 0, reverse("kiln:kiln")),
        _results(studio),
    ]
    waiting = _as_tasks(studio, here.filter(waits.another_day), later)
    return ToDo([section for section in sections if section.tasks], waiting)


_AT_THE_BENCH = [step for step in Step if step not in (Step.FIRE, Step.READ)]


@dataclass(frozen=True)
class _Group:
    """Tiles of a trial that wait for the same step; the latest of them was shaped then.

    ``not_today`` says why they belong to another day, '' where they do not.
    """

    trial_pk: int
    step: Step
    count: int
    shaped_at: datetime | None
    not_today: str = ""


def _groups(tiles: TileQuerySet, step: Step, most: int) -> list[_Group]:
    """The first trials with tiles at a step, the oldest trial first."""
    rows = (
        tiles.filter(step=step)
        .values_list("trial_id")
        .annotate(Count("pk"), Max("shaped_at"))
        .order_by("trial_id")[:most]
    )
    return [_Group(trial_pk, step, count, shaped_at) for trial_pk, count, shaped_at in rows]


@dataclass(frozen=True)
class _Reason:
    """Why tiles belong to another day: which ones, and what is said of a trial's."""

    of: Q
    says: Callable[[_Group], str]


class _Waits:
    """What belongs to another day: it dries, it is timed, or its clay is not mixed yet."""

    def __init__(self, studio: Studio) -> None:
        running = Timer.objects.of(studio).filter(
            ended_at=None, due_at__gt=timezone.now(), test__isnull=False
        )
        self._until = dict(running.values_list("test__trial_id", "due_at"))
        timed = Q(step__in=[Step.DRY, Step.SOAK], trial__in=list(self._until))
        dries = Q(step=Step.DRY, shaped_at__gt=timezone.now() - _SHORTEST_DRYING)
        unmixed = Q(step=Step.MAKE, mix__isnull=False, mix__finished_at=None)
        self.reasons = (
            _Reason(timed, self._timed),
            _Reason(dries & ~timed, self._drying),
            _Reason(unmixed, lambda group: sentences.WAITS_FOR_ITS_CLAY),
        )
        self.another_day = timed | dries | unmixed

    def _timed(self, group: _Group) -> str:
        return sentences.timed_until(timezone.localtime(self._until[group.trial_pk]))

    def _drying(self, group: _Group) -> str:
        shaped_at = group.shaped_at or timezone.now()
        return sentences.drying_until(timezone.localdate(shaped_at + _SHORTEST_DRYING))


def _as_tasks(studio: Studio, tiles: TileQuerySet, groups: list[_Group]) -> list[Task]:
    """The groups with their trials and first tiles, which are fetched together."""
    trials = Trial.objects.of(studio).select_related("test__clay", "plan")
    by_pk = trials.in_bulk({group.trial_pk for group in groups})
    some = tiles.filter(trial__in=by_pk)
    drawn: dict[tuple[int, str], list[TileProgress]] = defaultdict(list)
    for tile in some.first_of_each("trial", "step", most=MOST_DRAWN).with_history():
        drawn[tile.trial_id, tile.step].append(progress_of(tile))
    return [
        _as_task(group, by_pk[group.trial_pk], drawn[group.trial_pk, group.step])
        for group in groups
    ]


def _as_task(group: _Group, trial: Trial, tiles: list[TileProgress]) -> Task:
    test = getattr(trial, "test", None)
    return Task(
        str(test.clay) if test else trial.name,
        sentences.to_do(group.step, group.count, bars=test is not None),
        sentences.BUTTONS[group.step],
        tiles[0].get_next_url() if tiles and not test else trial.get_absolute_url(),
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
        pk: (read, every, findings)
        for pk, read, every, findings in Trial.objects.of(studio)
        .filter(pk__in=[trial.pk for trial in trials])
        .annotate(
            read=Count("tiles", filter=kept & Q(tiles__step=Step.READ), distinct=True),
            every=Count("tiles", filter=kept, distinct=True),
            found=Count("findings", distinct=True),
        )
        .order_by()
        .values_list("pk", "read", "every", "found")
    }
    drawn: dict[int, list[TileProgress]] = defaultdict(list)
    read_tiles = Tile.objects.of(studio).kept().filter(trial__in=list(counts), step=Step.READ)
    for tile in read_tiles.first_of_each("trial", most=MOST_DRAWN).with_history():
        drawn[tile.trial_id].append(progress_of(tile))
    tasks = [
        Task(
            trial.name,
            sentences.of_results(*counts[trial.pk][:2]),
            *_see_or_conclude(trial.pk, *counts[trial.pk]),
            counts[trial.pk][0],
            drawn[trial.pk],
        )
        for trial in trials
    ]
    return Section("Results", tasks, 0, reverse("results:trials"))


def _see_or_conclude(pk: int, read: int, every: int, findings: int) -> tuple[str, str]:
    """The button of a trial with results: once all of it is read, it wants to be concluded."""
    if read == every and not findings:
        return "Conclude", reverse("library:conclude", args=["trial", pk])
    return "See results", reverse("results:trial", args=[pk])
