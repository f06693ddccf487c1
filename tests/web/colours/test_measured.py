"""Colours off an instrument: pasted or from a file, all of them or none."""

import io

import pytest

from tests.pages import words_of
from umberpot.tiles.models import ColourReading

URL = "/results/measured/"


@pytest.fixture
def codes(two_stains):
    return [tile.code for tile in two_stains[:2]]


def paste(client, text):
    return client.post(URL, {"lines": text}, follow=True)


def current():
    return ColourReading.objects.filter(superseded_at=None, source="instrument")


@pytest.mark.parametrize("form", ["{}; 52.1; 8.4; -20", "{}\t52.1\t8.4\t-20", "{} 52.1, 8.4, -20"])
def test_pasted_lines_are_recorded_as_an_instruments(signed_in, codes, form):
    answer = paste(signed_in, "\n".join(form.format(code.lower()) for code in codes))
    assert "2 fired colours saved." in words_of(answer)
    assert [one.lab.values for one in current()] == [(52.1, 8.4, -20)] * 2


def test_decimal_commas_and_a_heading_are_understood(signed_in, codes):
    file = io.BytesIO(f"code;L;a;b\n{codes[0]};52,1;8,4;-20\n".encode())
    file.name = "colours.csv"
    answer = signed_in.post(URL, {"file": file}, follow=True)
    assert "1 fired colour saved." in words_of(answer)
    assert current().get().lab.values == (52.1, 8.4, -20)


def test_what_stood_there_stays_visible_and_the_same_again_changes_nothing(signed_in, codes):
    paste(signed_in, f"{codes[0]}; 52; 8; -20")
    paste(signed_in, f"{codes[0]}; 52; 8; -20")
    assert ColourReading.objects.filter(tile__code=codes[0]).count() == 2


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("", "Paste the colours"),
        ("{0}; 52; 8", "Line 1: enter a tile"),
        ("{0}; 520; 8; 1", "Line 1"),
        ("{0}; 52; 8; 1\n{0}; 52; 8; 1", "is there twice"),
        (
            "{0}; 52; 8; 1\nZ99; 52; 8; 1",
            "or without an unglazed half: Z99.",
        ),
        ("\n".join(f"A{n}; 52; 8; 1" for n in range(401)), "At most 400 lines"),
    ],
)
def test_while_anything_is_wrong_nothing_is_recorded(signed_in, codes, text, expected):
    answer = paste(signed_in, text.format(codes[0]))
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert not current().exists()


def test_a_file_that_is_none_is_refused(signed_in, codes):
    file = io.BytesIO(b"\x81\x8d\x8f\x90" * 100)
    file.name = "colours.csv"
    assert signed_in.post(URL, {"file": file}).status_code == 400


def test_another_studios_tiles_are_not_known(stranger, codes):
    assert "Not known" in words_of(paste(stranger, f"{codes[0]}; 52; 8; -20"))
