"""What is to be done, trial by trial: what can be done now, and what belongs to another day.

Tiles are counted by the database and only the first few of each task are fetched: the queries grow
neither with the tiles nor with the steps and cones.
"""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any

from django.db.models import (
    Case,
    CharField,
    Count,
    Exists,
    F,
    Max,
    OuterRef,
    Q,
    QuerySet,
    Subquery,
    Value,
    When,
    Window,
)
from django.db.models.functions import Cast, Coalesce, RowNumber
from django.urls import reverse
from django.utils import timezone

from claycore.firing import cones
from claycore.testing import drying
from claycore.testing.forgotten import FORGOTTEN_AFTER
from umberpot.bench import sentences
from umberpot.bench.models import Timer
from umberpot.kiln.models import LoadedPiece
from umberpot.kiln.models.logs import LogState
from umberpot.mixing.models import Mix, Plan
from umberpot.studio.models import Studio
from umberpot.studio.role_list import Role
from umberpot.studio.roles import may_open
from umberpot.tiles.models import AT_WORK, Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_of

MOST_OF_A_KIND = 4
MOST_DRAWN = 6
MOST_LATER = 12
MOST_FORGOTTEN = 12

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
    """Everything there is to do: now by place, and later; and what was most likely forgotten."""

    now: list[Section]
    later: list[Task]
    forgotten: list[TileProgress]
    is_empty: bool
    """Whether no tile of the studio waits for anything."""


def to_do(studio: Studio, timers: Sequence[Timer]) -> ToDo:
    """What a studio has to do, in the order of the work. ``timers`` are those not ended yet.

    One query a question, however many trials there are: tiles are counted in one, the first of
    each task found in one, and fetched together.
    """
    waits = _Waits(timers)
    groups = _counted(studio, waits)
    here = [group for group in groups if group.step is not Step.FIRE]
    ready = [group for group in here if not group.reason]
    shown = [group for step in _AT_THE_BENCH for group in _of_step(ready, step)[:MOST_OF_A_KIND]]
    later = [
        replace(group, not_today=waits.says(group))
        for reason in _Waits.REASONS
        for step in _AT_THE_BENCH
        for group in _of_step([one for one in here if one.reason == reason], step)
    ][:MOST_LATER]
    results = _trials_with_results(studio)
    trials = (
        Trial.objects.of(studio)
        .select_related("test__clay", "plan")
        .in_bulk({group.trial_pk for group in (*shown, *later)})
    )
    keys = _first_of_each(studio, waits, trials, [trial.pk for trial in results])
    forgotten = _forgotten(studio)
    tiles = Tile.objects.filter(pk__in={*keys, *forgotten}).with_history()
    drawn = {tile.pk: progress_of(tile) for tile in tiles}
    by_place: dict[_Place, list[TileProgress]] = defaultdict(list)
    for key in sorted(keys):
        by_place[keys[key]].append(drawn[key])
    every = len({group.trial_pk for group in ready})
    tasks = [_as_task(group, trials[group.trial_pk], by_place[group.place]) for group in shown]
    sections = [
        _mixing(studio),
        Section("Tiles", tasks, max(0, every - len(shown)), reverse("tiles:tiles")),
        Section("Kiln", _firing_tasks(groups, by_place), 0, reverse("kiln:kiln")),
        Section("Results", _result_tasks(results, by_place), 0, reverse("results:trials")),
    ]
    return ToDo(
        [section for section in sections if section.tasks],
        [_as_task(group, trials[group.trial_pk], by_place[group.place]) for group in later],
        [drawn[key] for key in forgotten],
        not groups,
    )


_AT_THE_BENCH = [step for step in Step if step not in (Step.FIRE, Step.READ)]

_Place = tuple[str, str, str]
"""Where a tile is drawn: its step, why it waits for another day, and its trial or its cone."""


@dataclass(frozen=True)
class _Group:
    """Tiles of a trial that wait for the same step; the latest of them was shaped then.

    ``reason`` is why they belong to another day, '' where they do not; ``not_today`` says it.
    """

    trial_pk: int
    step: Step
    cone: str
    reason: str
    count: int
    shaped_at: datetime | None
    not_today: str = ""

    @property
    def place(self) -> _Place:
        return self.step, self.reason, str(self.trial_pk)


