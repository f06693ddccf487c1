"""``python -m benchmarks.search``: searching 100,000 tiles against 1,000, and what a write pays.

Each search is asked in turn of a small and a large studio in one data file, the page's own query
and all. The cost of a write is that of saving a material with the journal and the index, against
the same save without either.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

import uuid
from collections.abc import Callable

from auditlog.context import disable_auditlog
from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db.models.signals import post_save
from django.test import Client
from django.utils import timezone

from benchmarks.ratios import medians
from umberpot.library.search.index import _saved
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Membership, Role, Studio
from umberpot.tiles.models import Step, Tile, Trial

ROUNDS = 30
SIZES = {"small": 1_000, "large": 100_000}
TILES_A_TRIAL = 20
SEARCHES = {
    "a code": "t99{n}",
    "a word of every tile": "ferry",
    "a word of one trial in a hundred": "lighthouse",
    "one letter": "t",
    "two words": "ferry lighthouse",
    "nothing there": "nonesuch",
}


def a_studio(name: str, count: int) -> User:
    """A studio with so many tiles, each in a mix and a trial of twenty."""
    user = User.objects.create(username=name)
    studio = Studio.objects.create(name=name)
    Membership.objects.create(user=user, studio=studio, role=Role.OWNER)
    groups = count // TILES_A_TRIAL
    now = timezone.now()
    mine = {"studio": studio, "made_by": user}
    trials = Trial.objects.bulk_create(
        Trial(**mine, name=f"Trial {n}", ware=studio.ware, school=studio.school)
        for n in range(groups)
    )
    mixes = Mix.objects.bulk_create(
        Mix(
            **mine,
            name=f"{n % 9 + 1} % {'Lighthouse' if n % 100 == 0 else 'Example'} in Ferry white",
            state="dry",
            clay_g=80,
            dry_clay_g=80,
            sum_query="",
            clay_name="Ferry white",
            made_of={"clay_g": 80.0, "colourants_g": {"Example": 4.0}, "water_g": 0.0},
            request_key=uuid.uuid4(),
            finished_at=now,
        )
        for n in range(groups)
    )
    for group, (trial, mix) in enumerate(zip(trials, mixes, strict=True)):
        Tile.objects.bulk_create(
            Tile(
                **mine,
                trial=trial,
                mix=mix,
                code=f"T{group * TILES_A_TRIAL + n}",
                mark_length_mm=100,
                cone="6",
                step=Step.READ,
                request_key=uuid.uuid4(),
            )
            for n in range(TILES_A_TRIAL)
        )
    return user


def write_costs(client: Client, studio: Studio) -> dict[str, float]:
    """A row saved, and a page sent that saves one, as ratios to neither journal nor index."""
    material = Material.objects.create(studio=studio, kind="stain", name="Cost")

    def save() -> None:
        material.notes = str(uuid.uuid4())
        material.save()

    def send() -> None:
        sent = {"kind": "stain", "name": "Cost", "state": "dry", "notes": str(uuid.uuid4())}
        if client.post(f"/shelf/{material.pk}/", sent).status_code != 302:
            raise SystemExit("The page refuses what is sent: nothing was measured.")

    def bare(call: Callable[[], None]) -> None:
        post_save.disconnect(_saved, sender=Material)
        with disable_auditlog():
            call()
        post_save.connect(_saved, sender=Material)

    calls = {"row": save, "bare row": lambda: bare(save)}
    calls |= {"page": send, "bare page": lambda: bare(send)}
    found = medians(calls, 200)
    return {name: found[name] / found[f"bare {name}"] for name in ("row", "page")}


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "search.sqlite3"
    call_command("migrate", verbosity=0)
    clients = {}
    for name, count in SIZES.items():
        clients[name] = Client(headers={"host": "127.0.0.1"})
        clients[name].force_login(a_studio(name, count))
    calls = {}
    for words, typed in SEARCHES.items():
        for name, client in clients.items():
            asked = {"q": typed.format(n=SIZES[name] // 1000 - 1), "kind": ""}
            calls[name, words, "page"] = lambda client=client, asked=asked: client.get(
                "/go/", asked
            )
            calls[name, words, "typing"] = lambda client=client, asked=asked: client.get(
                "/go/", asked, headers={"HX-Request": "true"}
            )
    found = medians(calls, ROUNDS)
    for words in SEARCHES:
        for what in ("typing", "page"):
            ratio = found["large", words, what] / found["small", words, what]
            print(f"{words:34} {what:7} {ratio:5.2f} × the small studio's")
    for what, paid in write_costs(clients["small"], Studio.objects.first()).items():
        print(f"a {what} saved with journal and index: {paid:.2f} × without")


if __name__ == "__main__":
    main()
