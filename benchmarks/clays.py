"""``python -m benchmarks.clays``: what clays say with many bars and among many clays, as ratios.

Uses made-up bars in a throw-away database, the real middleware, and one process.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

import uuid
from collections.abc import Sequence
from datetime import date, timedelta

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client

from benchmarks.ratios import medians
from claycore.testing.readings import Quantity
from umberpot.clays.figures import bring_up_to_date
from umberpot.firings.models import Firing
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import ClayTest, Loading, Reading, Step, Tile, Trial

ROUNDS = 30
MANY_CLAYS = 1000
CONES = ("04", "1", "6", "8", "10")
FILTER = "cone=6&total_most=12&absorption_most=1.5&order=absorption"


class Maker:
    """Makes clays whose bars went through the same firings, all of them read."""

    def __init__(self, studio: Studio, by: User) -> None:
        self.studio, self.by, self.made = studio, by, 0
        first = date(2026, 1, 5)
        self.firings = [
            Firing.objects.create(
                studio=studio, cone=cone, fired_on=first + timedelta(days=7 * n), made_by=by
            )
            for n, cone in enumerate(CONES)
        ]

    def clay(self, bars: int, firings: int) -> Material:
        """A clay with so many bars, each through the first so many of the firings."""
        self.made += 1
        name = f"Clay {self.made:04}"
        clay = Material.objects.create(studio=self.studio, kind="dug_clay", name=name)
        trial = Trial.objects.create(
            studio=self.studio, name=name, ware="stoneware", school="strict", made_by=self.by
        )
        ClayTest.objects.create(studio=self.studio, trial=trial, clay=clay, method="boil_soak")
        fired = self.firings[:firings]
        tiles = Tile.objects.bulk_create(
            Tile(
                studio=self.studio,
                trial=trial,
                clay=clay,
                role="bar",
                cone_plan=[firing.cone for firing in fired],
                cone=fired[-1].cone,
                code=f"{self.made}-{n}",
                mark_length_mm=100.0,
                step=Step.READ,
                request_key=uuid.uuid4(),
                made_by=self.by,
            )
            for n in range(bars)
        )
        Loading.objects.bulk_create(
            Loading(studio=self.studio, tile=tile, firing=firing)
            for tile in tiles
            for firing in fired
        )
        Reading.objects.bulk_create(
            reading for n, tile in enumerate(tiles) for reading in self._readings(tile, n, fired)
        )
        return clay

    def _readings(self, tile: Tile, n: int, fired: Sequence[Firing]) -> list[Reading]:
        apart = 0.1 * (n % 3)
        read = [
            self._reading(tile, None, Quantity.MASS_WET, 112.0),
            self._reading(tile, None, Quantity.LENGTH_DRY, 94.0 - apart),
            self._reading(tile, None, Quantity.MASS_DRY, 88.0),
        ]
        for place, firing in enumerate(fired):
            soaked = 90 - 2.4 * place + apart + 0.001 * self.made
            read += [
                self._reading(tile, firing, Quantity.LENGTH_FIRED, 92.0 - 1.2 * place - apart),
                self._reading(tile, firing, Quantity.MASS_FIRED, 80.0),
                self._reading(tile, firing, Quantity.MASS_SOAKED, soaked, "boil_soak"),
            ]
        return read

    def _reading(
        self, tile: Tile, firing: Firing | None, quantity: str, value: float, method: str = ""
    ) -> Reading:
        return Reading(
            studio=self.studio,
            tile=tile,
            firing=firing,
            quantity=quantity,
            value=value,
            step=0.1,
            method=method,
            made_by=self.by,
        )


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "bench-clays.sqlite3"
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    maker = Maker(Studio.objects.get(), User.objects.get())
    few = maker.clay(bars=3, firings=1)
    more = maker.clay(bars=3, firings=5)
    most = maker.clay(bars=60, firings=5)
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(User.objects.get())
    pages = {
        "a clay of 3 bars, one firing": f"/results/clays/{few.pk}/",
        "a clay of 3 bars x 5 firings": f"/results/clays/{more.pk}/",
        "a clay of 60 bars x 5 firings": f"/results/clays/{most.pk}/",
        "the entry grid of 3 bars": f"/tiles/tests/{few.tests.get().pk}/",
        "the entry grid of 60 bars": f"/tiles/tests/{most.tests.get().pk}/",
    }
    report(client, pages, ROUNDS)
    found = f"/results/clays/?{FILTER}"
    bring_up_to_date(maker.studio)
    before = measured(client, {"few": "/results/clays/", "few found": found}, ROUNDS)
    for _ in range(MANY_CLAYS):
        maker.clay(bars=3, firings=3)
    bring_up_to_date(maker.studio)
    after = measured(client, {"many": "/results/clays/", "many found": found}, ROUNDS)
    clays = Material.objects.clays().count()
    print(f"the list among {clays} clays: {after['many'] / before['few']:.2f} x among a dozen")
    print(f"found among {clays} clays: {after['many found'] / before['few found']:.2f} x")


def measured(client: Client, pages: dict[str, str], rounds: int) -> dict[str, float]:
    """Median seconds of each page, which must answer."""
    for name, url in pages.items():
        if client.get(url).status_code != 200:
            raise SystemExit(f"{name} does not answer: nothing was measured.")
    return medians({name: lambda url=url: client.get(url) for name, url in pages.items()}, rounds)


def report(client: Client, pages: dict[str, str], rounds: int) -> None:
    """Prints each page as a ratio to the first."""
    taken = measured(client, pages, rounds)
    first = next(iter(taken.values()))
    for name, seconds in taken.items():
        print(f"{name:32} {seconds / first:6.2f} x the first")


if __name__ == "__main__":
    main()
