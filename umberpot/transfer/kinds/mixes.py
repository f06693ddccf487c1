"""Mixes as rows: what was planned, what was weighed, and what they are made of.

A row that a person wrote needs a clay, its weight and its colourants, as in the dose. A row of our
own has its ``parts`` as well, and comes back as it was, weighings included.
"""

import datetime
import json
import uuid
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

from django.contrib.auth.models import User
from django.http import QueryDict
from django.utils import timezone

from claycore.materials.batch import join
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from umberpot.mixing.calculators.dose import DoseForm, DoseView
from umberpot.mixing.composition import contents_of
from umberpot.mixing.models import Mix, MixPart, Plan, Weighing, name_of
from umberpot.mixing.orders import Shelf, order_of_dose
from umberpot.mixing.services import planned_mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.transfer.kinds.base import (
    Cells,
    Reader,
    RowErrors,
    TransferKind,
    errors_of,
    number,
    pairs,
)
from umberpot.ui.fields.measures import read_number

MOST_PARTS = 60
LONGEST_PART_NAME = 200


@dataclass
class ReadyPart:
    """One thing of a mix, and what was weighed of it; None while it is not."""

    part: MixPart
    source: Mix | None
    weighed_g: float | None


@dataclass
class ReadyMix:
    """A mix with its parts. ``there`` is one the plan of which made it here, not weighed yet."""

    mix: Mix
    parts: list[ReadyPart] = field(default_factory=list)
    there: bool = False


class MixReader(Reader[ReadyMix]):
    """Mixes that others are made of stand before them, in the studio or in the file."""

    at_once = 500

    def __init__(self, studio: Studio, by: User) -> None:
        super().__init__(studio, by)
        self._on_shelf = Shelf(studio)
        self._coloured = {
            m.name.lower(): m for m in Material.objects.of(studio).on_shelf() if m.is_coloured
        }
        self._plans = {plan.request_key: plan for plan in Plan.objects.of(studio)}
        self._mixes = {mix.request_key: mix for mix in Mix.objects.of(studio)}

    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        """A mix of a plan that nothing was weighed of yet may still get its weighings."""
        of_plans = Mix.objects.of(self.studio).filter(plan__isnull=False, finished_at=None)
        waiting = of_plans.exclude(parts__weighings__isnull=False)
        return (set(self._mixes) - set(waiting.values_list("request_key", flat=True))) & set(keys)

    def read(self, cells: Cells, key: uuid.UUID) -> ReadyMix | None:
        if not cells.get("parts"):
            return self._remembered(self._read_dose(cells, key))
        if key in self._mixes:
            return self._read_weighed(cells, self._mixes[key])
        return self._remembered(self._read_whole(cells, key))

    def _remembered(self, ready: ReadyMix) -> ReadyMix:
        self._mixes[ready.mix.request_key] = ready.mix
        return ready

    def _read_dose(self, cells: Cells, key: uuid.UUID) -> ReadyMix:
        """A mix to weigh, read as the dose reads it."""
        typed = [("clay", cells.get("clay", "")), ("state", cells.get("state", "").lower())]
        typed += [("mass", cells.get("clay_g", "")), ("unit", "g")]
        typed += [(key, cells[key]) for key in ("water_pct", "solids_pct") if cells.get(key)]
        texts = [text.strip() for text in cells.get("colourants", "").split(";") if text.strip()]
        typed += [("add", text) for text in texts]
        form = DoseForm(QueryDict(urlencode(typed)))
        solved = DoseView.attempt(form)
        if solved is None:
            raise errors_of(form, {"mass": "clay_g", "add": "colourants"})
        order = order_of_dose(
            self._on_shelf, solved.result, solved.inputs.clay_name, form.query_string()
        )
        mix, parts = planned_mix(self.studio, order, key, self.by)
        return _calculated(ReadyMix(mix, [ReadyPart(part, None, None) for part in parts]))

    def _read_whole(self, cells: Cells, key: uuid.UUID) -> ReadyMix:
        """A mix as it went out of a studio."""
        read = _Cells(cells)
        clay_name = read.text("clay") or "clay"
        mix = Mix(
            studio=self.studio,
            request_key=key,
            state=read.choice("state", list(ClayState)),
            clay_g=read.mass("clay_g"),
            clay_name=clay_name,
            clay=self._on_shelf.clay(clay_name),
            wanted_pcts=read.percentages("colourants"),
            sum_query=read.text("sum", 4000),
            made_by=self.by,
            finished_at=read.day("made_on"),
        )
        mix.dry_clay_g = mix.clay_g * read.dry_share(mix.state)
        if cells.get("plan"):
            raise RowErrors([("plan", "Import the series and grids first: this mix is of one.")])
        parts = [self._part(row, position) for position, row in enumerate(read.parts())]
        return _calculated(ReadyMix(mix, parts))

    def _read_weighed(self, cells: Cells, mix: Mix) -> ReadyMix | None:
        """What was weighed of a mix that its plan made here; None where nothing was."""
        read = _Cells(cells)
        mix.finished_at = read.day("made_on")
        parts = [self._part(row, position) for position, row in enumerate(read.parts())]
        if all(one.weighed_g is None for one in parts):
            return None
        return _calculated(ReadyMix(mix, parts, there=True))

    def _part(self, row: Mapping[str, Any], position: int) -> ReadyPart:
        read = _Cells({name: _cell(value) for name, value in row.items()}, f"part {position + 1}: ")
        role = read.choice("role", MixPart.Role.values)
        name = read.text("name")
        if not name:
            raise RowErrors([("parts", f"Part {position + 1} has no name.")])
        source = None
        if read.text("of_mix"):
            source = self._mixes.get(_uuid(read.text("of_mix")))
            if source is None or role not in MixPart.COLOURED:
                message = (
                    f"Part {position + 1} is of a mix that is not here. Import that one first."
                )
                raise RowErrors([("parts", message)])
        contains = row.get("contains") or {}
        part = MixPart(
            studio=self.studio,
            position=position,
            role=role,
            name=name,
            planned_g=read.mass("planned_g"),
            planned_pct=read.mass("pct") if row.get("pct") else None,
            dry_share=min(1.0, read.mass("dry_share")) if row.get("dry_share") else 1.0,
            material=self._material(role, name),
            contains=_contains(contains, position),
            settled_at=timezone.now() if row.get("settled") else None,
        )
        weighed_g = read.mass("weighed_g") if row.get("weighed_g") else None
        return ReadyPart(part, source, weighed_g)

    def _material(self, role: str, name: str) -> Material | None:
        if role == MixPart.Role.CLAY:
            return self._on_shelf.clay(name)
        if role == MixPart.Role.COLOURANT:
            return self._on_shelf.colourant(name)
        return self._coloured.get(name.lower())

    def write(self, rows: Sequence[ReadyMix]) -> None:
        Mix.objects.bulk_create(ready.mix for ready in rows if not ready.there)
        there = [ready for ready in rows if ready.there]
        Mix.objects.bulk_update(
            (ready.mix for ready in there), ["made_of", "name", "finished_at"], batch_size=500
        )
        for ready in rows:
            for one in ready.parts:
                one.part.mix, one.part.source = ready.mix, one.source
        for ready in there:
            _weigh_parts_there(ready)
        new = [one.part for ready in rows if not ready.there for one in ready.parts]
        MixPart.objects.bulk_create(new)
        Weighing.objects.bulk_create(
            Weighing(
                studio=self.studio,
                part=one.part,
                grams=one.weighed_g,
                step_g=self.studio.scale_step_g,
                source=Weighing.Source.TYPED,
                request_key=uuid.uuid5(ready.mix.request_key, f"weighed {one.part.position}"),
                made_by=self.by,
            )
            for ready in rows
            for one in ready.parts
            if one.weighed_g is not None
        )


