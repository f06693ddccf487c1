"""Nonsense at every address: whatever is sent, no page breaks. Bounded in number, fixed in seed."""

import random
from urllib.parse import urlencode

import pytest
from django import forms
from django.test import Client

from tests.factories import MaterialFactory
from tests.pages import words_of
from tests.thoroughness import seeds
from tests.web.whole_site import every_url
from umberpot.shelf.models import BlendPart

NUMBERS = "0 -1 1 5 80 2,5 1e-300 1e300 -0 nan inf 0x1f 5,10,15 A:2,4 Blue:5 a:b:c:5 : ::::"
CODES = "abc dry plastic slip g kg mm 6 022 05.5 99 boil_soak yes on"
NASTY = [
    *NUMBERS.split(),
    *CODES.split(),
    *("", " ", "\u0661\u0662", "5 10", "2,5; 5", "\x00", "\ud800", "\u202e", "é"),
    *("9" * 400, "x" * 5000, "<script>", "=1+1", "../../etc", "{{ 7*7 }}", "%s%n"),
]
HEADERS = [
    {},
    {"referer": "http://[::1"},
    {"referer": "http://[bad"},
    {"accept": "application/json"},
    {"accept": ";;q=x"},
    {"hx-request": "true"},
    {"hx-request": "true", "hx-current-url": "http://[::1"},
    {"accept-language": "*" * 200},
    {"user-agent": ""},
    {"if-modified-since": "yesterday"},
]
KINDS = ["application/x-www-form-urlencoded", "application/json"]
REQUESTS_AN_ADDRESS = 8


def every_field():
    """The names of all fields of all forms."""
    waiting = [forms.BaseForm]
    names = {"add_name", "add_pct", "part", "action", "sum", "request_key"}
    while waiting:
        form = waiting.pop()
        names |= set(getattr(form, "base_fields", {}))
        waiting += form.__subclasses__()
    return sorted(names)


def nonsense(rng):
    names = rng.sample(every_field(), 14)
    pairs = [(name, rng.choice(NASTY)) for name in names for _ in range(rng.choice((1, 1, 2)))]
    return urlencode([(name, value.encode("utf-8", "surrogatepass")) for name, value in pairs])


def ask(client, rng, address):
    """One request of any kind; the answer's status."""
    data, headers = nonsense(rng), rng.choice(HEADERS)
    if rng.random() < 0.5:
        return client.get(f"{address}?{data}", headers=headers).status_code
    return client.post(address, data, content_type=rng.choice(KINDS), headers=headers).status_code


@pytest.mark.parametrize("seed", seeds(6))
def test_no_address_breaks(world, signed_in, seed):
    signed_in.raise_request_exception = False
    stranger = Client(raise_request_exception=False)
    rng = random.Random(seed)
    broken = []
    for name, address in every_url(world):
        if name == "studio:sign-out":
            continue
        for number in range(REQUESTS_AN_ADDRESS):
            client = stranger if number % 3 == 0 else signed_in
            if ask(client, rng, address) == 500:
                broken.append((address, number))
    assert broken == []


@pytest.mark.parametrize(
    "address",
    [
        "/mix/grid/?state=dry&x=A:2,4&cell_g=100&solids_pct=abc",
        "/mix/series/?pcts=1e-300,5&tile_dry_g=25",
        "/mix/dose/?state=dry&mass=1e-300&unit=g&add=Blue:5",
    ],
)
def test_what_broke_once_is_refused_or_answered(client, address):
    assert client.get(address).status_code in (200, 400)


@pytest.mark.parametrize("referer", ["http://[::1", "http://[bad", "//", "\x00"])
def test_a_malformed_referer_leads_to_the_sign_in(client, referer):
    answer = client.post("/mix/make/", {"x": 1}, headers={"referer": referer})
    assert answer.status_code == 302


def test_a_line_of_blends_with_next_to_nothing_is_refused(signed_in, clay, studio):
    other = MaterialFactory(studio=studio, kind="clay_body", name="Other")
    order = {"other": other.pk, "steps": "1e-300", "dry_g": "400"}
    refused = signed_in.post(f"/results/clays/{clay.pk}/line/", order, follow=True)
    assert "too small" in words_of(refused)
    assert not BlendPart.objects.exists()
