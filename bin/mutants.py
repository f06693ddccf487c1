"""Changes one thing in the core at a time, and prints which changes its own tests do not notice.

A bounded random sample, drawn from a printed seed; each mutant runs its package's tests and those
that walk the whole core, in a copy, so the checkout is never touched. Nothing is asserted: the
survivors are read by a person.
Runs with the packages of ``requirements/mutants.txt``; the tests run with those of ``develop.txt``.
"""

import argparse
import difflib
import os
import random
import secrets
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from enum import StrEnum
from itertools import islice
from pathlib import Path
from queue import SimpleQueue

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator

TOP = Path(__file__).resolve().parent.parent
COPIED = ["claycore", "standins", "tests", "umberpot", "pyproject.toml"]
PYTEST = [str(TOP / ".venv" / "bin" / "pytest"), "-x", "-q", "-p", "no:cacheprovider"]
LEAST_LIMIT_S = 240
# One change of each sort. The tool knows some 180, eleven to every plus sign, and most of those
# would only say again that arithmetic is tested at all.
OPERATORS = [
    "ReplaceBinaryOperator_Add_Sub",
    "ReplaceBinaryOperator_Sub_Add",
    "ReplaceBinaryOperator_Mul_Div",
    "ReplaceBinaryOperator_Div_Mul",
    "ReplaceBinaryOperator_Pow_Mul",
    "ReplaceBinaryOperator_FloorDiv_Div",
    "ReplaceComparisonOperator_Lt_LtE",
    "ReplaceComparisonOperator_LtE_Lt",
    "ReplaceComparisonOperator_Gt_GtE",
    "ReplaceComparisonOperator_GtE_Gt",
    "ReplaceComparisonOperator_Eq_NotEq",
    "ReplaceComparisonOperator_NotEq_Eq",
    "ReplaceComparisonOperator_Is_IsNot",
    "ReplaceComparisonOperator_IsNot_Is",
    "ReplaceUnaryOperator_USub_UAdd",
    "ReplaceUnaryOperator_Delete_Not",
    "ReplaceAndWithOr",
    "ReplaceOrWithAnd",
    "ReplaceTrueWithFalse",
    "ReplaceFalseWithTrue",
    "AddNot",
    "NumberReplacer",
    "ReplaceBreakWithContinue",
    "ZeroIterationForLoop",
]


class Fate(StrEnum):
    """What the package's tests said of a mutant."""

    KILLED = "killed"
    TIMED_OUT = "timed out"
    SURVIVED = "survived"


@dataclass(frozen=True)
class Mutant:
    """The nth place in a file where an operator can change something."""

    module: Path
    operator: str
    occurrence: int

    @property
    def package(self) -> str:
        return self.module.parts[1]

    def source(self, folder: Path) -> tuple[str, str]:
        """The file's text as it is in a copy, and as the mutant."""
        before = (folder / self.module).read_text()
        return before, mutate_code(before, get_operator(f"core/{self.operator}")(), self.occurrence)

    def is_code(self) -> bool:
        """Whether the mutant can be read at all: what cannot is noticed by any test."""
        try:
            compile(self.source(TOP)[1], self.module, "exec")
        except SyntaxError:
            return False
        return True

    def change(self, folder: Path) -> str:
        """The changed lines, as ``file:line  - before  + after``."""
        before, after = (text.splitlines() for text in self.source(folder))
        _, _, where, *lines = difflib.unified_diff(before, after, n=0, lineterm="")
        line = where.split()[1].removeprefix("-")
        changed = "  ".join(f"{text[0]} {text[1:].strip()}" for text in lines)
        return f"{self.module}:{line}  {changed}"


def mutants_of(module: Path) -> Iterator[Mutant]:
    """Every mutant of a file of the core, its path from the top of the checkout."""
    tree = get_ast((TOP / module).read_text())
    for name in OPERATORS:
        operator = get_operator(f"core/{name}")()
        places = sum(len(list(operator.mutation_positions(node))) for node in ast_nodes(tree))
        for occurrence in range(places):
            yield Mutant(module, name, occurrence)


def tested_packages() -> list[str]:
    """The core's packages that have a folder of tests."""
    return sorted(path.parent.name for path in (TOP / "claycore").glob("*/__init__.py"))


def sample(packages: list[str], number: int, seed: int) -> tuple[list[Mutant], int]:
    """The mutants drawn, and how many there are to draw from."""
    folders = [TOP / "claycore" / name for name in packages]
    modules = [path.relative_to(TOP) for folder in folders for path in sorted(folder.rglob("*.py"))]
    every = [mutant for module in modules for mutant in mutants_of(module)]
    random.Random(seed).shuffle(every)  # noqa: S311  (not a secret)
    return list(islice(filter(Mutant.is_code, every), number)), len(every)