def _weigh_parts_there(ready: ReadyMix) -> None:
    """The parts that its plan gave a mix here take the place of those that were read."""
    there = {part.position: part for part in ready.mix.parts.all()}
    for one in list(ready.parts):
        part = there.get(one.part.position)
        if part is None or part.role != one.part.role:
            ready.parts.remove(one)
            continue
        part.settled_at = one.part.settled_at
        one.part = part
    MixPart.objects.bulk_update((one.part for one in ready.parts), ["settled_at"])


def _calculated(ready: ReadyMix) -> ReadyMix:
    """What is in it, and so what it is called: as weighed, or as wanted while it is not."""
    mix = ready.mix
    made = join(
        contents_of(
            one.part,
            one.part.planned_g if one.weighed_g is None else one.weighed_g,
            mix.state,
            one.source.batch if one.source else None,
        )
        for one in ready.parts
        if one.weighed_g is not None or not _left_out(one)
    )
    if made.clay_g <= 0:
        raise RowErrors([("parts", "There is no clay in it.")])
    mix.made_of = {
        "clay_g": made.clay_g,
        "colourants_g": dict(made.colourants_g),
        "water_g": made.water_g,
    }
    mix.name = name_of(mix.said_pcts if mix.finished_at else mix.wanted_pcts, mix.clay_name)
    return ready


def _left_out(one: ReadyPart) -> bool:
    """Water that was added by feel: settled, and never weighed."""
    return one.part.role == MixPart.Role.WATER and one.part.settled_at is not None


def _cell(value: Any) -> str:
    return "" if value is None or isinstance(value, dict | list | bool) else str(value)


def _uuid(text: str) -> uuid.UUID:
    """An identity as it was written; one that nothing has where it is none."""
    try:
        return uuid.UUID(text)
    except ValueError:
        return uuid.uuid4()


def _contains(values: Any, position: int) -> dict[str, float]:
    message = f"Part {position + 1}: contains must be names with percentages."
    if not isinstance(values, dict):
        raise RowErrors([("parts", message)])
    try:
        return {
            str(name)[:LONGEST_PART_NAME]: bounds.PERCENTAGE.check("", float(pct))
            for name, pct in values.items()
        }
    except (TypeError, ValueError):
        raise RowErrors([("parts", message)]) from None


