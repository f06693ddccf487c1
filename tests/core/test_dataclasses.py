"""Values of the core stay what they were made as: nothing changes one that somebody else holds."""

import dataclasses
import importlib
import inspect
import pkgutil

import claycore

WORK_IN_PROGRESS = {
    "claycore.firing.loading.by_rules._Board",
    "claycore.firing.loading.filling.Filler",
    "claycore.firing.logs.Cleaner",
}
"""What holds a calculation while it runs, and is not given out."""


def dataclasses_of_the_core():
    for found in pkgutil.walk_packages(claycore.__path__, "claycore."):
        module = importlib.import_module(found.name)
        for name, one in inspect.getmembers(module, dataclasses.is_dataclass):
            if one.__module__ == found.name:
                yield f"{found.name}.{name}", one


def test_values_are_frozen():
    mutable = {n for n, one in dataclasses_of_the_core() if not one.__dataclass_params__.frozen}
    assert mutable == WORK_IN_PROGRESS
