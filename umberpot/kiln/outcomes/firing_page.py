"""The page of one firing: what was in it, what it did, and how both are put right."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from django.http import HttpResponse
from django.shortcuts import render

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.firing.kinds import kind_of
from claycore.firing.witness import BEND_WORDS
from umberpot.firings.forms import FiringForm
from umberpot.firings.models import Firing
from umberpot.kiln.logs.page import LogPage
from umberpot.kiln.outcomes.fires import fire_of
from umberpot.kiln.outcomes.page import (
    WitnessConeRow,
    cone_rows,
    section_as_fired,
    shelves_as_fired,
)
from umberpot.kiln.outcomes.run_outcome import cone_meant, outcome_of_firing
from umberpot.kiln.outcomes.services import Mishap
from umberpot.kiln.places import PLACE
from umberpot.kiln.services import read_after
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.progress import TileProgress, progress_of


def shown_firing(
    request: StudioRequest,
    firing: Firing,
    title: str = "",
    form: FiringForm | None = None,
    rows: list[WitnessConeRow] | None = None,
) -> HttpResponse:
    """The page, with ``form`` and ``rows`` of witness cones where something was typed wrong.

    ``title`` is how it was named before a correction was typed.
    """
    tiles = Tile.objects.of(request.studio).filter(loadings__firing=firing).with_history()
    stood = [(progress_of(tile), read_after(tile, firing)) for tile in tiles]
    logs = firing.logs.select_related("load", "firing").order_by("-pk")
    has_cones = kind_of(firing.kind).has_cones
    shown_rows = rows or (cone_rows(firing, request.GET.getlist("cone")) if has_cones else [])
    is_wrong = bool((form and form.errors) or rows)
    return render(
        request,
        "kiln/firing.html",
        {
            "place": PLACE,
            "firing": firing,
            "title": title or str(firing),
            "form": form or FiringForm(instance=firing),
            "trials": _by_trial(stood),
            "shelves": shelves_as_fired(firing),
            "kiln_open": section_as_fired(firing, _colours(stood, firing)),
            "cone_rows": shown_rows,
            "other_cones": _others(firing, shown_rows),
            "bends": list(BEND_WORDS.items()),
            "mishaps": Mishap.choices,
            "run_outcome": outcome_of_firing(firing),
            "logs": [LogPage(log) for log in logs],
            "fire": fire_of(request.studio, firing, tiles),
            "changes": firing.changes.select_related("made_by"),
        },
        status=400 if is_wrong else 200,
    )


def _colours(stood: Iterable[tuple[TileProgress, bool]], firing: Firing) -> dict[int, Lab]:
    """The colours that tiles had after a firing, by their keys."""
    return {
        progress.tile.pk: one.lab
        for progress, _ in stood
        for one in progress.tile.colours.all()
        if one.is_current and one.firing_id == firing.pk and not one.of_bare_half
    }


def _others(firing: Firing, rows: list[WitnessConeRow]) -> list[str]:
    """The cones that are not asked about yet, the nearest to that of the firing first."""
    asked = {one.cone for row in rows[:1] for one in row.found}
    place = cones.order(cone_meant(firing))
    others = [cone for cone in cones.CONES if cone not in asked]
    return sorted(others, key=lambda cone: abs(cones.order(cone) - place))


@dataclass(frozen=True)
class TrialInFiring:
    """What came out of a firing of one trial: each piece, and whether it was read since."""

    trial: Trial
    pieces: list[tuple[TileProgress, bool]]

    @property
    def waiting(self) -> TileProgress | None:
        """The first piece that something is still to be read off."""
        waits = (Step.MEASURE, Step.SOAK, Step.COLOUR)
        return next((progress for progress, _ in self.pieces if progress.step in waits), None)

    def get_next_url(self) -> str:
        """Where its readings are entered; its results where all are read."""
        first = self.waiting
        if first is None or first.tile.is_bar:
            return self.trial.get_absolute_url()
        return first.get_next_url()


def _by_trial(stood: Iterable[tuple[TileProgress, bool]]) -> list[TrialInFiring]:
    of_trial: dict[Trial, list[tuple[TileProgress, bool]]] = defaultdict(list)
    for progress, is_read in stood:
        of_trial[progress.tile.trial].append((progress, is_read))
    return [TrialInFiring(trial, pieces) for trial, pieces in of_trial.items()]