class _Waits:
    """What belongs to another day: it dries, it is timed, or its clay is not mixed yet."""

    TIMED, DRIES, UNMIXED = REASONS = ("timed", "dries", "unmixed")

    def __init__(self, timers: Sequence[Timer]) -> None:
        now = timezone.now()
        self._until = {
            timer.test.trial_id: timer.due_at
            for timer in timers
            if timer.test and timer.due_at > now
        }
        self.reason = Case(
            When(step__in=[Step.DRY, Step.SOAK], trial__in=list(self._until), then=Value("timed")),
            When(step=Step.DRY, shaped_at__gt=now - _SHORTEST_DRYING, then=Value("dries")),
            When(step=Step.MAKE, mix__isnull=False, mix__finished_at=None, then=Value("unmixed")),
            default=Value(""),
            output_field=CharField(),
        )

    def says(self, group: _Group) -> str:
        """Why a group belongs to another day."""
        if group.reason == self.TIMED:
            return sentences.timed_until(timezone.localtime(self._until[group.trial_pk]))
        if group.reason == self.DRIES:
            shaped_at = group.shaped_at or timezone.now()
            return sentences.drying_until(timezone.localdate(shaped_at + _SHORTEST_DRYING))
        return sentences.WAITS_FOR_ITS_CLAY


_OF_A_PLAN = Q(step=Step.MAKE, trial__plan__isnull=False)
"""Tiles that their plan's own page leads to."""


def _at_hand(studio: Studio) -> TileQuerySet:
    """The studio's tiles, without those that the kiln is firing this moment."""
    in_the_kiln = LoadedPiece.objects.filter(
        tile=OuterRef("pk"), load__logs__state=LogState.RUNNING
    )
    return Tile.objects.of(studio).exclude(Exists(in_the_kiln))


def _counted(studio: Studio, waits: _Waits) -> list[_Group]:
    """How many tiles of each trial wait for each step, the oldest trial first."""
    at_work = _at_hand(studio).at_work().exclude(_OF_A_PLAN).annotate(reason=waits.reason)
    rows = (
        at_work.values_list("trial_id", "step", "cone", "reason")
        .annotate(Count("pk"), Max("shaped_at"))
        .order_by("trial_id")
    )
    return [
        _Group(trial_pk, Step(step), cone, reason, count, shaped_at)
        for trial_pk, step, cone, reason, count, shaped_at in rows
    ]


def _of_step(groups: Sequence[_Group], step: Step) -> list[_Group]:
    """The groups at a step, one a trial, whatever cones their tiles are for."""
    by_trial: dict[int, _Group] = {}
    for group in groups:
        if group.step is step:
            before = by_trial.get(group.trial_pk)
            by_trial[group.trial_pk] = _together(before, group) if before else group
    return list(by_trial.values())


def _together(one: _Group, other: _Group) -> _Group:
    shaped = [at for at in (one.shaped_at, other.shaped_at) if at]
    return replace(one, count=one.count + other.count, shaped_at=max(shaped) if shaped else None)


def _first_of_each(
    studio: Studio, waits: _Waits, trials: Iterable[int], results: Iterable[int]
) -> dict[int, _Place]:
    """The first few tiles of each task by their keys, and where each is drawn. One query."""
    to_do = AT_WORK & ~_OF_A_PLAN & (Q(step=Step.FIRE) | Q(trial__in=list(trials)))
    read = Q(step=Step.READ, trial__in=list(results))
    rows = (
        _at_hand(studio)
        .kept()
        .filter(to_do | read)
        .annotate(
            reason=waits.reason,
            of=Case(
                When(step=Step.FIRE, then=F("cone")),
                default=Cast("trial_id", CharField()),
                output_field=CharField(),
            ),
        )
        .annotate(
            place=Window(
                RowNumber(),
                partition_by=[F("step"), F("reason"), F("of")],
                order_by=F("pk").asc(),
            )
        )
        .filter(place__lte=MOST_DRAWN)
    )
    found = rows.values_list("pk", "step", "reason", "of")
    return {key: (step, reason, of) for key, step, reason, of in found}


def _forgotten(studio: Studio) -> list[int]:
    """The keys of what was dry, or fired, for so long that it was most likely forgotten."""
    before = timezone.now() - timedelta(minutes=FORGOTTEN_AFTER)
    dry = Q(step=Step.DRY, shaped_at__lt=before)
    fired = Q(step=Step.MEASURE, last__lt=before.date())
    waiting = Tile.objects.of(studio).at_work().filter(step__in=[Step.DRY, Step.MEASURE])
    found = waiting.annotate(last=Max("loadings__firing__fired_on")).filter(dry | fired)
    keys: dict[str, list[int]] = defaultdict(list)
    for key, step in found.order_by("pk").values_list("pk", "step"):
        keys[step].append(key)
    return sorted(key for of_step in keys.values() for key in of_step[:MOST_FORGOTTEN])


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