class _Cells:
    """The cells of a row or a part, read one by one. Every method raises RowErrors."""

    def __init__(self, cells: Mapping[str, str], inside: str = "") -> None:
        self._cells = cells
        self._inside = inside

    def _fail(self, column: str, message: str) -> RowErrors:
        return RowErrors([("parts" if self._inside else column, f"{self._inside}{message}")])

    def text(self, column: str, longest: int = LONGEST_PART_NAME) -> str:
        text = self._cells.get(column, "").strip()
        if len(text) > longest or "\x00" in text:
            raise self._fail(column, f"Use at most {longest} characters.")
        return text

    def choice(self, column: str, allowed: Sequence[str]) -> str:
        text = self.text(column).lower()
        if text not in allowed:
            raise self._fail(column, f"Choose one of: {', '.join(allowed)}.")
        return text

    def mass(self, column: str) -> float:
        try:
            return bounds.MASS.check(column, read_number(self.text(column)))
        except ValueError as error:
            raise self._fail(column, str(error)) from None

    def dry_share(self, state: str) -> float:
        """Dry clay in each gram of the clay, by its water or its solids; 1 where none is given."""
        column = {ClayState.PLASTIC: "water_pct", ClayState.SLIP: "solids_pct"}.get(
            ClayState(state)
        )
        if column is None or not self.text(column):
            return 1.0
        try:
            pct = bounds.WATER.check(column, read_number(self.text(column)))
        except ValueError as error:
            raise self._fail(column, str(error)) from None
        return 1 - pct / 100 if column == "water_pct" else pct / 100

    def percentages(self, column: str) -> dict[str, float]:
        """``NAME: PCT; NAME: PCT``, which may be empty."""
        found: dict[str, float] = {}
        for text in filter(str.strip, self._cells.get(column, "").split(";")):
            name, _, pct = text.rpartition(":")
            try:
                found[name.strip()] = bounds.PERCENTAGE.check(column, read_number(pct))
            except ValueError as error:
                raise self._fail(column, str(error)) from None
        return found

    def day(self, column: str) -> datetime.datetime | None:
        """Noon of a day; None where there is none."""
        text = self.text(column)
        if not text:
            return None
        try:
            day = datetime.date.fromisoformat(text)
        except ValueError:
            raise self._fail(column, "Enter the date like 2026-11-23.") from None
        return timezone.make_aware(datetime.datetime.combine(day, datetime.time(12)))

    def parts(self) -> list[dict[str, Any]]:
        """The list of objects in ``parts``."""
        try:
            parts = json.loads(self._cells.get("parts", ""))
        except (ValueError, RecursionError):
            parts = None
        is_list = isinstance(parts, list) and all(isinstance(part, dict) for part in parts)
        if not is_list or not 0 < len(parts) <= MOST_PARTS:
            raise self._fail("parts", f"This must be a JSON list of 1 to {MOST_PARTS} objects.")
        return list(parts)


def _rows(studio: Studio) -> Iterable[Cells]:
    mixes = Mix.objects.of(studio).kept().order_by("pk").select_related("plan")
    for mix in mixes.prefetch_related("parts__source", "parts__weighings"):
        wet_pct = 100 * (1 - mix.dry_clay_g / mix.clay_g)
        yield {
            "id": str(mix.request_key),
            "clay": mix.clay_name,
            "state": mix.state,
            "clay_g": number(mix.clay_g * mix.scale_factor),
            "water_pct": number(wet_pct) if mix.state == ClayState.PLASTIC and wet_pct else "",
            "solids_pct": number(100 - wet_pct) if mix.state == ClayState.SLIP and wet_pct else "",
            "colourants": pairs(mix.wanted_pcts),
            "made_on": f"{timezone.localtime(mix.finished_at):%Y-%m-%d}" if mix.finished_at else "",
            "really": pairs(mix.batch.pcts) if mix.finished_at else "",
            "plan": str(mix.plan.request_key) if mix.plan else "",
            "sum": mix.sum_query,
            "parts": json.dumps([_part_out(part, mix) for part in mix.parts.all()]),
        }


def _part_out(part: MixPart, mix: Mix) -> dict[str, Any]:
    part.mix = mix
    return {
        "role": part.role,
        "name": part.name,
        "planned_g": part.target_g,
        "pct": part.planned_pct,
        "dry_share": part.dry_share,
        "of_mix": str(part.source.request_key) if part.source else None,
        "contains": part.contains,
        "weighed_g": part.weighed_g,
        "settled": part.settled_at is not None,
    }


MIXES = TransferKind(
    "mixes",
    "Mixes",
    (
        *("id", "clay", "state", "clay_g", "water_pct", "solids_pct", "colourants"),
        *("made_on", "really", "plan", "sum", "parts"),
    ),
    frozenset({"clay_g", "water_pct", "solids_pct"}),
    _rows,
    MixReader,
)
