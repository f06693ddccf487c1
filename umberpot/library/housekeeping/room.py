"""What takes up the room in the data file, as SQLite counts it."""

from dataclasses import dataclass

from django.apps import apps
from django.db import OperationalError, connection, models

from umberpot.studio.journal.models import JournalEntry

REST = "Materials, tiles, readings and the rest"
_BY_TABLE = (
    "SELECT coalesce(owner.tbl_name, used.name), sum(used.pgsize) FROM dbstat AS used"
    " LEFT JOIN sqlite_master AS owner ON owner.name = used.name GROUP BY 1"
)


@dataclass(frozen=True)
class SpaceTaken:
    """What something takes up, in bytes."""

    title: str
    size: int


def bytes_by_table() -> dict[str, int]:
    """The bytes of each table with its indexes; {} where SQLite was built without counting."""
    try:
        with connection.cursor() as cursor:
            return dict(cursor.execute(_BY_TABLE).fetchall())
    except OperationalError:
        return {}


def bytes_of(table: str) -> int:
    """The bytes of one table with its indexes."""
    return bytes_by_table().get(table, 0)


def rooms() -> list[SpaceTaken]:
    """What takes up how much, the largest first. Counting reads the whole data file."""
    pictures = {
        model._meta.db_table
        for model in apps.get_models()
        if any(isinstance(field, models.BinaryField) for field in model._meta.concrete_fields)
    }
    titles = {
        **dict.fromkeys(pictures, "Photographs"),
        JournalEntry._meta.db_table: "Journal of who did what",
    }
    sums: dict[str, int] = {}
    for table, size in bytes_by_table().items():
        is_search = table.startswith(("library_search", "library_indexed"))
        title = "Search" if is_search else titles.get(table, REST)
        sums[title] = sums.get(title, 0) + size
    return sorted((SpaceTaken(*one) for one in sums.items()), key=lambda one: -one.size)
