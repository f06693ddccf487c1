"""``python -m benchmarks.pages``: pages against an empty signed-in view, as ratios of medians.

Uses the demo story in a throw-away database, the real middleware, and one process.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client
from django.test.utils import override_settings

from benchmarks.ratios import medians
from umberpot.shelf.models import Material

ROUNDS = 60
DOSE = "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.6&unit=kg&water_pct=21.5&add=Quay+Blue:6.5"
PAGES = {
    "dose, as JSON": (DOSE, {"accept": "application/json"}),
    "dose, while typing": (DOSE, {"hx-request": "true"}),
    "dose, the whole page": (DOSE, {}),
    "absorption, while typing": (
        "/results/absorption/?dry=114.6&wet=118.3&unit=g&scale_step=0.1&method=boil_2h&limit_pct=1.5",
        {"hx-request": "true"},
    ),
    "series, while typing": (
        "/mix/series/?pcts=3,6,9&tile_dry_g=24&powder_g=9",
        {"hx-request": "true"},
    ),
    "grid of 3 x 3, while typing": (
        "/mix/grid/?x=Copper:0,0.8,1.6&y=Titania:0,1.5,3&cell_g=85&solids_pct=67",
        {"hx-request": "true"},
    ),
    "plan of 9 pours": ("/mix/plans/2/", {}),
    "bench": ("/", {}),
    "tiles": ("/tiles/", {}),
    "colour trials": ("/results/", {}),
    "clays": ("/results/clays/", {}),
    "a clay": ("/results/clays/{clay}/", {}),
    "trial read": ("/results/trials/1/", {}),
}


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "bench.sqlite3"
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(User.objects.get())
    calls = {"empty": lambda: client.get("/empty/")}
    clay = Material.objects.filter(kind="dug_clay", tests__isnull=False).first()
    for name, (address, headers) in PAGES.items():
        url = address.format(clay=clay.pk if clay else 0)
        calls[name] = lambda url=url, headers=headers: client.get(url, headers=headers)
    with override_settings(ROOT_URLCONF="benchmarks.urls"):
        for name, call in calls.items():
            if call().status_code != 200:
                raise SystemExit(f"{name} does not answer: nothing was measured.")
        found = medians(calls, ROUNDS)
    for name in PAGES:
        print(f"{name:28} {found[name] / found['empty']:6.2f} × an empty signed-in view")


if __name__ == "__main__":
    main()
