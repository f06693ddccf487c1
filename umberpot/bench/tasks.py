"""What is to be done, trial by trial: what can be done now, and what belongs to another day.

Tiles are counted by the database and only the first few of each task are fetched: the queries grow
neither with the tiles nor with the steps and cones.
"""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any, ClassVar

from django.db.models import (
    Case,
    CharField,
    Count,
    DateField,
    DateTimeField,
    Exists,
    F,
    IntegerField,
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
from umberpot.studio.composed_once import Keys, composed_once
from umberpot.studio.models import Studio
from umberpot.studio.role_list import Role
from umberpot.studio.roles import may_open
from umberpot.tiles.by_keys import tiles_to_draw
from umberpot.tiles.models import AT_WORK, Loading, Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_to_draw

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
class BenchSection:
    """The tasks of one place: the first few of each kind, and where the others are."""

    title: str
    tasks: list[Task]
    more: int
    all_url: str


@dataclass(frozen=True)
class ToDo:
    """Everything there is to do: now by place, and later; and what was most likely forgotten."""

    now: list[BenchSection]
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
    groups, every = _at_the_bench(studio, waits)
    shown = [
        group
        for step in _AT_THE_BENCH
        for group in [one for one in groups if one.kind == (step, "")][:MOST_OF_A_KIND]
    ]
    later = [
        replace(group, not_today=waits.summary(group))
        for reason in _Waits.REASONS
        for step in _AT_THE_BENCH
        for group in groups
        if group.kind == (step, reason)
    ][:MOST_LATER]
    results = _trials_with_results(studio)
    of_groups = _trials_of_groups(trials={group.trial_pk for group in (*shown, *later)})
    trials: dict[int, Trial] = {trial.pk: trial for trial in of_groups}
    to_fire, read = _to_fire_and_read(studio, [trial.pk for trial in results])
    forgotten = _forgotten(studio)
    in_groups = [key for group in (*shown, *later) for key in group.first]
    of_others = [key for first in (*to_fire.values(), *read.values()) for key in first.keys]
    tiles = tiles_to_draw(keys={*in_groups, *of_others, *forgotten})
    drawn = {tile.pk: progress_to_draw(tile) for tile in tiles}
    tasks = [_as_task(group, trials[group.trial_pk], drawn) for group in shown]
    sections = [
        _mixing(studio),
        BenchSection("Tiles", tasks, max(0, every - len(shown)), reverse("tiles:tiles")),
        BenchSection("Kiln", _firing_tasks(to_fire, drawn), 0, reverse("kiln:kiln")),
        BenchSection("Results", _result_tasks(results, read, drawn), 0, reverse("results:trials")),
    ]
    return ToDo(
        [section for section in sections if section.tasks],
        [_as_task(group, trials[group.trial_pk], drawn) for group in later],
        [drawn[key] for key in forgotten],
        not groups and not to_fire,
    )


@composed_once(trials=Keys())
def _trials_of_groups(trials: Any) -> QuerySet[Trial]:
    return Trial.objects.filter(pk__in=trials).select_related("test__clay", "plan")


_AT_THE_BENCH = [step for step in Step if step not in (Step.FIRE, Step.READ)]

_Drawn = Mapping[int, TileProgress]
"""The tiles that are drawn, by their keys."""


@dataclass(frozen=True)
class _Group:
    """Tiles of a trial that wait for the same step; the latest of them was shaped then.

    ``first`` are the keys of the first of them. ``reason`` is why they belong to another day, ''
    where they do not; ``not_today`` says it.
    """

    trial_pk: int
    step: Step
    reason: str
    count: int
    first: Sequence[int]
    shaped_at: datetime | None
    not_today: str = ""

    @property
    def kind(self) -> tuple[Step, str]:
        return self.step, self.reason


@dataclass(frozen=True)
class _First:
    """The keys of the first of some tiles, and how many there are."""

    keys: Sequence[int]
    count: int


class _Waits:
    """What belongs to another day: it dries, it is timed, or its clay is not mixed yet."""

    TIMED, DRIES, UNMIXED = REASONS = ("timed", "dries", "unmixed")
    STEPS: ClassVar[Mapping[str, Sequence[Step]]] = {
        TIMED: (Step.DRY, Step.SOAK),
        DRIES: (Step.DRY,),
        UNMIXED: (Step.MAKE,),
    }

    def __init__(self, timers: Sequence[Timer]) -> None:
        self.now = timezone.now()
        self._until = {
            timer.test.trial_id: timer.due_at
            for timer in timers
            if timer.test and timer.due_at > self.now
        }

    @classmethod
    def reason(cls, now: Any, dry_before: Any) -> Case:
        """Why a tile belongs to another day, at a time; what was shaped by then may be dry."""
        timed = Timer.objects.filter(ended_at=None, due_at__gt=now, test__isnull=False)
        return Case(
            When(
                step__in=cls.STEPS[cls.TIMED],
                trial__in=timed.values("test__trial"),
                then=Value("timed"),
            ),
            When(step=Step.DRY, shaped_at__gt=dry_before, then=Value("dries")),
            When(step=Step.MAKE, mix__isnull=False, mix__finished_at=None, then=Value("unmixed")),
            default=Value(""),
            output_field=CharField(),
        )

    @classmethod
    def reasons_at(cls, step: Step) -> list[str]:
        """Why something may wait at a step."""
        return [reason for reason in cls.REASONS if step in cls.STEPS[reason]]

    def summary(self, group: _Group) -> str:
        """Why a group belongs to another day."""
        if group.reason == self.TIMED:
            until = self._until.get(group.trial_pk)
            # A timer may have been started since they were fetched.
            return sentences.timed_until(timezone.localtime(until)) if until else sentences.TIMED
        if group.reason == self.DRIES:
            shaped_at = group.shaped_at or timezone.now()
            return sentences.drying_until(timezone.localdate(shaped_at + _SHORTEST_DRYING))
        return sentences.WAITS_FOR_ITS_CLAY


_OF_A_PLAN = Q(step=Step.MAKE, trial__plan__isnull=False)
"""Tiles that their plan's own page leads to."""


def _at_hand(studio: Any) -> TileQuerySet:
    """The studio's tiles, without those that the kiln is firing this moment."""
    in_the_kiln = LoadedPiece.objects.filter(tile__isnull=False, load__logs__state=LogState.RUNNING)
    return Tile.objects.of(studio).exclude(pk__in=in_the_kiln.values("tile"))


def _at_the_bench(studio: Studio, waits: _Waits) -> tuple[list[_Group], int]:
    """What waits for each step, of the oldest trials; how many trials have something for today.

    One query.
    """
    rows = _waiting(studio=studio.pk, now=waits.now, dry_before=waits.now - _SHORTEST_DRYING)
    tiles: dict[tuple[int, str, str], list[tuple[int, datetime | None]]] = defaultdict(list)
    every = 0
    for trial_pk, step, reason, key, shaped_at, of_all in rows:
        tiles[trial_pk, step, reason].append((key, shaped_at))
        every = of_all or 0
    return [_group(*kind, of_kind) for kind, of_kind in tiles.items()], every


@composed_once(studio=IntegerField(), now=DateTimeField(), dry_before=DateTimeField())
def _waiting(studio: Any, now: Any, dry_before: Any) -> QuerySet[Any]:
    """The tiles that wait, as (trial, step, reason, key, shaped at, trials with some for today).

    The groups of a kind that are shown come from its oldest trials: the others never leave the
    data file.
    """
    waiting = _at_hand(studio).at_work().exclude(_OF_A_PLAN)
    waiting = waiting.annotate(reason=_Waits.reason(now, dry_before))
    shown = Q(pk__in=[])
    for step in _AT_THE_BENCH:
        for reason in ("", *_Waits.reasons_at(step)):
            of_kind = waiting.filter(step=step, reason=reason)
            # In the order of an index: SQLite stops as soon as it has found so many.
            oldest = of_kind.order_by("trial").values("trial").distinct()[:MOST_LATER]
            shown |= Q(step=step, reason=reason, trial__in=oldest)
    # By their trial: SQLite finds a trial's tiles at a step sooner than it counts all trials.
    ready = waiting.filter(~Q(step=Step.FIRE), reason="", trial=OuterRef("pk")).order_by()
    trials = Trial.objects.of(studio).filter(Exists(ready)).order_by().values("studio")
    return (
        waiting.filter(shown)
        .annotate(every=Subquery(trials.annotate(every=Count("pk")).values("every")))
        .order_by("trial", "pk")
        .values_list("trial_id", "step", "reason", "pk", "shaped_at", "every")
    )


def _group(
    trial_pk: int, step: str, reason: str, tiles: Sequence[tuple[int, datetime | None]]
) -> _Group:
    first = [key for key, _ in tiles[:MOST_DRAWN]]
    shaped_at = max((at for _, at in tiles if at), default=None)
    return _Group(trial_pk, Step(step), reason, len(tiles), first, shaped_at)


def _to_fire_and_read(
    studio: Studio, results: Iterable[int]
) -> tuple[dict[str, _First], dict[int, _First]]:
    """The first few tiles that wait for each cone, and those that were read of some trials.

    One query.
    """
    rows: Any = _first_to_fire_and_read(studio=studio.pk, results=results)
    found: dict[tuple[str, str], list[tuple[int, int]]] = defaultdict(list)
    for step, of, key, count in rows:
        found[step, of].append((key, count))
    first = {kind: _First([key for key, _ in tiles], tiles[0][1]) for kind, tiles in found.items()}
    return (
        {cone: one for (step, cone), one in first.items() if step == Step.FIRE},
        {int(trial): one for (step, trial), one in first.items() if step == Step.READ},
    )


@composed_once(studio=IntegerField(), results=Keys())
def _first_to_fire_and_read(studio: Any, results: Any) -> QuerySet[Any]:
    """The first few tiles of each cone and of each trial: (step, cone or trial, key, how many)."""
    to_fire = AT_WORK & Q(step=Step.FIRE)
    of_one = [F("step"), F("of")]
    return (
        _at_hand(studio)
        .kept()
        .filter(to_fire | Q(step=Step.READ, trial__in=results))
        .annotate(
            of=Case(
                When(step=Step.FIRE, then=F("cone")),
                default=Cast("trial_id", CharField()),
                output_field=CharField(),
            ),
        )
        .annotate(
            place=Window(RowNumber(), partition_by=of_one, order_by=F("pk").asc()),
            count=Window(Count("pk"), partition_by=of_one),
        )
        .filter(place__lte=MOST_DRAWN)
        .order_by("pk")
        .values_list("step", "of", "pk", "count")
    )


def _forgotten(studio: Studio) -> list[int]:
    """The keys of what was dry, or fired, for so long that it was most likely forgotten."""
    before = timezone.now() - timedelta(minutes=FORGOTTEN_AFTER)
    return list(_long_waiting(studio=studio.pk, before=before, day=before.date()))


@composed_once(studio=IntegerField(), before=DateTimeField(), day=DateField())
def _long_waiting(studio: Any, before: Any, day: Any) -> QuerySet[Any]:
    """The keys of what was dry before a time, or was not fired since a day."""
    since = Loading.objects.filter(tile=OuterRef("pk"), firing__fired_on__gte=day)
    waiting = Tile.objects.of(studio).at_work().order_by("pk").values("pk")
    dry = waiting.filter(step=Step.DRY, shaped_at__lt=before)[:MOST_FORGOTTEN]
    fired = waiting.filter(~Exists(since), step=Step.MEASURE)[:MOST_FORGOTTEN]
    found = Tile.objects.filter(Q(pk__in=dry) | Q(pk__in=fired))
    return found.order_by("pk").values_list("pk", flat=True)


def _as_task(group: _Group, trial: Trial, drawn: _Drawn) -> Task:
    test = getattr(trial, "test", None)
    tiles = [drawn[key] for key in group.first]
    return Task(
        str(test.clay) if test else trial.name,
        sentences.to_do(group.step, group.count, bars=test is not None),
        sentences.BUTTONS[group.step],
        tiles[0].get_next_url() if tiles and not test else trial.get_absolute_url(),
        group.count,
        tiles,
        not_today=group.not_today,
    )


def _firing_tasks(to_fire: Mapping[str, _First], drawn: _Drawn) -> list[Task]:
    """What waits for each cone, the coolest first: pieces of any trial may share a firing."""
    return [
        Task(
            f"Cone {cone}",
            sentences.to_do(Step.FIRE, to_fire[cone].count, bars=False),
            sentences.BUTTONS[Step.FIRE],
            f"{reverse('kiln:kiln')}?cone={cone}",
            to_fire[cone].count,
            [drawn[key] for key in to_fire[cone].keys],
        )
        for cone in sorted(to_fire, key=cones.order)
    ]


def _mixing(studio: Studio) -> BenchSection:
    """Plans under way, mixes to weigh out, and mixes that no tile was made of."""
    to_weigh, without_tiles = _mixes_to_go_on_with(studio)
    mixes = Mix.objects.in_bulk([*to_weigh[:MOST_OF_A_KIND], *without_tiles[:MOST_OF_A_KIND]])
    under_way: list[Any] = list(_plans_under_way(studio=studio.pk))
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
    return BenchSection("Mix", tasks, every - len(tasks), reverse("mixing:mixes"))


@composed_once(studio=IntegerField())
def _plans_under_way(studio: Any) -> QuerySet[Plan]:
    """Plans with mixes that are not finished or tiles that are not made, and how many."""
    return (
        Plan.objects.of(studio)
        .kept()
        .annotate(
            unmixed=Count("mixes", filter=Q(mixes__finished_at=None), distinct=True),
            unmade=Count("trial__tiles", filter=Q(trial__tiles__step=Step.MAKE), distinct=True),
        )
        .filter(Q(unmixed__gt=0) | Q(unmade__gt=0))
    )


def _mixes_to_go_on_with(studio: Studio) -> tuple[list[int], list[int]]:
    """The keys of mixes without a plan: those to weigh out, and those no tile was made of."""
    to_weigh: list[int] = []
    without_tiles: list[int] = []
    rows: Any = _mixes_under_way(studio=studio.pk)
    for key, finished_at in rows:
        (without_tiles if finished_at else to_weigh).append(key)
    return to_weigh, without_tiles


@composed_once(studio=IntegerField())
def _mixes_under_way(studio: Any) -> QuerySet[Any]:
    """Mixes without a plan, not finished or not used: (key, finished at)."""
    of_mix = Tile.objects.filter(mix=OuterRef("pk"))
    mixes = Mix.objects.of(studio).kept().filter(plan=None)
    mixes = mixes.filter(Q(finished_at=None) | ~Exists(of_mix))
    return mixes.values_list("pk", "finished_at")


def _trials_with_results(studio: Studio) -> list[Any]:
    """The newest colour trials with something to read, and how much of each was read. One query."""
    return list(_newest_results(studio=studio.pk))


@composed_once(studio=IntegerField())
def _newest_results(studio: Any) -> QuerySet[Trial]:
    """The newest colour trials with something to read; ``read`` and ``every`` count their tiles."""
    # By their trial, which is the studio's: SQLite would look through all of the studio's tiles.
    of_trial = Tile.objects.kept().filter(trial=OuterRef("pk"))
    trials = Trial.objects.of(studio).filter(Exists(of_trial.filter(step=Step.READ)), test=None)
    # Found first and counted then: counting before the sort would count every trial there is.
    newest = trials.order_by(F("made_at").desc())[:MOST_OF_A_KIND]
    return (
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


def _result_tasks(trials: Iterable[Any], read: Mapping[int, _First], drawn: _Drawn) -> list[Task]:
    return [
        Task(
            trial.name,
            sentences.of_results(trial.read, trial.every),
            *_see_or_conclude(trial.pk, trial.read, trial.every, trial.found),
            trial.read,
            [drawn[key] for key in read[trial.pk].keys] if trial.pk in read else [],
        )
        for trial in trials
    ]


def _see_or_conclude(pk: int, read: int, every: int, findings: int) -> tuple[str, str]:
    """The button of a trial with results: once all of it is read, it wants to be concluded."""
    if read == every and not findings:
        return "Write a finding", reverse("library:conclude", args=["trial", pk])
    return "See results", reverse("results:trial", args=[pk])
