"""What can go in and out, and how a row of each becomes the thing itself.

A reader raises RowErrors; the services it calls are those the pages use.
"""

import uuid
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from urllib.parse import urlencode

from django import forms
from django.contrib.auth.models import User
from django.http import QueryDict

from claycore.firing import cones
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from claycore.mixing.series import STRATEGIES
from umberpot.mixing import services as mixing
from umberpot.mixing.calculators.dose import DoseForm, DoseView
from umberpot.mixing.calculators.grid import GridForm, GridView
from umberpot.mixing.calculators.series import SeriesForm, SeriesView
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf import services as shelf
from umberpot.shelf.forms import MaterialForm
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.plans.services import TrialOrder, start_grid, start_series
from umberpot.ui.fields.measures import MeasureField

Cells = Mapping[str, str]


class RowErrors(Exception):
    """What is wrong with a row: (column, message)."""

    def __init__(self, errors: list[tuple[str, str]]) -> None:
        super().__init__(errors)
        self.errors = errors


def _errors_of(form: forms.BaseForm, columns: Mapping[str, str]) -> RowErrors:
    return RowErrors(
        [
            (columns.get(field, field.replace("__all__", "")), str(messages[0]))
            for field, messages in form.errors.items()
        ]
    )


@dataclass(frozen=True)
class Kind:
    """One kind of thing: its columns, how it is written out, how a row is taken in."""

    key: str
    title: str
    columns: tuple[str, ...]
    rows_of: Callable[[Studio], Iterable[Cells]]
    take: Callable[[Cells, Studio, User], None]


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:.10g}"


def _material_rows(studio: Studio) -> Iterable[Cells]:
    materials = list(Material.objects.of(studio).on_shelf().filter(kind__in=Material.BOUGHT))
    on_hand = shelf.stock_of(materials)
    for material in materials:
        yield {
            "kind": material.kind,
            "name": material.name,
            "supplier_code": material.supplier_code,
            "price_per_kg": "" if material.price_per_kg is None else str(material.price_per_kg),
            "state": material.state,
            "water_pct": _number(material.water_pct),
            "on_hand_g": _number(round(on_hand[material.pk], 6)),
            "watch_for": " ".join(material.hazards),
            "notes": material.notes,
        }


def _take_material(cells: Cells, studio: Studio, by: User) -> None:
    data = QueryDict(mutable=True)
    data.update({key: value for key, value in cells.items() if key != "watch_for"})
    data["kind"] = cells.get("kind", "").lower().replace(" ", "_")
    data.setlist("hazards", cells.get("watch_for", "").lower().replace(",", " ").split())
    form = MaterialForm(data, instance=Material(studio=studio))
    if not form.is_valid():
        raise _errors_of(form, {"hazards": "watch_for"})
    material = form.save()
    if form.cleaned_data["on_hand_g"] is not None:
        shelf.count_stock(material, form.cleaned_data["on_hand_g"], by)


def _mix_rows(studio: Studio) -> Iterable[Cells]:
    for mix in Mix.objects.of(studio).kept().order_by("pk"):
        wet_pct = 100 * (1 - mix.dry_clay_g / mix.clay_g)
        yield {
            "clay": mix.clay_name,
            "state": mix.state,
            "clay_g": _number(mix.clay_g),
            "water_pct": _number(wet_pct) if mix.state == ClayState.PLASTIC else "",
            "solids_pct": _number(100 - wet_pct) if mix.state == ClayState.SLIP else "",
            "colourants": "; ".join(f"{n}: {_number(p)}" for n, p in mix.wanted_pcts.items()),
            "made_on": f"{mix.finished_at:%Y-%m-%d}" if mix.finished_at else "",
            "really": "; ".join(f"{n}: {_number(p)}" for n, p in mix.batch.pcts.items())
            if mix.finished_at
            else "",
        }


