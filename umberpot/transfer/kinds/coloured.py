"""Coloured clay on the shelf as rows: what is left of mixes, and reclaim buckets."""

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import prefetch_related_objects

from claycore.inscriptions import number_of_code
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from umberpot.mixing.calculators.additions import read_addition
from umberpot.mixing.leftovers.services import pooled_batch
from umberpot.mixing.models import Mix, MixPart
from umberpot.shelf.models import Material, Pooled
from umberpot.studio.models import Studio
from umberpot.transfer.kinds.base import Cells, Reader, RowErrors, TransferKind, number, pairs
from umberpot.transfer.kinds.blends import LONGEST_NAME, read_mass
from umberpot.transfer.kinds.materials import (
    Names,
    ReadyMaterial,
    keys_here,
    materials_of,
    write_with_stock,
)
from umberpot.ui.fields.measures import read_number

UNKNOWN = "unknown"
"""What a bucket contains that something unknown went into."""


@dataclass(frozen=True)
class ReadyColoured:
    """A leftover of ``mix``, or a bucket that contains so much by its name; None: nobody knows."""

    row: ReadyMaterial
    mix: Mix | None
    contains: dict[str, float] | None


class ColouredReader(Reader[ReadyColoured]):
    """A leftover needs its mix; a bucket stands alone."""

    def __init__(self, studio: Studio, by: User) -> None:
        super().__init__(studio, by)
        self._mixes = {str(mix.request_key): mix for mix in Mix.objects.of(studio)}
        self._names = Names(studio)

    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        return keys_here(self.studio, keys)

    def read(self, cells: Cells, key: uuid.UUID) -> ReadyColoured:
        kind = cells.get("kind", "").strip().lower()
        if kind not in Material.COLOURED:
            raise RowErrors([("kind", f"Choose one of: {', '.join(Material.COLOURED)}.")])
        name = cells.get("name", "").strip()
        if not name or len(name) > LONGEST_NAME:
            raise RowErrors([("name", f"Enter a name of at most {LONGEST_NAME} characters.")])
        self._names.use(name)
        state = cells.get("state", "").strip().lower() or ClayState.DRY
        if state not in list(ClayState):
            raise RowErrors([("state", f"Choose one of: {', '.join(ClayState)}.")])
        material = Material(
            studio=self.studio,
            key=key,
            kind=kind,
            name=name,
            supplier_code=cells.get("code", "").strip()[:24],
            state=state,
            water_pct=_water(cells) if state != ClayState.DRY else None,
        )
        row = ReadyMaterial(material, read_mass(cells, "on_hand_g") or 0.0)
        if kind == Material.Kind.LEFTOVER:
            return ReadyColoured(row, self._mix(cells), None)
        return ReadyColoured(row, None, _contains(cells))

    def _mix(self, cells: Cells) -> Mix:
        mix = self._mixes.get(cells.get("of_mix", "").strip().lower())
        if mix is None:
            raise RowErrors([("of_mix", "The mix it is left of is not here. Import mixes first.")])
        if mix.leftover_id:
            raise RowErrors([("of_mix", "What is left of this mix is on the shelf already.")])
        return mix

    def write(self, rows: Sequence[ReadyColoured]) -> None:
        write_with_stock([ready.row for ready in rows], self.by)
        left_of = [(ready.mix, ready.row.material) for ready in rows if ready.mix]
        for mix, leftover in left_of:
            mix.leftover = leftover
        Mix.objects.bulk_update((mix for mix, _ in left_of), ["leftover"], batch_size=500)
        Pooled.objects.bulk_create(
            Pooled(
                studio=self.studio,
                bucket=ready.row.material,
                name=ready.row.material.name,
                dry_g=(ready.row.on_hand_g or 0.0) * ready.row.material.dry_share,
                contains=ready.contains,
                request_key=uuid.uuid5(ready.row.material.key, "pooled"),
                made_by=self.by,
            )
            for ready in rows
            if ready.mix is None and ready.row.on_hand_g
        )
        for mix, leftover in left_of:
            MixPart.objects.filter(
                source=mix, material=None, role=MixPart.Role.MIX, mix__plan=None
            ).update(material=leftover)
        self._keep_codes_apart(rows)

    def _keep_codes_apart(self, rows: Sequence[ReadyColoured]) -> None:
        """The studio's own codes go on after those that came in, so that none is given twice."""
        numbers = [number_of_code(ready.row.material.supplier_code) for ready in rows]
        highest = max((found for found in numbers if found is not None), default=-1)
        Studio.objects.filter(pk=self.studio.pk, next_tile_number__lte=highest).update(
            next_tile_number=highest + 1
        )


def _water(cells: Cells) -> float | None:
    text = cells.get("water_pct", "").strip()
    if not text:
        return None
    try:
        return bounds.WATER.check("water_pct", read_number(text))
    except ValueError as error:
        raise RowErrors([("water_pct", str(error))]) from None


def _contains(cells: Cells) -> dict[str, float] | None:
    text = cells.get("contains", "").strip()
    if not text or text.lower() == UNKNOWN:
        return None
    try:
        additions = [read_addition(part) for part in text.split(";") if part.strip()]
    except ValueError as error:
        raise RowErrors([("contains", str(error))]) from None
    return {addition.name: addition.pct for addition in additions}


def _rows(studio: Studio) -> Iterable[Cells]:
    mixes = {mix.leftover_id: mix for mix in Mix.objects.of(studio).filter(leftover__isnull=False)}
    rows = materials_of(studio, Material.COLOURED)
    prefetch_related_objects([material for material, _ in rows], "pooled")
    for material, on_hand in rows:
        mix = mixes.get(material.pk)
        contains = mix.batch if mix else pooled_batch(material)
        yield {
            "id": str(material.key),
            "kind": material.kind,
            "name": material.name,
            "code": material.supplier_code,
            "state": material.state,
            "water_pct": number(material.water_pct),
            "on_hand_g": on_hand,
            "of_mix": str(mix.request_key) if mix else "",
            "contains": pairs(contains.pcts) if contains else UNKNOWN,
        }


COLOURED = TransferKind(
    "coloured",
    "Leftovers and reclaim",
    (
        *("id", "kind", "name", "code", "state", "water_pct", "on_hand_g"),
        *("of_mix", "contains"),
    ),
    frozenset({"water_pct", "on_hand_g"}),
    _rows,
    ColouredReader,
)
