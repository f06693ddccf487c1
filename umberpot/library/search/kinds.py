"""What can be gone to, one kind after the other: each finds its own few by what was typed.

To add a kind is to add one function to KINDS.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from django.db.models import QuerySet
from django.urls import reverse
from django.utils.text import Truncator

from umberpot.kiln.models import Firing
from umberpot.kiln.places import TOOLS as KILN_TOOLS
from umberpot.library.models import CONCLUDED, Finding, Note
from umberpot.mixing.models import Mix, Plan, SavedCalculation
from umberpot.mixing.places import TOOLS as MIX_TOOLS
from umberpot.places import PLACES
from umberpot.results.models import WareBatch
from umberpot.results.places import TOOLS as RESULTS_TOOLS
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.models import FactorTrial, SurfacePlan
from umberpot.surface.places import TOOLS as SURFACE_TOOLS
from umberpot.tiles.models import ColourWords, Tile, Trial

MOST_OF_A_KIND = 6
_AFTER_ANY_LETTER = "\U0010ffff"


@dataclass(frozen=True)
class Found:
    """Something to go to: its name, what it is, where it is."""

    name: str
    says: str
    url: str


Find = Callable[[Studio, list[str]], Iterator[Found]]


def _named(rows: QuerySet, field: str, words: list[str]) -> QuerySet:
    """The rows whose name has all the words, newest first, and no more than are shown."""
    for word in words:
        rows = rows.filter(**{f"{field}__icontains": word})
    return rows.order_by("-pk")[:MOST_OF_A_KIND]


def _tiles(studio: Studio, words: list[str]) -> Iterator[Found]:
    """By the beginning of the code; a range, so that the index of codes answers."""
    code = "".join(words).upper()
    rows = Tile.objects.of(studio).filter(code__gte=code, code__lt=code + _AFTER_ANY_LETTER)
    shown = rows.select_related("mix", "clay", "trial__test").order_by("code")[:MOST_OF_A_KIND]
    for tile in shown:
        state = "set aside" if tile.set_aside_at else tile.get_step_display().lower()
        says = f"{'bar' if tile.is_bar else 'tile'} of {tile.made_of}: {state}"
        yield Found(tile.code, says, tile.get_absolute_url())


def _materials(studio: Studio, words: list[str]) -> Iterator[Found]:
    rows = Material.objects.of(studio)
    by_name = list(_named(rows, "name", words))
    by_code = _named(rows.exclude(pk__in=[m.pk for m in by_name]), "supplier_code", words)
    for material in [*by_name, *by_code]:
        says = material.get_kind_display().lower()
        if material.supplier_code:
            says += f", {material.supplier_code}"
        if material.retired_at:
            says += ", archived"
        yield Found(material.name, says, material.get_absolute_url())


def _clay_results(studio: Studio, words: list[str]) -> Iterator[Found]:
    tested = Material.objects.of(studio).filter(figures__isnull=False).distinct()
    for clay in _named(tested, "name", words):
        yield Found(clay.name, "results of its bars", reverse("results:clay", args=[clay.pk]))


def _mixes(studio: Studio, words: list[str]) -> Iterator[Found]:
    for mix in _named(Mix.objects.of(studio), "name", words):
        state = "finished" if mix.finished_at else "to weigh out"
        yield Found(mix.name, f"mix of {mix.made_at:%-d %b %Y}, {state}", mix.get_absolute_url())


def _trials(studio: Studio, words: list[str]) -> Iterator[Found]:
    for trial in _named(Trial.objects.of(studio).select_related("test"), "name", words):
        says = "clay test" if hasattr(trial, "test") else "trial"
        yield Found(trial.name, f"{says} of {trial.made_at:%-d %b %Y}", trial.get_absolute_url())


def _plans(studio: Studio, words: list[str]) -> Iterator[Found]:
    for plan in _named(Plan.objects.of(studio), "name", words):
        says = f"{plan.get_kind_display()} of {plan.made_at:%-d %b %Y}"
        yield Found(plan.name, says, plan.get_absolute_url())


def _factor_trials(studio: Studio, words: list[str]) -> Iterator[Found]:
    for trial in _named(FactorTrial.objects.of(studio), "name", words):
        says = f"trial of factors of {trial.made_at:%-d %b %Y}"
        yield Found(trial.name, says, trial.get_absolute_url())


def _surface_plans(studio: Studio, words: list[str]) -> Iterator[Found]:
    for plan in _named(SurfacePlan.objects.of(studio), "name", words):
        says = f"surface plan of {plan.made_at:%-d %b %Y}"
        yield Found(plan.name, says, plan.get_absolute_url())


def _ware(studio: Studio, words: list[str]) -> Iterator[Found]:
    for batch in _named(WareBatch.objects.of(studio).select_related("clay"), "name", words):
        says = f"ware of {batch.clay}, cone {batch.cone}"
        yield Found(batch.name, says, batch.get_absolute_url())


def _calculations(studio: Studio, words: list[str]) -> Iterator[Found]:
    for saved in _named(SavedCalculation.objects.of(studio).kept(), "name", words):
        yield Found(saved.name, "saved calculation", saved.get_absolute_url())


def _firings(studio: Studio, words: list[str]) -> Iterator[Found]:
    """By ``cone 6``, or by words of the note."""
    rows = Firing.objects.of(studio)
    by_note = _named(rows, "note", words)
    of_cone = rows.filter(cone=words[-1])[:MOST_OF_A_KIND] if words[0].lower() == "cone" else []
    for firing in of_cone or by_note:
        says = firing.note or "firing"
        yield Found(f"{firing}".capitalize(), says, reverse("kiln:firing", args=[firing.pk]))


def _notes(studio: Studio, words: list[str]) -> Iterator[Found]:
    """By words of the note, or of a fired colour that was said in words."""
    kept = Note.objects.of(studio).filter(withdrawn_at=None).defer("image")
    for note in _named(kept, "words", words):
        says = f"note on {note.subject._meta.verbose_name} {note.subject}, {note.made_at:%-d %b %Y}"
        yield Found(Truncator(note.words).chars(80), says, note.get_absolute_url())
    said = ColourWords.objects.of(studio).filter(superseded_at=None).select_related("tile")
    for colour in _named(said, "words", words):
        says = f"colour of {colour.tile.code} in words"
        yield Found(colour.words, says, reverse("results:tile", args=[colour.tile.code]))


def _findings(studio: Studio, words: list[str]) -> Iterator[Found]:
    standing = Finding.objects.of(studio).filter(superseded_by=None).select_related(*CONCLUDED)
    for finding in _named(standing, "sentence", words):
        says = f"finding on {finding.subject}, {finding.made_at:%-d %b %Y}"
        yield Found(Truncator(finding.sentence).chars(80), says, finding.get_absolute_url())


def _pages(studio: Studio, words: list[str]) -> Iterator[Found]:
    """The places and tools themselves, by their words."""
    groups = (*MIX_TOOLS, *KILN_TOOLS, *RESULTS_TOOLS, *SURFACE_TOOLS)
    tools = [tool for group in groups for tool in group.tools]
    pages = [(word, says, name) for word, name, says in PLACES]
    pages += [(tool.word, tool.says or "page", tool.url_name) for tool in tools]
    for word, says, name in pages:
        if all(part.lower() in word.lower() for part in words):
            yield Found(word, says, reverse(name))


KINDS: dict[str, Find] = {
    "Tiles and bars": _tiles,
    "Shelf": _materials,
    "Clay results": _clay_results,
    "Mixes": _mixes,
    "Series and grids": _plans,
    "Trials": _trials,
    "Trials of factors": _factor_trials,
    "Surface plans": _surface_plans,
    "Ware": _ware,
    "Firings": _firings,
    "Saved calculations": _calculations,
    "Findings": _findings,
    "Notes": _notes,
    "Pages": _pages,
}
"""The kinds by their heading, in the order they are shown."""


@dataclass(frozen=True)
class Answer:
    """All that was found, by kind; ``only`` is what Enter opens at once."""

    by_kind: dict[str, list[Found]]
    only: Found | None

    @property
    def count(self) -> int:
        return sum(len(rows) for rows in self.by_kind.values())


def look_up(studio: Studio, typed: str) -> Answer:
    """What a studio has of these words.

    Enter opens what is called exactly so, the first of its kind in the order of KINDS; else the
    only thing that was found.
    """
    words = typed.split()
    if not words:
        return Answer({}, None)
    every_kind = {title: list(find(studio, words)) for title, find in KINDS.items()}
    found = {title: rows for title, rows in every_kind.items() if rows}
    rows = [row for of_kind in found.values() for row in of_kind]
    wanted = " ".join(words).lower()
    exact = [row for row in rows if row.name.lower() in (wanted, wanted.replace(" ", ""))]
    candidates = exact or (rows if len(rows) == 1 else [])
    return Answer(found, candidates[0] if candidates else None)
