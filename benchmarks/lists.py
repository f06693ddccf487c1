"""``python -m benchmarks.lists [TILES]``: every list with 100,000 tiles against the demo's.

Processor times are medians in one run, each list in turn with its large twin; sizes are of the page
sent.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

import sys
import time
import uuid

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client
from django.utils import timezone

from benchmarks.ratios import medians
from umberpot.firings.models import Firing
from umberpot.library.housekeeping.services import learn_sizes
from umberpot.library.search.index import rebuild
from umberpot.mixing.models import Mix
from umberpot.studio.models import Membership, Role, Studio
from umberpot.tiles.models import ColourReading, Loading, Reading, Step, Tile, Trial

ROUNDS = 7
TILES = int(sys.argv[1]) if sys.argv[1:] else 100_000
TILES_A_TRIAL = 10
LISTS = (
    *("/", "/shelf/", "/mix/", "/tiles/", "/kiln/", "/results/", "/results/clays/"),
    *("/results/find/", "/results/predict/", "/results/wall/", "/results/ware/batches/"),
    *("/surface/", "/kiln/firings/", "/library/", "/tiles/?q=T1"),
    *("/library/beside/", "/library/beside/repeats/"),
    *("/tiles/?step=dry", "/tiles/?cone=6&colourant=Quay+Blue", "/go/?q=t", "/go/?q=e"),
)
READINGS = "/results/readings.csv"
STEPS = [Step.READ] * 14 + [Step.MAKE, Step.DRY, Step.FIRE, Step.MEASURE, Step.SOAK, Step.COLOUR]
"""Of twenty tiles fourteen are done with, and one is at each step before that."""


def large_studio(like: Studio) -> User:
    """A studio with the demo's shelf and so many tiles, each in a mix and a trial.

    Rows are written past the journal, which would take longer than all that is measured.
    """
    user = User.objects.create(username="large")
    studio = Studio.objects.create(name="Large")
    Membership.objects.create(user=user, studio=studio, role=Role.OWNER)
    example = Mix.objects.of(like).exclude(finished_at=None).first()
    now = timezone.now()
    mixes = Mix._base_manager.bulk_create(
        Mix(
            studio=studio,
            name=f"{number % 12 + 1} % Example {number}",
            state=example.state,
            clay_g=example.clay_g,
            dry_clay_g=example.dry_clay_g,
            sum_query="",
            request_key=uuid.uuid4(),
            finished_at=None if number % 20 == 0 else now,
            made_of=example.made_of,
            wanted_pcts=example.wanted_pcts,
            made_by=user,
        )
        for number in range(TILES // TILES_A_TRIAL)
    )
    trials = Trial._base_manager.bulk_create(
        Trial(
            studio=studio,
            name=f"Trial {number}",
            ware=studio.ware,
            school=studio.school,
            made_by=user,
        )
        for number in range(TILES // TILES_A_TRIAL)
    )
    tiles = Tile._base_manager.bulk_create(
        (
            Tile(
                studio=studio,
                trial=trials[number // TILES_A_TRIAL],
                mix=mixes[number // TILES_A_TRIAL],
                code=f"T{number}",
                inscription=[f"T{number}"],
                mark_length_mm=100,
                cone=("04", "6", "8")[number % 3],
                shaped_at=now,
                step=STEPS[number % len(STEPS)],
                request_key=uuid.uuid4(),
                made_by=user,
            )
            for number in range(TILES)
        ),
        batch_size=500,
    )
    _read(tiles, studio, user)
    rebuild()
    learn_sizes()
    return user


def _read(tiles: list[Tile], studio: Studio, user: User) -> None:
    """Dry and fired lengths and masses, and colours, as far as each tile has come."""
    firings = Firing._base_manager.bulk_create(
        Firing(studio=studio, cone="6", fired_on=timezone.localdate(), made_by=user)
        for _ in range(TILES // 100)
    )
    fired = [tile for tile in tiles if tile.step not in (Step.MAKE, Step.DRY, Step.FIRE)]
    into = {tile: firings[place // 100] for place, tile in enumerate(fired)}
    Loading._base_manager.bulk_create(
        (Loading(studio=studio, firing=firing, tile=tile) for tile, firing in into.items()),
        batch_size=500,
    )
    figures = [
        (tile, firing, quantity, value)
        for tile, firing in into.items()
        for quantity, value, firing in (
            ("length_dry", 94.0, None),
            ("mass_dry", 83.4, None),
            ("length_fired", 88.5, firing),
            ("mass_fired", 79.1, firing),
        )
    ]
    Reading._base_manager.bulk_create(
        (
            Reading(
                studio=studio,
                tile=tile,
                firing=firing,
                quantity=quantity,
                value=value,
                step=0.1,
                made_by=user,
            )
            for tile, firing, quantity, value in figures
        ),
        batch_size=500,
    )
    ColourReading._base_manager.bulk_create(
        (
            ColourReading(
                studio=studio,
                tile=tile,
                firing=firing,
                lightness=30 + place % 60,
                a=place % 41 - 20,
                b=place % 37 - 18,
                typed="read",
                made_by=user,
            )
            for place, (tile, firing) in enumerate(into.items())
            if tile.step == Step.READ
        ),
        batch_size=500,
    )


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "lists.sqlite3"
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    demo = User.objects.get()
    clients = {
        "demo": Client(headers={"host": "127.0.0.1"}),
        "large": Client(headers={"host": "127.0.0.1"}),
    }
    clients["demo"].force_login(demo)
    clients["large"].force_login(large_studio(demo.membership.studio))
    calls, sizes = {}, {}
    for url in LISTS:
        for name, client in clients.items():
            answer = client.get(url)
            if answer.status_code != 200:
                raise SystemExit(f"{url} does not answer: nothing was measured.")
            sizes[name, url] = len(answer.content)
            calls[name, url] = lambda client=client, url=url: client.get(url)
    found = medians(calls, ROUNDS)
    for url in LISTS:
        ratio = found["large", url] / found["demo", url]
        print(f"{url:34} {ratio:5.2f} × the demo's, {sizes['large', url] / 1000:4.0f} kB")
    of_readings = {name: _readings_of(client) for name, client in clients.items()}
    ratio = of_readings["large"] / of_readings["demo"]
    print(f"{READINGS:34} {ratio:5.2f} × the demo's for the same bytes")


def _readings_of(client: Client) -> float:
    """Processor time of all readings as one file, seconds a byte."""
    started = time.process_time()
    size = sum(map(len, client.get(READINGS).streaming_content))
    return (time.process_time() - started) / size


if __name__ == "__main__":
    main()
