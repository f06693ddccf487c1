"""Runs each attack, or those named, on a copy of the demo of its own."""

import argparse
import sys
import tempfile
from pathlib import Path

from benchmarks.withstand import full_disk, kills, large_import, large_pictures, slow_clients
from tests import data_files

ATTACKS = {
    "slow clients": slow_clients.rows,
    "full disk": full_disk.rows,
    "kills": kills.rows,
    "large pictures": large_pictures.rows,
    "large import": large_import.rows,
}


def main() -> None:
    parser = argparse.ArgumentParser(prog="benchmarks.withstand")
    parser.add_argument("attacks", nargs="*", help=f"some of: {', '.join(ATTACKS)}")
    named = parser.parse_args().attacks or list(ATTACKS)
    if unknown := set(named) - set(ATTACKS):
        parser.error(f"there is no attack named {', '.join(unknown)}")
    with tempfile.TemporaryDirectory() as top:
        holds = True
        for name in named:
            folder = Path(top) / name.replace(" ", "-")
            data_files.copy_folder(data_files.demo(Path(top)), folder)
            print(name.capitalize(), flush=True)
            for row in ATTACKS[name](folder):
                print(row, flush=True)
                holds = holds and row.holds
    sys.exit(0 if holds else 1)


if __name__ == "__main__":
    main()
