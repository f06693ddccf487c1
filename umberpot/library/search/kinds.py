"""What can be found, one kind after the other: its rows, the words they are found by, how each
shows itself, and what it can be filtered by.

To add a kind is to add one entry to KINDS.
"""

from collections.abc import Callable, Iterable
from typing import Any

from django.db.models import Q, QuerySet
from django.urls import reverse
from django.utils import timezone
from django.utils.text import Truncator

from claycore.testing.surface_remarks import SURFACE_REMARKS
from umberpot.firings.models import Firing, Kiln
from umberpot.library.models import CONCLUDED, SUBJECTS, Finding, Note
from umberpot.library.search.kind import FoundRow, Lookup, SearchKind, SearchWords
from umberpot.mixing.models import Mix, MixPart, Plan, SavedCalculation
from umberpot.shelf.models import FieldSheet, Material
from umberpot.surface.models import FactorTrial, PlannedCoat, SurfacePlan
from umberpot.tiles.models import (
    ClayTest,
    ColourReading,
    ColourWords,
    Loading,
    Reading,
    Remark,
    Tile,
    Trial,
)
from umberpot.tiles.stacks import StackCoat
from umberpot.ware.models import WareBatch


def _day(when: Any) -> str:
    return f"{timezone.localtime(when):%-d %b %Y}"


def _made(what: str) -> Callable[[Any], FoundRow]:
    """How most rows show themselves: what they are, and of which day."""

    def found(row: Any) -> FoundRow:
        return FoundRow(row.name, f"{what} of {_day(row.made_at)}", row.get_absolute_url(), row)

    return found


SIGNED: dict[str, Lookup] = {
    "since": lambda day: Q(made_at__date__gte=day),
    "until": lambda day: Q(made_at__date__lte=day),
    "who": lambda name: Q(made_by__username__iexact=name),
}
"""Filters of every row that says when and by whom it was made."""


# Tiles and bars


def _tile_words(tile: Tile) -> SearchWords:
    parts = tile.mix.parts.all() if tile.mix else []
    names = [name for part in parts for name in (part.name, str(part.material or ""))]
    remarks = [SURFACE_REMARKS.get(r.code, "") for r in tile.remarks.all() if not r.withdrawn_at]
    said = [colour.words for colour in tile.colour_words.all() if not colour.superseded_at]
    names += _contained(tile.mix) if tile.mix else []
    of = [tile.made_of, *names, tile.clay, tile.glaze_name, tile.trial.name, *said, *remarks]
    return SearchWords(tile.code, [*of, f"cone {tile.cone}", *tile.inscription])


def _tile_found(tile: Tile) -> FoundRow:
    state = "set aside" if tile.set_aside_at else tile.get_step_display().lower()
    summary = f"{'bar' if tile.is_bar else 'tile'} of {tile.made_of}: {state}"
    return FoundRow(tile.code, summary, tile.get_absolute_url(), tile)


READ: dict[str, Q] = {
    "shrinkage": Q(
        pk__in=Reading.objects.filter(superseded_at=None, quantity="length_fired").values("tile")
    ),
    "absorption": Q(
        pk__in=Reading.objects.filter(superseded_at=None, quantity="mass_soaked").values("tile")
    ),
    "colour": Q(pk__in=ColourReading.objects.filter(superseded_at=None).values("tile")),
}
"""What may have been read off a tile."""


def _mixes_with(name: str) -> QuerySet:
    """Mixes that hold a material by a part of its name, poured from another mix or weighed in."""
    weighed = MixPart.objects.filter(name__icontains=name).values("mix")
    return Mix.objects.filter(Q(pk__in=weighed) | Q(made_of__icontains=name)).values("pk")


TILE_FILTERS: dict[str, Lookup] = {
    **SIGNED,
    "cone": lambda cone: Q(pk__in=Loading.objects.filter(firing__cone=cone).values("tile")),
    "surface": lambda surface: Q(glazed=surface == "glazed") | Q(bare_half=True),
    "clay": lambda name: (
        Q(mix__clay_name__iexact=name)
        | Q(clay__name__iexact=name)
        | Q(stack__body__name__iexact=name)
    ),
    "material": lambda name: (
        Q(mix__in=_mixes_with(name))
        | Q(clay__name__icontains=name)
        | Q(glaze__name__icontains=name)
        | Q(stack__in=StackCoat.objects.filter(name__icontains=name).values("stack"))
        | Q(stack__body__name__icontains=name)
    ),
    "pct": lambda pct: Q(mix__isnull=False),
    "read": lambda what: READ[what],
    "near": lambda lab: READ["colour"],
    "verdict": lambda outcome: READ["absorption"],
}


# The shelf


