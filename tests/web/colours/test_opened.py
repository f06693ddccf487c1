"""What came out of the kiln last stands first, in colour, and what nobody has read is hatched."""

import uuid
from datetime import date

from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.colours.opened import MOST_SHOWN, last_opened
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import record_colour


def test_before_the_first_firing_nothing_came_out(signed_in, studio):
    assert last_opened(studio) is None
    assert "Out of the kiln" not in words_of(signed_in.get("/"))


def test_the_latest_firing_is_shown_the_lightest_first_and_the_unread_last(
    signed_in, studio, user, fired_tile
):
    codes = [fired_tile(f"&add=Kelp:{pct}", "60, -10, 8").code for pct in (2, 4, 6)]
    tiles = list(Tile.objects.filter(code__in=codes).order_by("pk"))
    latest = FiringFactory(studio=studio, made_by=user, cone="8", fired_on=date(2030, 1, 2))
    load_and_fire(tiles, latest)
    for tile, colour in zip(tiles[:2], ("40, -20, 9", "70, -5, 9"), strict=True):
        record_colour(tile, latest, colour, None, user)
    opened = last_opened(studio)
    assert opened.firing == latest
    assert [piece.tile.code for piece in opened.pieces] == [codes[1], codes[0], codes[2]]
    assert (opened.unread, opened.more) == (1, 0)
    page = signed_in.get("/").content.decode()
    assert "1 without a colour yet" in page
    assert page.count('class="unread"') == 1
    assert f"{codes[2]}, 6 % Kelp in Ferry white: not read yet" in page


def test_of_a_large_load_a_row_is_shown(studio, user, make_mix, fired_tile):
    first = Tile.objects.get(code=fired_tile("&add=Kelp:2", "60, -10, 8").code)
    firing = FiringFactory(studio=studio, made_by=user, cone="6", fired_on=date(2030, 1, 2))
    more = MOST_SHOWN + 3
    tiles = Tile.objects.bulk_create(
        Tile(
            **{"studio": studio, "trial": first.trial, "mix": first.mix, "code": f"X{number}"},
            **{"inscription": [], "mark_length_mm": 100, "cone": "6", "made_by": user},
            request_key=uuid.uuid4(),
        )
        for number in range(more)
    )
    load_and_fire(tiles, firing)
    opened = last_opened(studio)
    assert (len(opened.pieces), opened.more) == (MOST_SHOWN, 3)
