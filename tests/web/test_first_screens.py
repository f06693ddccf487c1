"""The first screen of each place asks little of the database, with a demo's worth of work in it."""

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.urls import reverse

from umberpot.demo.story import USERNAME
from umberpot.places import PLACES
from umberpot.shelf.models import Material

MOST_QUERIES = 21
"""One a question, and the three that say who asks. The bench asks most: 18 questions."""

DOSE = "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.6&unit=kg&water_pct=21.5&add=Quay+Blue:6.5"


@pytest.fixture
def asked(demo_studio):
    """How many queries an address takes once what is kept for lists is kept."""
    client = Client()
    client.force_login(User.objects.get(username=USERNAME))

    def count(address, **headers):
        assert client.get(address, headers=headers).status_code == 200
        with CaptureQueriesContext(connection) as captured:
            client.get(address, headers=headers)
        return len(captured)

    return count


def test_no_first_screen_asks_much(asked, demo_studio):
    tested = Material.objects.of(demo_studio).filter(tests__isnull=False).distinct()
    addresses = [
        *(reverse(name) for _, name, _ in PLACES),
        *("/results/", "/results/wall/", "/results/find/", "/results/ware/batches/"),
        *(reverse("results:clay", args=[clay.pk]) for clay in tested),
    ]
    counts = {address: asked(address) for address in addresses}
    assert {address: n for address, n in counts.items() if n > MOST_QUERIES} == {}


def test_a_sum_asks_for_the_shelf_once(asked):
    """Three say who asks; one is for the materials, one for what there is of them."""
    assert asked(DOSE) == 5
    assert asked(DOSE, hx_request="true") == 5