def _material_words(material: Material) -> SearchWords:
    sheet = getattr(material, "sheet", None)
    of_sheet = [sheet.place, sheet.jar_code, sheet.raw_colour] if sheet else []
    said = [material.get_kind_display(), material.notes, *of_sheet]
    return SearchWords(material.name, [material.supplier_code, *said], material.supplier_code)


def _material_found(material: Material) -> FoundRow:
    summary = material.get_kind_display().lower()
    if material.supplier_code:
        summary += f", {material.supplier_code}"
    if material.retired_at:
        summary += ", set aside"
    return FoundRow(material.name, summary, material.get_absolute_url(), material)


def _clay_results_found(clay: Material) -> FoundRow:
    where = reverse("results:clay", args=[clay.pk])
    return FoundRow(clay.name, "results of its bars", where, clay)


# Mixes, plans, trials, firings


def _mix_words(mix: Mix) -> SearchWords:
    return SearchWords(
        mix.name, [mix.clay_name, *(p.name for p in mix.parts.all()), *_contained(mix)]
    )


def _contained(mix: Mix) -> list[str]:
    """The colourants in a mix, whatever it is called and however they came into it."""
    return [*mix.wanted_pcts, *mix.made_of.get("colourants_g", ())]


def _mix_found(mix: Mix) -> FoundRow:
    state = "finished" if mix.finished_at else "to weigh out"
    summary = f"mix of {_day(mix.made_at)}, {state}"
    return FoundRow(mix.name, summary, mix.get_absolute_url(), mix)


MIX_FILTERS: dict[str, Lookup] = {
    **SIGNED,
    "clay": lambda name: Q(clay_name__iexact=name),
    "material": lambda name: Q(pk__in=_mixes_with(name)),
    "pct": lambda pct: Q(),
}


def _plan_found(plan: Plan) -> FoundRow:
    summary = f"{plan.get_kind_display()} of {_day(plan.made_at)}"
    return FoundRow(plan.name, summary, plan.get_absolute_url(), plan)


def _trial_words(trial: Trial) -> SearchWords:
    test = getattr(trial, "test", None)
    return SearchWords(trial.name, [test.clay if test else ""])


def _trial_found(trial: Trial) -> FoundRow:
    summary = "clay test" if hasattr(trial, "test") else "trial"
    return FoundRow(
        trial.name, f"{summary} of {_day(trial.made_at)}", trial.get_absolute_url(), trial
    )


def _firing_words(firing: Firing) -> SearchWords:
    day = f"{firing.fired_on:%-d %B %Y}"
    said = [firing.note, firing.get_atmosphere_display(), firing.kiln, day]
    return SearchWords(firing.heat, [*said, firing.burned])


def _firing_found(firing: Firing) -> FoundRow:
    where = reverse("kiln:firing", args=[firing.pk])
    name = f"{firing}"
    return FoundRow(name[0].upper() + name[1:], firing.note or "firing", where, firing)


FIRING_FILTERS: dict[str, Lookup] = {
    "cone": lambda cone: Q(cone=cone),
    "since": lambda day: Q(fired_on__gte=day),
    "until": lambda day: Q(fired_on__lte=day),
    "who": SIGNED["who"],
}


# Surface and ware


def _factor_words(trial: FactorTrial) -> SearchWords:
    named = [word for name, levels in _factors(trial) for word in (name, *levels)]
    return SearchWords(trial.name, [*named, trial.pieces_are, trial.made_with])


def _factors(trial: FactorTrial) -> Iterable[tuple[str, list[str]]]:
    return [(one["name"], one["levels"]) for one in trial.factors]


def _surface_words(plan: SurfacePlan) -> SearchWords:
    return SearchWords(plan.name, [plan.body, *(c.name for c in plan.coats.all())])


def _ware_words(batch: WareBatch) -> SearchWords:
    said = [batch.clay or "", batch.glaze_called, batch.fired_to, batch.laboratory]
    return SearchWords(batch.name, said)


def _ware_found(batch: WareBatch) -> FoundRow:
    summary = f"ware, {batch.made_of}, {batch.fired_to}"
    return FoundRow(batch.name, summary, batch.get_absolute_url(), batch)


def _calculation_found(saved: SavedCalculation) -> FoundRow:
    return FoundRow(saved.name, "saved calculation", saved.get_absolute_url(), saved)


# What was written down


def _finding_words(finding: Finding) -> SearchWords:
    return SearchWords(finding.sentence, [finding.words, finding.subject])


def _finding_found(finding: Finding) -> FoundRow:
    summary = f"finding on {finding.subject}, {_day(finding.made_at)}"
    shown = Truncator(finding.sentence).chars(80)
    return FoundRow(shown, summary, finding.get_absolute_url(), finding)