def copy_of_checkout(folder: Path) -> Path:
    """What the core's tests need, copied into a folder of its own."""
    folder.mkdir()
    for name in COPIED:
        copy = shutil.copytree if (TOP / name).is_dir() else shutil.copy
        copy(TOP / name, folder / name)
    return folder


def tests_of(module: Path, folder: Path) -> list[str]:
    """The tests that notice a change of a module soonest: those of its name, of what it is in."""
    mirrored = Path("tests/core", *module.parts[1:])
    nearest = [mirrored.with_name(f"test_{mirrored.name}"), *mirrored.parents]
    inner = nearest[: nearest.index(Path("tests/core"))]
    return [str(path) for path in inner if (folder / path).exists()]


def passes(folder: Path, tests: list[str], limit_s: float | None = None) -> bool:
    """Whether some tests pass in a copy, and those that walk the whole core after them.

    Raises subprocess.TimeoutExpired when they have not ended in ``limit_s`` seconds.
    """
    walks = [str(path.relative_to(folder)) for path in folder.glob("tests/core/test_*.py")]
    ended = subprocess.run(  # noqa: S603  (our own Python, our own tests)
        [*PYTEST, *tests, *walks],
        cwd=folder,
        env=os.environ | {"PYTHONDONTWRITEBYTECODE": "1"},
        capture_output=True,
        timeout=limit_s,
        check=False,
    )
    return ended.returncode == 0


def fate_of(mutant: Mutant, folder: Path, limit_s: float) -> Fate:
    """Runs the tests of its package against a mutant; the copy is as it was afterwards."""
    before, after = mutant.source(folder)
    changed = folder / mutant.module
    tests = tests_of(mutant.module, folder)
    try:
        changed.write_text(after)
        return Fate.SURVIVED if passes(folder, tests, limit_s) else Fate.KILLED
    except subprocess.TimeoutExpired:
        return Fate.TIMED_OUT
    finally:
        changed.write_text(before)


def fates(drawn: list[Mutant], scratch: Path, workers: int) -> Iterator[tuple[str, Fate]]:
    """Each mutant's change with its fate, in the order drawn; one copy of the checkout a worker."""
    copies = [copy_of_checkout(scratch / str(number)) for number in range(workers)]
    # Tests that fail of themselves would notice every mutant, and so would a limit that a slow
    # machine meets without one.
    began = time.monotonic()
    if not passes(copies[0], sorted({f"tests/core/{mutant.package}" for mutant in drawn})):
        raise SystemExit("The tests do not pass as it stands; no mutant was tried.")
    limit_s = max(LEAST_LIMIT_S, 2 * (time.monotonic() - began))
    free: SimpleQueue[Path] = SimpleQueue()
    for folder in copies:
        free.put(folder)

    def in_a_free_copy(mutant: Mutant) -> tuple[str, Fate]:
        folder = free.get()
        try:
            return mutant.change(folder), fate_of(mutant, folder, limit_s)
        finally:
            free.put(folder)

    with ThreadPoolExecutor(workers) as pool:
        yield from pool.map(in_a_free_copy, drawn)


def asked_of(packages: list[str]) -> argparse.Namespace:
    """The command line: packages, number, seed, workers."""
    reader = argparse.ArgumentParser("bin/mutants", description=__doc__)
    reader.add_argument("packages", nargs="*", metavar="package", help=f"of {', '.join(packages)}")
    reader.add_argument("--number", type=int, default=100, help="mutants to draw (100)")
    reader.add_argument("--seed", type=int, help="draws the same mutants again")
    reader.add_argument("--workers", type=int, default=2, help="copies at work at once (2)")
    asked = reader.parse_args()
    if unknown := set(asked.packages) - set(packages):
        reader.error(f"no package of the core: {', '.join(sorted(unknown))}")
    if asked.seed is None:
        asked.seed = secrets.randbelow(10_000)
    return asked


def main() -> None:
    """Draws, runs and prints."""
    packages = tested_packages()
    asked = asked_of(packages)
    drawn, every = sample(asked.packages or packages, asked.number, asked.seed)
    sys.stdout.write(f"{len(drawn)} of {every} mutants, seed {asked.seed}.\n")
    survivors = []
    with tempfile.TemporaryDirectory() as scratch:
        for change, fate in fates(drawn, Path(scratch), asked.workers):
            sys.stdout.write(f"{fate:9}  {change}\n")
            sys.stdout.flush()
            if fate is Fate.SURVIVED:
                survivors.append(change)
    noticed = len(drawn) - len(survivors)
    sys.stdout.write(f"\n{noticed} of {len(drawn)} noticed. Not noticed:\n")
    sys.stdout.writelines(f"  {change}\n" for change in survivors)


if __name__ == "__main__":
    main()
