"""Clays, stains and oxides of the shelf as rows."""

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.http import QueryDict

from umberpot.shelf.forms import MaterialForm
from umberpot.shelf.models import Material, StockMovement
from umberpot.shelf.services import counted_stock_of
from umberpot.studio.models import Studio
from umberpot.transfer.kinds.base import Cells, Reader, RowErrors, TransferKind, errors_of, number

NAME_IS_TAKEN = "There is already a material of this name on the shelf."
NAME_TWICE = "This name is in the file twice."


def other_currency(of_file: str, of_studio: str) -> str:
    """Why a price is not taken in."""
    return (
        f"This price is in {of_file}, the studio's are in {of_studio}. Convert it and write"
        f" {of_studio}, or change the currency in the preferences."
    )


def materials_of(studio: Studio, kinds: Sequence[str]) -> list[tuple[Material, str]]:
    """The studio's materials of these kinds, each with its stock as a cell."""
    materials = list(Material.objects.of(studio).on_shelf().filter(kind__in=kinds))
    on_hand = counted_stock_of(materials)
    cells = []
    for material in materials:
        grams = on_hand[material.pk]
        cells.append((material, number(None if grams is None else round(grams, 6))))
    return cells


def keys_here(studio: Studio, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
    """Those of the keys that are of materials of the studio, retired ones too."""
    return set(Material.objects.of(studio).values_list("key", flat=True)) & set(keys)


@dataclass(frozen=True)
class ReadyMaterial:
    """A material to be kept, and how much there is of it; None where nobody said."""

    material: Material
    on_hand_g: float | None


def write_with_stock(rows: Sequence[ReadyMaterial], by: User) -> None:
    """Materials and their count, in two statements."""
    Material.objects.bulk_create(row.material for row in rows)
    StockMovement.objects.bulk_create(
        StockMovement(
            studio_id=row.material.studio_id,
            material=row.material,
            grams=row.on_hand_g,
            reason=StockMovement.Reason.COUNTED,
            made_by=by,
        )
        for row in rows
        if row.on_hand_g is not None
    )


class Names:
    """The names on the studio's shelf, and those that a file has used so far."""

    def __init__(self, studio: Studio) -> None:
        on_shelf = Material.objects.of(studio).on_shelf()
        self._taken = {name.lower() for name in on_shelf.values_list("name", flat=True)}
        self._used: set[str] = set()

    def use(self, name: str) -> None:
        """Raises RowErrors where the name is on the shelf or on an earlier row."""
        if name.lower() in self._taken:
            raise RowErrors([("name", NAME_IS_TAKEN)])
        if name.lower() in self._used:
            raise RowErrors([("name", NAME_TWICE)])
        self._used.add(name.lower())


_READ_APART = ("watch_for", "currency")


class MaterialReader(Reader[ReadyMaterial]):
    """Reads as the shelf's own form does."""

    def __init__(self, studio: Studio, by: User) -> None:
        super().__init__(studio, by)
        self._names = Names(studio)

    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        return keys_here(self.studio, keys)

    def read(self, cells: Cells, key: uuid.UUID) -> ReadyMaterial:
        data = QueryDict(mutable=True)
        data.update({name: text for name, text in cells.items() if name not in _READ_APART})
        data["kind"] = cells.get("kind", "").lower().replace(" ", "_")
        data.setlist("hazards", cells.get("watch_for", "").lower().replace(",", " ").split())
        material = Material(studio=self.studio, key=key)
        # Each constraint would ask the database about each row; the names are known here, what
        # the others hold the form holds, and the database itself has the last word on writing.
        material.validate_constraints = lambda exclude=None: None  # type: ignore[method-assign]
        form = MaterialForm(data, instance=material)
        if not form.is_valid():
            raise errors_of(form, {"hazards": "watch_for"})
        currency = cells.get("currency", "").strip()
        if currency not in ("", self.studio.currency):
            raise RowErrors([("currency", other_currency(currency, self.studio.currency))])
        self._names.use(form.instance.name)
        return ReadyMaterial(form.instance, form.cleaned_data["on_hand_g"])

    def write(self, rows: Sequence[ReadyMaterial]) -> None:
        write_with_stock(rows, self.by)


def _rows(studio: Studio) -> Iterable[Cells]:
    for material, on_hand in materials_of(studio, Material.BOUGHT):
        yield {
            "id": str(material.key),
            "kind": material.kind,
            "name": material.name,
            "supplier_code": material.supplier_code,
            "price_per_kg": "" if material.price_per_kg is None else str(material.price_per_kg),
            "currency": "" if material.price_per_kg is None else studio.currency,
            "state": material.state,
            "water_pct": number(material.water_pct),
            "on_hand_g": on_hand,
            "specific_gravity": number(material.specific_gravity),
            "solid_density": number(material.solid_density) if material.is_slip else "",
            "addition": material.addition,
            "grain": material.grain,
            "watch_for": " ".join(material.hazards),
            "low_cone": material.low_cone,
            "top_cone": material.top_cone,
            "look": material.look,
            "sheen": material.sheen,
            "zinc": material.zinc,
            "food": material.food,
            "used_mm": number(material.used_mm),
            "notes": material.notes,
        }


MATERIALS = TransferKind(
    "materials",
    "Materials",
    (
        *("id", "kind", "name", "supplier_code", "price_per_kg", "currency", "state"),
        *("water_pct", "on_hand_g", "specific_gravity", "solid_density", "addition", "grain"),
        *("watch_for", "low_cone", "top_cone", "look", "sheen", "zinc", "food", "used_mm"),
        "notes",
    ),
    frozenset(
        {
            *("price_per_kg", "water_pct", "on_hand_g"),
            *("specific_gravity", "solid_density", "used_mm"),
        }
    ),
    _rows,
    MaterialReader,
)
