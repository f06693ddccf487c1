"""Blends of clays as rows: a name, and what they are of."""

import math
import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from claycore.materials.clay_in_hand import ClayState
from umberpot.mixing.calculators.additions import read_addition
from umberpot.shelf.forms import STOCK
from umberpot.shelf.models import BlendPart, Material
from umberpot.studio.models import Studio
from umberpot.transfer.kinds.base import Cells, Reader, RowErrors, TransferKind, pairs
from umberpot.transfer.kinds.materials import (
    Names,
    ReadyMaterial,
    keys_here,
    materials_of,
    write_with_stock,
)
from umberpot.ui.fields.measures import read_number

ALL_OF_IT_PCT = 100.0
LONGEST_NAME = 60


@dataclass(frozen=True)
class ReadyBlend:
    """A blend to be kept, and the share of each clay in it, percent of the dry blend."""

    row: ReadyMaterial
    shares: tuple[tuple[Material, float], ...]


class BlendReader(Reader[ReadyBlend]):
    """The clays of a blend stand on the shelf before it does."""

    def __init__(self, studio: Studio, by: User) -> None:
        super().__init__(studio, by)
        clays = Material.objects.of(studio).on_shelf().blended()
        self._clays = {clay.name.lower(): clay for clay in clays}
        self._names = Names(studio)

    def here_already(self, keys: Sequence[uuid.UUID]) -> set[uuid.UUID]:
        return keys_here(self.studio, keys)

    def read(self, cells: Cells, key: uuid.UUID) -> ReadyBlend:
        name = " ".join(cells.get("name", "").split())
        if not name or len(name) > LONGEST_NAME:
            raise RowErrors([("name", f"Enter a name of at most {LONGEST_NAME} characters.")])
        self._names.use(name)
        blend = Material(
            studio=self.studio,
            key=key,
            kind=Material.Kind.BLEND,
            name=name,
            state=ClayState.DRY,
            notes=cells.get("notes", "")[:2000],
        )
        on_hand_g = read_mass(cells, "on_hand_g")
        return ReadyBlend(ReadyMaterial(blend, on_hand_g), self._shares(cells.get("parts", "")))

    def _shares(self, text: str) -> tuple[tuple[Material, float], ...]:
        shares: list[tuple[Material, float]] = []
        for part in filter(str.strip, text.split(";")):
            try:
                addition = read_addition(part)
            except ValueError as error:
                raise RowErrors([("parts", str(error))]) from None
            clay = self._clays.get(addition.name.lower())
            if clay is None:
                message = f"There is no clay “{addition.name[:60]}” on the shelf. Import it first."
                raise RowErrors([("parts", message)])
            shares.append((clay, addition.pct))
        total_pct = math.fsum(pct for _, pct in shares)
        once = len({clay.pk for clay, _ in shares}) == len(shares)
        if len(shares) < 2 or not once or not math.isclose(total_pct, ALL_OF_IT_PCT, abs_tol=0.05):
            message = "Name two clays or more, each once, whose percentages add up to 100."
            raise RowErrors([("parts", message)])
        return tuple(shares)

    def write(self, rows: Sequence[ReadyBlend]) -> None:
        write_with_stock([ready.row for ready in rows], self.by)
        BlendPart.objects.bulk_create(
            BlendPart(studio=self.studio, blend=ready.row.material, clay=clay, share_pct=share_pct)
            for ready in rows
            for clay, share_pct in ready.shares
        )


def read_mass(cells: Cells, column: str) -> float | None:
    """Grams of stock in a cell; None where it is empty. Raises RowErrors."""
    text = cells.get(column, "").strip()
    if not text:
        return None
    try:
        return STOCK.check(column, read_number(text))
    except ValueError as error:
        raise RowErrors([(column, str(error))]) from None


def _rows(studio: Studio) -> Iterable[Cells]:
    shares: dict[int, dict[str, float]] = {}
    for part in BlendPart.objects.of(studio).select_related("clay"):
        shares.setdefault(part.blend_id, {})[part.clay.name] = part.share_pct
    for blend, on_hand in materials_of(studio, (Material.Kind.BLEND,)):
        yield {
            "id": str(blend.key),
            "name": blend.name,
            "parts": pairs(shares.get(blend.pk, {})),
            "on_hand_g": on_hand,
            "notes": blend.notes,
        }


BLENDS = TransferKind(
    "blends",
    "Blends",
    ("id", "name", "parts", "on_hand_g", "notes"),
    frozenset({"on_hand_g"}),
    _rows,
    BlendReader,
)
