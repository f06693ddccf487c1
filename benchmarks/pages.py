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

ROUNDS = 300
DOSE = "/mix/dose/?clay=Ferry+white&state=plastic&mass=2.4&unit=kg&water_pct=21.5&add=Quay+Blue:8"
PAGES = {
    "dose, as JSON": (DOSE, {"accept": "application/json"}),
    "dose, while typing": (DOSE, {"hx-request": "true"}),
    "dose, the whole page": (DOSE, {}),
    "absorption, while typing": (
        "/results/absorption/?dry=229&wet=236&unit=g&scale_step=1&method=boil_2h&limit_pct=1.5",
        {"hx-request": "true"},
    ),
    "series, while typing": (
        "/mix/series/?pcts=5,10,15&tile_dry_g=25&powder_g=12",
        {"hx-request": "true"},
    ),
    "grid of 3 x 3, while typing": (
        "/mix/grid/?x=Iron:0,2,4&y=Rutile:0,2,4&cell_g=100&solids_pct=70",
        {"hx-request": "true"},
    ),
    "plan of 9 pours": ("/mix/plans/2/", {}),
    "bench": ("/", {}),
    "trial read": ("/results/trials/1/", {}),
}


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "bench.sqlite3"
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(User.objects.get())
    calls = {"empty": lambda: client.get("/empty/")}
    for name, (url, headers) in PAGES.items():
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
