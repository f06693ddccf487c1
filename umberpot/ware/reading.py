"""What a batch of ware may be used for, and how each condition is known."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.db.models import Prefetch
from django.utils import timezone

from claycore.firing import cones
from claycore.judging.leach_screen import of_all_tests
from claycore.judging.ware import (
    Glaze,
    Leach,
    ShockTest,
    Status,
    Use,
    UseVerdict,
    Ware,
    WareFact,
    judge_ware,
)
from claycore.judging.ware_pieces import BodyEvidence, body_of
from claycore.measure.formatting import counted
from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import Figure
from claycore.testing.soaking import METHODS
from umberpot.clays.figures import spread_records
from umberpot.clays.models import ClayFigure
from umberpot.ware.models import LeachScreen, WareBatch, WarePhoto, WarePiece

USES = {
    Use.FOOD: "Food",
    Use.DISHWASHER: "Dishwasher",
    Use.MICROWAVE: "Microwave",
    Use.OVEN: "Oven to table",
}
STATUSES = {
    Status.ESTABLISHED: "Established by these checks",
    Status.NOT_ESTABLISHED: "Not established",
    Status.NO: "No",
}


_UNTRIED = {
    Use.DISHWASHER: "Body and decoration meet its conditions. Not tested in use.",
    Use.MICROWAVE: "Body and decoration meet its conditions. Not tested in use.",
}


@dataclass(frozen=True)
class UseRow:
    """A use as pages and the card show it."""

    title: str
    summary: str
    verdict: UseVerdict

    @property
    def untried(self) -> str:
        """What an established use still leaves out; '' for the others."""
        established = self.verdict.status == Status.ESTABLISHED
        return _UNTRIED.get(self.verdict.use, "") if established else ""

    @property
    def holds(self) -> bool | None:
        """Whether it is established; None where that is open."""
        return {Status.ESTABLISHED: True, Status.NO: False}.get(self.verdict.status)


def use_rows(verdicts: Mapping[Use, UseVerdict]) -> list[UseRow]:
    """Every use with what its chain comes to, in words."""
    return [UseRow(USES[use], STATUSES[one.status], one) for use, one in verdicts.items()]


@dataclass(frozen=True)
class BatchVerdict:
    """The uses of a batch; ``known_by`` says by the code of a condition how it is known."""

    rows: Sequence[UseRow]
    known_by: Mapping[str, str]
    absorption: Estimate | None
    screens: Sequence[LeachScreen]
    under_way: LeachScreen | None
    bars: ClayFigure | None
    pieces: Sequence[WarePiece]

    @property
    def bars_soak(self) -> str:
        """How the bars were soaked; '' where there are none."""
        return METHODS[self.bars.method].title if self.bars else ""


def judge_batch(batch: WareBatch) -> BatchVerdict:
    """Everything that is established of a batch, and what is not."""
    return judge_batches([batch])[0]


def judge_batches(batches: Sequence[WareBatch]) -> list[BatchVerdict]:
    """The same of each of a studio's batches, in as many queries for many as for one."""
    if not batches:
        return []
    records = spread_records(batches[0].studio)
    measured = _absorptions(batches)
    screens: dict[int, list[LeachScreen]] = defaultdict(list)
    photos = Prefetch("photos", WarePhoto.objects.defer("image"))
    of_batches = LeachScreen.objects.filter(batch__in=batches).prefetch_related(photos)
    for screen in of_batches.select_related("made_by"):
        screens[screen.batch_id].append(screen)
    pieces: dict[int, list[WarePiece]] = defaultdict(list)
    soaked = WarePiece.objects.filter(batch__in=batches, set_aside_at=None)
    for piece in soaked.prefetch_related(photos):
        pieces[piece.batch_id].append(piece)
    return [
        _judged(
            batch,
            _at_nearest_cone(batch, measured),
            screens[batch.pk],
            pieces[batch.pk],
            records,
        )
        for batch in batches
    ]


def _judged(
    batch: WareBatch,
    figure: ClayFigure | None,
    screens: Sequence[LeachScreen],
    pieces: Sequence[WarePiece],
    records: Mapping[Figure, Record],
) -> BatchVerdict:
    bars = Estimate(figure.value, figure.u95, figure.bars) if figure else None
    soaked = [piece.soaked for piece in pieces]
    body = body_of(bars, figure.method if figure else "", soaked, batch.ware, records)
    ware = Ware(
        batch.ware,
        batch.school,
        body.absorption,
        glaze=Glaze(batch.statement) if batch.statement else None,
        hazard_metal=_hazard_metal(batch),
        crazed=WareFact(batch.crazed),
        leach=_leach(batch, screens),
        lustre=WareFact(batch.lustre),
        decal=WareFact(batch.decal),
        untested_metal=WareFact(batch.untested_metal),
        shivers=WareFact(batch.shivers),
        shock=ShockTest(batch.shock),
        cone=batch.cone,
        measured_at=figure.cone if figure and not body.by_pieces else "",
        method=body.method,
        glazed_piece=body.glazed_piece,
        damp=body.damp,
    )
    return BatchVerdict(
        use_rows(judge_ware(ware)),
        _known_by(batch, figure, screens, body),
        ware.absorption,
        screens,
        next((one for one in screens if one.changed is None), None),
        figure,
        pieces,
    )


