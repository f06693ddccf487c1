"""A class's name says which it is: in a traceback, a search, a sentence."""

import ast
from collections import defaultdict
from pathlib import Path

TOP = Path(__file__).parents[1]


def classes():
    for folder in ("claycore", "umberpot", "standins"):
        for file in (TOP / folder).rglob("*.py"):
            if "migrations" not in file.parts:
                for node in ast.parse(file.read_text()).body:
                    if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
                        yield node.name, file.relative_to(TOP)


def test_no_two_classes_share_a_name():
    by_name = defaultdict(list)
    for name, file in classes():
        by_name[name].append(str(file))
    commands = by_name.pop("Command")
    assert all("management" in file for file in commands)
    assert {name: files for name, files in by_name.items() if len(files) > 1} == {}
