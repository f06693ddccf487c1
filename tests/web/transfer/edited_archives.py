"""Archives with one value changed by hand, and the pages that have to answer afterwards."""

import copy
import hashlib
import io
import json
import random
import zipfile
from dataclasses import dataclass

from django.test import Client

from tests.web.whole_site import every_pattern
from umberpot.transfer.archive import contents

NUMBERS = (0, -1, 1, 7, 0.5, 1e-300, 1e12, 1e308, -1e308, 2**31, 2**63, 10**400)
TEXTS = ("", "x", "No such thing", "6", "12.5", "\x00", "<b>", "é" * 300, "9" * 40, "null")
TIMES = (
    *("0001-01-01T00:00:00+00:00", "9999-12-31T23:59:59+00:00", "2026-02-30", "2026-01-05"),
    *("2026-01-05T10:00:00+14:00", "1969-12-31T23:00:00+00:00"),
)
SHAPES = ({}, [], {"x": "y"}, {"x": 1}, [1], ["x"], [[]], [{}], {"": None}, [[1, 2, 3, 4, 5]])
ANYTHING = (*NUMBERS, *TEXTS, *TIMES, *SHAPES, None, True, False)
NEVER_MAIN = ("studio:sign-out", "studio:join", "bench:feed", "library:shared")


@dataclass(frozen=True)
class Edit:
    """One value of one row changed."""

    file: str
    line: int
    path: tuple[str | int, ...]
    value: object

    def __str__(self) -> str:
        return f"{self.file}, line {self.line + 1}, {self.path}: {self.value!r:.60}"


def _leaves(value, path=()):
    """Every place in a value of JSON that holds something, the value itself among them."""
    yield path
    inside = (
        value.items()
        if isinstance(value, dict)
        else enumerate(value)
        if isinstance(value, list)
        else ()
    )
    for key, one in inside:
        yield from _leaves(one, (*path, key))


def any_edit(rng: random.Random, files: dict[str, bytes]) -> Edit:
    """A row at random, a column of it, a place within that, and something else there."""
    named = sorted(n for n, data in files.items() if n.startswith(("data/", "studio")) and data)
    name = rng.choice(named)
    lines = files[name].splitlines()
    line = rng.randrange(len(lines))
    row = json.loads(lines[line])
    column = rng.choice(sorted(row.keys() - {"id"}))
    path = (column, *rng.choice(list(_leaves(row[column]))))
    stood = row[column]
    for key in path[1:]:
        stood = stood[key]
    alike = NUMBERS if isinstance(stood, int | float) else TEXTS if isinstance(stood, str) else ()
    # Mostly what looks right at first: the rest is refused for its kind alone.
    return Edit(name, line, path, rng.choice(alike if alike and rng.random() < 0.7 else ANYTHING))


def edited(files: dict[str, bytes], edit: Edit) -> bytes:
    """The archive with that value changed, and the manifest true to it."""
    lines = files[edit.file].splitlines(keepends=True)
    row = json.loads(lines[edit.line])
    place = row
    for key in edit.path[:-1]:
        place = place[key]
    place[edit.path[-1]] = copy.deepcopy(edit.value)
    lines[edit.line] = json.dumps(row).encode() + b"\n"
    changed = {**files, edit.file: b"".join(lines)}
    manifest = json.loads(changed.pop(contents.MANIFEST))
    manifest["sha256"] = {name: hashlib.sha256(data).hexdigest() for name, data in changed.items()}
    file = io.BytesIO()
    with zipfile.ZipFile(file, "w") as archive:
        archive.writestr(contents.MANIFEST, json.dumps(manifest))
        for name, data in changed.items():
            archive.writestr(name, data)
    return file.getvalue()


def main_addresses() -> list[str]:
    """The addresses of pages that need no key."""
    return [
        f"/{route}"
        for name, route in every_pattern()
        if "<" not in route and name not in NEVER_MAIN
    ]


def addresses_of(studio) -> list[str]:
    """The pages of the things that a studio has, some of each kind."""
    return [
        row.get_absolute_url()
        for model in contents.archived().values()
        if hasattr(model, "get_absolute_url")
        for row in model._base_manager.filter(studio=studio)[:3]
    ]


def failing(client: Client, addresses: list[str]) -> list[str]:
    """Which of the addresses do not answer."""
    client.raise_request_exception = False
    found = []
    for address in addresses:
        answer = client.get(address)
        if answer.status_code >= 500:
            found.append(address)
            continue
        if answer.streaming:
            b"".join(answer.streaming_content)
    return found