def _absorptions(batches: Sequence[WareBatch]) -> Mapping[int, Sequence[ClayFigure]]:
    """What the clays of a studio's batches absorb after a firing, by the key of the clay."""
    studio = batches[0].studio
    clays = {batch.clay_id for batch in batches if batch.clay_id}
    figures = ClayFigure.objects.of(studio).surest().filter(clay__in=clays, result="absorption")
    by_clay: dict[int, list[ClayFigure]] = defaultdict(list)
    for figure in figures.exclude(cone=""):
        by_clay[figure.clay_id].append(figure)
    return by_clay


def _at_nearest_cone(
    batch: WareBatch, by_clay: Mapping[int, Sequence[ClayFigure]]
) -> ClayFigure | None:
    """The absorption at the batch's cone; else at the nearest cone it was measured at.

    None where the clay or the cone is not known: bars say nothing of such ware.
    """
    if batch.clay_id is None or not batch.cone:
        return None
    place = cones.CONES.index(batch.cone)
    nearest: ClayFigure | None = min(
        by_clay.get(batch.clay_id, ()),
        key=lambda one: abs(cones.CONES.index(one.cone) - place),
        default=None,
    )
    return nearest


HAZARD_METALS = {"lead", "cadmium"}
"""What a glaze of the shelf is marked with that has to be tested before food touches it."""


def _hazard_metal(batch: WareBatch) -> WareFact:
    """Whether lead or cadmium is in it: as entered, else as its glaze is marked on the shelf."""
    known = WareFact(batch.hazard_metal)
    if known is WareFact.UNKNOWN and _marked(batch):
        return WareFact.YES
    return known


def _marked(batch: WareBatch) -> bool:
    return bool(batch.glazed_with and HAZARD_METALS.intersection(batch.glazed_with.metals))


def _leach(batch: WareBatch, screens: Sequence[LeachScreen]) -> Leach:
    """What laboratory and screens come to together."""
    tests = [Leach(batch.laboratory)] if batch.laboratory else []
    tests += [one.came_to for one in screens if one.came_to]
    return of_all_tests(tests)


def _known_by(
    batch: WareBatch,
    figure: ClayFigure | None,
    screens: Sequence[LeachScreen],
    body: BodyEvidence,
) -> dict[str, str]:
    entered = f"entered {timezone.localdate(batch.changed_at):%-d %b %Y}"
    known = {
        "glaze": _statement_known_by(batch, entered),
        "leach": _tests_of_release(batch, screens),
    }
    for code in ("hazard_metal", "crazed", "lustre", "decal", "untested_metal", "shivers"):
        known[code] = entered if getattr(batch, code) != WareFact.UNKNOWN else ""
    if batch.hazard_metal == WareFact.UNKNOWN and _marked(batch):
        known["hazard_metal"] = f"{batch.glaze_called}, as marked on the shelf"
    known["shock"] = entered if batch.shock != ShockTest.NONE else ""
    if body.by_pieces:
        known["body"] = f"finished pieces, {METHODS[body.method].title.lower()}"
    elif figure:
        bars = f"{counted(figure.bars, 'bar')} of {batch.clay}"
        known["body"] = f"{bars} at cone {figure.cone}, {METHODS[figure.method].title.lower()}"
    return known


def _statement_known_by(batch: WareBatch, entered: str) -> str:
    """How it is known what is stated about the glaze and food; '' where nothing is."""
    if not (batch.glaze_called and batch.statement):
        return ""
    if batch.glaze_warning:
        return batch.glaze_warning
    return f"{batch.glaze_called}, {entered if batch.glaze else 'as stated on the shelf'}"


def _tests_of_release(batch: WareBatch, screens: Sequence[LeachScreen]) -> str:
    said = [f"laboratory: {batch.report}"] if batch.laboratory and batch.report else []
    for one in screens:
        if one.looked_at:
            day = timezone.localdate(one.looked_at)
            how = "overnight" if one.came_to != Leach.SCREEN_TOO_SHORT else "for less than a night"
            said.append(f"{one.acid} {how}, {one.made_by}, {day:%-d %b %Y}")
    return "; ".join(said)