def _note_words(note: Note) -> SearchWords:
    return SearchWords(note.words, [note.subject])


def _note_found(note: Note) -> FoundRow:
    summary = f"note on {note.subject._meta.verbose_name} {note.subject}, {_day(note.made_at)}"
    shown = Truncator(note.words).chars(80) or "A photograph"
    return FoundRow(shown, summary, note.get_absolute_url(), note)


KINDS: dict[str, SearchKind] = {
    kind.slug: kind
    for kind in [
        SearchKind(
            slug="shelf",
            title="Shelf",
            called=("material",),
            model=Material,
            shape="material",
            words=_material_words,
            found=_material_found,
            related=("sheet",),
            follows={FieldSheet: ("sheet",)},
        ),
        SearchKind(
            slug="tiles",
            title="Tiles and bars",
            called=("tile", "bar"),
            model=Tile,
            shape="tile",
            words=_tile_words,
            found=_tile_found,
            filters=TILE_FILTERS,
            related=("mix", "clay", "trial__test"),
            prefetched=("mix__parts__material", "remarks", "colour_words"),
            follows={
                **{Mix: ("mix",), MixPart: ("mix__parts",), Trial: ("trial",)},
                **{Material: ("mix__parts__material", "clay")},
                **{Remark: ("remarks",), ColourWords: ("colour_words",)},
            },
        ),
        SearchKind(
            slug="clays",
            title="Clay results",
            called=("result",),
            model=Material,
            shape="clay",
            words=lambda clay: SearchWords(clay.name),
            found=_clay_results_found,
            only=Q(pk__in=Tile.objects.exclude(clay=None).values("clay")),
            filters={"clay": lambda name: Q(name__iexact=name), "suits": lambda overall: Q()},
            follows={Tile: ("bars",)},
        ),
        SearchKind(
            slug="mixes",
            title="Mixes",
            called=("mix",),
            model=Mix,
            shape="mix",
            words=_mix_words,
            found=_mix_found,
            filters=MIX_FILTERS,
            prefetched=("parts",),
            follows={MixPart: ("parts",)},
        ),
        SearchKind(
            slug="plans",
            title="Series and grids",
            called=("plan",),
            model=Plan,
            filters=SIGNED,
            words=lambda plan: SearchWords(plan.name, [plan.get_kind_display()]),
            found=_plan_found,
        ),
        SearchKind(
            slug="trials",
            title="Trials",
            called=("trial", "test"),
            model=Trial,
            filters=SIGNED,
            words=_trial_words,
            found=_trial_found,
            related=("test__clay",),
            follows={ClayTest: ("test",), Material: ("test__clay",)},
        ),
        SearchKind(
            slug="factor-trials",
            title="Factor trials",
            called=("trial", "factor"),
            model=FactorTrial,
            words=_factor_words,
            found=_made("factor trial"),
            filters=SIGNED,
        ),
        SearchKind(
            slug="surface-plans",
            title="Surface plans",
            called=("plan", "surface"),
            model=SurfacePlan,
            words=_surface_words,
            found=_made("surface plan"),
            related=("body",),
            prefetched=("coats",),
            follows={PlannedCoat: ("coats",), Material: ("body",)},
            filters=SIGNED,
        ),
        SearchKind(
            slug="ware",
            title="Ware",
            called=("ware", "batch"),
            model=WareBatch,
            filters=SIGNED,
            words=_ware_words,
            found=_ware_found,
            related=("clay",),
            follows={Material: ("clay",)},
        ),
        SearchKind(
            slug="firings",
            title="Firings",
            called=("firing",),
            model=Firing,
            shape="firing",
            words=_firing_words,
            found=_firing_found,
            filters=FIRING_FILTERS,
            related=("kiln",),
            follows={Kiln: ("kiln",)},
        ),
        SearchKind(
            slug="calculations",
            title="Saved calculations",
            called=("calculation",),
            model=SavedCalculation,
            words=lambda saved: SearchWords(saved.name),
            found=_calculation_found,
            only=Q(set_aside_at=None),
            filters=SIGNED,
        ),
        SearchKind(
            slug="findings",
            title="Findings",
            called=("finding",),
            model=Finding,
            filters=SIGNED,
            words=_finding_words,
            found=_finding_found,
            related=tuple(CONCLUDED),
            only=Q(superseded_by=None),
            follows={Finding: ("superseded_by",)},
        ),
        SearchKind(
            slug="notes",
            title="Notes",
            called=("note", "photograph"),
            model=Note,
            filters=SIGNED,
            words=_note_words,
            found=_note_found,
            related=tuple(SUBJECTS),
            only=Q(withdrawn_at=None),
            deferred=("image",),
        ),
    ]
}
"""The kinds by their slug, in the order they are shown."""