def _firing_tasks(
    groups: Sequence[_Group], by_place: Mapping[_Place, list[TileProgress]]
) -> list[Task]:
    """What waits for each cone, the coolest first: pieces of any trial may share a firing."""
    counts: dict[str, int] = defaultdict(int)
    for group in groups:
        if group.step is Step.FIRE:
            counts[group.cone] += group.count
    return [
        Task(
            f"Cone {cone}",
            sentences.to_do(Step.FIRE, counts[cone], bars=False),
            sentences.BUTTONS[Step.FIRE],
            f"{reverse('kiln:kiln')}?cone={cone}",
            counts[cone],
            by_place.get((Step.FIRE, "", cone), []),
        )
        for cone in sorted(counts, key=cones.order)
    ]


def _mixing(studio: Studio) -> Section:
    """Plans under way, mixes to weigh out, and mixes that no tile was made of."""
    to_weigh, without_tiles = _mixes_to_go_on_with(studio)
    mixes = Mix.objects.in_bulk([*to_weigh[:MOST_OF_A_KIND], *without_tiles[:MOST_OF_A_KIND]])
    under_way = list(
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
            for mix in map(mixes.__getitem__, to_weigh[:MOST_OF_A_KIND])
        ),
        *(
            Task(
                mix.name,
                sentences.MAKE_TILES,
                "Make tiles",
                reverse("tiles:make", args=[mix.pk]),
                mix=mix,
            )
            for mix in map(mixes.__getitem__, without_tiles[:MOST_OF_A_KIND])
        ),
    ]
    every = len(under_way) + len(to_weigh) + len(without_tiles)
    return Section("Mix", tasks, every - len(tasks), reverse("mixing:mixes"))


def _mixes_to_go_on_with(studio: Studio) -> tuple[list[int], list[int]]:
    """The keys of mixes without a plan: those to weigh out, and those no tile was made of."""
    mixes = (
        Mix.objects.of(studio).kept().filter(plan=None).filter(Q(finished_at=None) | Q(tiles=None))
    )
    to_weigh: list[int] = []
    without_tiles: list[int] = []
    for key, finished_at in mixes.values_list("pk", "finished_at").distinct():
        (without_tiles if finished_at else to_weigh).append(key)
    return to_weigh, without_tiles


def _trials_with_results(studio: Studio) -> list[Any]:
    """The newest colour trials with something to read, and how much of each was read. One query."""
    # By their trial, which is the studio's: SQLite would look through all of the studio's tiles.
    of_trial = Tile.objects.kept().filter(trial=OuterRef("pk"))
    trials = Trial.objects.of(studio).filter(Exists(of_trial.filter(step=Step.READ)), test=None)
    # Found first and counted then: counting before the sort would count every trial there is.
    newest = trials.order_by(F("made_at").desc())[:MOST_OF_A_KIND]
    return list(
        Trial.objects.of(studio)
        .filter(pk__in=newest.values("pk"))
        .annotate(
            read=_how_many(of_trial.filter(step=Step.READ)),
            every=_how_many(of_trial),
            found=Count("findings"),
        )
        .order_by(F("made_at").desc())
    )


def _how_many(rows: QuerySet) -> Coalesce:
    """How many of the rows belong to the outer trial."""
    counted = rows.order_by().values("trial").annotate(count=Count("pk")).values("count")
    return Coalesce(Subquery(counted), 0)


def _result_tasks(
    trials: Iterable[Any], by_place: Mapping[_Place, list[TileProgress]]
) -> list[Task]:
    return [
        Task(
            trial.name,
            sentences.of_results(trial.read, trial.every),
            *_see_or_conclude(trial.pk, trial.read, trial.every, trial.found),
            trial.read,
            by_place.get((Step.READ, "", str(trial.pk)), []),
        )
        for trial in trials
    ]


def _see_or_conclude(pk: int, read: int, every: int, findings: int) -> tuple[str, str]:
    """The button of a trial with results: once all of it is read, it wants to be concluded."""
    if read == every and not findings:
        return "Conclude", reverse("library:conclude", args=["trial", pk])
    return "See results", reverse("results:trial", args=[pk])
