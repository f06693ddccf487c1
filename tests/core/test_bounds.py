"""Every bound of the core is what its sentence says: the numbers, and whether they are allowed."""

import importlib
import pkgutil
import re

import pytest

import claycore
from claycore.measure.bounds import SMALLEST, Bound

MODULES = [
    importlib.import_module(m.name) for m in pkgutil.walk_packages(claycore.__path__, "claycore.")
]
BOUNDS = {
    f"{module.__name__}.{name}": value
    for module in MODULES
    for name, value in vars(module).items()
    if isinstance(value, Bound)
}
# Another rule ends these; their upper end only keeps the sums from overflowing.
UNSAID_HIGH = ("SAG", "SPECIFIC_GRAVITY")


def numbers_in(sentence: str) -> set[float]:
    plain = sentence.replace("−", "-").replace(" ", " ")
    found = re.findall(r"-?\d{1,3}(?: \d{3})+|-?\d+(?:\.\d+)?", plain)
    return {float(number.replace(" ", "")) for number in found}


@pytest.mark.parametrize("name", BOUNDS)
def test_a_bound_says_its_own_numbers(name):
    bound = BOUNDS[name]
    low = 0 if bound.low == SMALLEST else bound.low
    assert low in numbers_in(bound.sentence)
    if not name.endswith(UNSAID_HIGH):
        assert bound.high in numbers_in(bound.sentence)


@pytest.mark.parametrize("name", BOUNDS)
def test_a_bound_allows_the_ends_that_it_says(name):
    """*From … to* takes both ends, *more than* and *less than* leave theirs out."""
    bound = BOUNDS[name]
    if " more than " in bound.sentence:
        assert not bound.holds(0 if bound.low == SMALLEST else bound.low)
    if " or more" in bound.sentence or re.search(r"(from|Enter) [−\d]", bound.sentence):
        assert bound.holds(bound.low)
    if " less than " in bound.sentence:
        assert not bound.holds(bound.high) or name.endswith(UNSAID_HIGH)
    if " at most " in bound.sentence or re.search(r" to \d", bound.sentence):
        assert bound.holds(bound.high)
    if " between " in bound.sentence:
        assert not bound.holds(bound.high)


def test_nothing_lies_beyond_an_end():
    assert BOUNDS["claycore.measure.bounds.SHARE"].holds(100)
    assert not BOUNDS["claycore.measure.bounds.SHARE"].holds(100.001)
    assert not BOUNDS["claycore.measure.bounds.SHARE"].holds(-0.001)
    assert not BOUNDS["claycore.measure.bounds.SHARE"].holds(float("nan"))
