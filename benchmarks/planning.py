"""``python -m benchmarks.planning``: series, grids and campaigns against a dose, all as JSON, as
ratios.

The real URLs and middleware, signed out, in one process; and the pour plan's core alone.
"""

import os
from urllib.parse import urlencode

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

from django.test import Client

from benchmarks.ratios import medians
from claycore.mixing.pour_plan import Axis, PourGrid, plan

ROUNDS = 200
DOSE = "/mix/dose/?state=plastic&mass=3.1&unit=kg&water_pct=20.5&add=Quay+Blue:5.5"
STRENGTHS = (1, 2, 3, 5, 7.5, 10, 12.5, 15)
SIDES = (3, 6, 9, 12)


def series_of(count: int) -> str:
    pcts = ",".join(map(str, STRENGTHS[:count]))
    return f"/mix/series/?{urlencode({'pcts': pcts, 'tile_dry_g': 25, 'powder_g': 40})}"


def grid_of(side: int) -> str:
    pcts = ",".join(str(step / 2) for step in range(side))
    query = {"x": f"copper:{pcts}", "y": f"titania:{pcts}", "cell_g": 90, "solids_pct": 62}
    return f"/mix/grid/?{urlencode(query)}"


def campaign_of(colourants: int, strengths: int) -> str:
    bags = [("stain", f"Stain {number}:{10 + number % 5}") for number in range(colourants)]
    later = ",".join(str(pct) for pct in (3, 5, 11)[: strengths - 1])
    query = [*bags, ("first_pct", 7), ("then_pcts", later), ("tile_dry_g", 22), ("controls", 1)]
    return f"/mix/campaign/?{urlencode(query)}"


def main() -> None:
    client = Client(headers={"host": "127.0.0.1", "accept": "application/json"})
    urls = {"dose": DOSE}
    urls |= {f"series of {count}": series_of(count) for count in (1, 3, 5, 8)}
    urls |= {
        f"campaign of {many} x {each}": campaign_of(many, each) for many, each in ((6, 3), (40, 4))
    }
    urls |= {f"grid of {side} x {side}": grid_of(side) for side in SIDES}
    for name, url in urls.items():
        if client.get(url).status_code != 200:
            raise SystemExit(f"{name} does not answer: nothing was measured.")
    calls = {name: lambda url=url: client.get(url) for name, url in urls.items()}
    pcts = tuple(step / 2 for step in range(SIDES[-1]))
    largest = PourGrid(Axis("copper", pcts), Axis("titania", pcts), 90, 62)
    calls["core of 12 x 12 alone"] = lambda: plan(largest)
    found = medians(calls, ROUNDS)
    for name, seconds in found.items():
        print(f"{name:26} {seconds / found['dose']:6.2f} × the dose")


if __name__ == "__main__":
    main()