def _take_mix(cells: Cells, studio: Studio, by: User) -> None:
    """A mix to weigh. What was really made elsewhere is not taken for a weighing made here."""
    columns = {"mass": "clay_g", "add": "colourants"}
    pairs = [("clay", cells.get("clay", "")), ("state", cells.get("state", "").lower())]
    pairs += [("mass", cells.get("clay_g", "")), ("unit", "g")]
    pairs += [(key, cells[key]) for key in ("water_pct", "solids_pct") if cells.get(key)]
    texts = [text.strip() for text in cells.get("colourants", "").split(";") if text.strip()]
    pairs += [("add", text) for text in texts]
    form = DoseForm(QueryDict(urlencode(pairs)))
    solved = DoseView.attempt(form)
    if solved is None:
        raise _errors_of(form, columns)
    mixing.make_mix(
        studio,
        solved.result,
        solved.inputs.clay_name,
        form.query_string(),
        uuid.uuid4(),
        by,
    )


def _plan_rows(studio: Studio) -> Iterable[Cells]:
    plans = Plan.objects.of(studio).kept().order_by("pk").prefetch_related("trial__tiles")
    for plan in plans:
        tiles = list(plan.trial.tiles.all())
        yield {
            "kind": plan.kind,
            "name": plan.name,
            "strategy": plan.strategy,
            "sum": plan.sum_query,
            "cone": tiles[0].cone if tiles else "",
            "mark_length_mm": _number(tiles[0].mark_length_mm) if tiles else "",
            "glazed": "yes" if tiles and tiles[0].glazed else "no",
        }


class PlanRowForm(forms.ModelForm):
    """The columns of a plan that are not its sum."""

    cone = forms.ChoiceField(choices=[("", ""), *((c, c) for c in cones.CONES)], required=False)
    mark_length_mm = MeasureField(bounds.LENGTH, required=False)
    glazed = forms.ChoiceField(choices=[("yes", "yes"), ("no", "no"), ("", "no")], required=False)

    class Meta:
        model = Plan
        fields = ["kind", "name", "strategy"]


def _take_plan(cells: Cells, studio: Studio, by: User) -> None:
    """A plan is its sum, not its tiles: the calculator's own form reads it and plans it again.

    So a file taken in can hold nothing that the page would not have accepted, and its masses are
    this version's.
    """
    form = PlanRowForm(cells)
    if not form.is_valid():
        raise _errors_of(form, {})
    row = form.cleaned_data
    order = TrialOrder(
        studio,
        row["name"],
        row["mark_length_mm"] or studio.mark_length_mm,
        row["cone"] or studio.usual_cone,
        row["glazed"] == "yes",
        uuid.uuid4(),
        by,
    )
    query = QueryDict(cells.get("sum", ""))
    sum_form: SeriesForm | GridForm
    if row["kind"] == Plan.Kind.GRID:
        sum_form = GridForm(query)
        grid = GridView.attempt(sum_form)
        if grid and grid.inputs.grid.wanted:
            start_grid(order, grid)
            return
    else:
        if row["strategy"] not in STRATEGIES:
            raise RowErrors([("strategy", f"This must be one of {', '.join(STRATEGIES)}.")])
        sum_form = SeriesForm(query)
        series = SeriesView.attempt(sum_form)
        if series:
            start_series(order, series, row["strategy"])
            return
    first = next(iter(sum_form.errors.values()), ["Every cell is there already."])[0]
    raise RowErrors([("sum", str(first))])


KINDS = {
    kind.key: kind
    for kind in (
        Kind(
            "materials",
            "Materials",
            (
                "kind",
                "name",
                "supplier_code",
                "price_per_kg",
                "state",
                "water_pct",
                "on_hand_g",
                "watch_for",
                "notes",
            ),
            _material_rows,
            _take_material,
        ),
        Kind(
            "mixes",
            "Mixes",
            (
                "clay",
                "state",
                "clay_g",
                "water_pct",
                "solids_pct",
                "colourants",
                "made_on",
                "really",
            ),
            _mix_rows,
            _take_mix,
        ),
        Kind(
            "plans",
            "Series and grids",
            ("kind", "name", "strategy", "sum", "cone", "mark_length_mm", "glazed"),
            _plan_rows,
            _take_plan,
        ),
    )
}
