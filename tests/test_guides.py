"""What the guides for whoever works on this say of the code is still so."""

import re
import tomllib
from pathlib import Path

import pytest

TOP = Path(__file__).parent.parent
ROOMS = re.findall(
    r"`((?:claycore|umberpot|tests)/[\w/]*(?:\.py|/))`(?:, `(\w+)`)?",
    (TOP / "CONTRIBUTING.md").read_text(),
)


def test_there_are_rooms():
    assert len(ROOMS) > 20


@pytest.mark.parametrize(("path", "name"), ROOMS)
def test_a_room_is_where_the_guide_says(path, name):
    assert (TOP / path).exists()
    if name:
        assert re.search(rf"^(class {name}\b|{name}\b.*=)", (TOP / path).read_text(), re.MULTILINE)


def test_the_changes_are_of_this_version():
    version = tomllib.loads((TOP / "pyproject.toml").read_text())["project"]["version"]
    versions = re.findall(r"^## (\S+)", (TOP / "CHANGELOG.md").read_text(), re.MULTILINE)
    assert versions[0] == version
