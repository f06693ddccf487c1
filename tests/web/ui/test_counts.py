"""Every page reads well with nothing, one and many of a thing, and with values missing."""

import re

from django.urls import reverse

from tests.pages import words_of
from tests.web.whole_site import every_url
from umberpot.demo.story import USERNAME
from umberpot.firings.models import Firing
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import FieldSheet, Material
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import ClayTest, Tile, Trial

THINGS = "tile|bar|mix|firing|timer|weighing|reading|row|pot|trial|piece|cell|day"
ONE_OF_MANY = re.compile(rf"(?<![\d.,:–])(?<!cone )\b1 (?:(?:{THINGS})s|mixes)\b")
MANY_OF_ONE = re.compile(rf"(?<![\d.,:–])(?<!cone )\b(?:0|[2-9]|[1-9]\d+) (?:{THINGS})\b")
BROKEN = re.compile(
    r"\bNone\b|\bnan\b|{{|{%|\(\)|<[A-Z]\w+:| ,| \.(?=\s|$)|\.\.(?!\.)|\bTrue\b|\bFalse\b"
)


def read(client, addresses):
    """(address, words) of every page among these; a name and its value are no sentence."""
    for address in addresses:
        got = client.get(address)
        if got.status_code == 200 and got["Content-Type"].startswith("text/html"):
            got.content = got.content.replace(b"</dd>", b";</dd>")
            yield address, words_of(got)


def pages(client, arguments):
    """Every page of the site that answers with one."""
    return read(client, [address for _, address in every_url(arguments)])


def troubles(words):
    return [
        words[max(0, hit.start() - 30) : hit.end() + 30]
        for pattern in (ONE_OF_MANY, MANY_OF_ONE, BROKEN)
        for hit in pattern.finditer(words)
    ]


def assert_reads_well(walked, at_least):
    walked = list(walked)
    assert len(walked) > at_least
    assert {address: found for address, words in walked if (found := troubles(words))} == {}


def test_with_nothing(signed_in, studio):
    assert_reads_well(pages(signed_in, {}), 25)


def test_with_one_of_everything(signed_in, world):
    assert_reads_well(pages(signed_in, world), 50)


def every_one_of_the_demo():
    """(name of a page, its keys) for every row of the demo that has pages of its own."""
    yield from (("mixing:mix", mix.pk) for mix in Mix.objects.all())
    for trial in Trial.objects.filter(test=None):
        yield from (("tiles:trial", trial.pk), ("results:trial", trial.pk))
    for test in ClayTest.objects.all():
        yield from (("clays:test", test.pk), ("results:clay", test.clay_id))
    for tile in Tile.objects.all()[::5]:
        yield from (("tiles:record", tile.code), ("results:tile", tile.code))
    yield from (("tiles:plan", plan.pk) for plan in Plan.objects.exclude(kind="line"))
    for material in Material.objects.all():
        yield ("mixing:leftover" if material.is_coloured else "shelf:material"), material.pk
    yield from (("shelf:field-sheet", sheet.material_id) for sheet in FieldSheet.objects.all())
    for about, rows in (
        ("clay", Material.objects.filter(tests__isnull=False)),
        ("trial", Trial.objects.filter(test=None)[::5]),
        ("firing", Firing.objects.all()[::5]),
        ("factor-trial", FactorTrial.objects.all()),
    ):
        yield from (("library:report", about, row.pk) for row in rows)


def test_with_several_at_every_stage(demo_studio, client, django_user_model):
    client.force_login(django_user_model.objects.get(username=USERNAME))
    addresses = [reverse(name, args=keys) for name, *keys in every_one_of_the_demo()]
    lists = [address for _, address in every_url({}) if "None" not in address]
    assert_reads_well(read(client, [*addresses, *lists]), 80)


def test_the_look_for_troubles_finds_them():
    assert len(troubles("There are 1 tiles here, 3 tile there, 1 mixes and None of it.")) == 4
    assert not troubles("1 tile, 3 tiles, 2 mixes, cone 6 tile, 0.5 mm, 12 bars in total.")
