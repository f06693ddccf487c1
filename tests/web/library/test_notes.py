"""Notes and photographs about tiles, trials, mixes and firings."""

import io
import uuid

import pytest
from django.db import IntegrityError, transaction
from PIL import Image

from tests.factories import FactorTrialFactory, FiringFactory, NoteFactory, WareBatchFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.library.models import SUBJECTS, Note
from umberpot.tiles.models import Tile


@pytest.fixture
def tile(signed_in, studio, user, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 1}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    made = Tile.objects.get()
    load_and_fire([made], FiringFactory(studio=studio, made_by=user, cone="6"))
    return made


@pytest.fixture
def subjects(tile):
    """One of everything a note may be about."""
    return {
        "tile": tile,
        "trial": tile.trial,
        "mix": tile.mix,
        "firing": tile.loadings.get().firing,
        "factor_trial": FactorTrialFactory(studio=tile.studio),
        "batch": WareBatchFactory(studio=tile.studio, clay=tile.mix.clay),
        "material": tile.mix.clay,
    }


def picture():
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (120, 80, 60)).save(out, "PNG")
    out.name, _ = "phone.png", out.seek(0)
    return out


def add(client, kind, subject, key=None, **written):
    url = f"/library/notes/{kind}/{subject.pk}/add/"
    return client.post(url, {"request_key": key or uuid.uuid4(), **written}, follow=True)


@pytest.mark.parametrize("kind", SUBJECTS)
def test_a_note_stands_on_the_page_of_what_it_is_about(signed_in, user, subjects, kind):
    answer = add(signed_in, kind, subjects[kind], words="Greener than last time")
    page = words_of(answer)
    assert "Note saved." in page
    assert "Greener than last time" in page
    assert str(user) in page
    assert answer.redirect_chain[-1][0].endswith("#notes")


def test_a_photograph_straight_from_the_phone_is_enough(signed_in, tile):
    add(signed_in, "tile", tile, photograph=picture())
    note = Note.objects.get()
    shown = signed_in.get(f"/library/notes/{note.pk}/photograph/")
    assert Image.open(io.BytesIO(shown.content)).size == (60, 40)
    results = signed_in.get(f"/results/tiles/{tile.code}/").content.decode()
    assert f"/library/notes/{note.pk}/photograph/" in results


def test_saved_twice_it_is_kept_once(signed_in, tile):
    key = uuid.uuid4()
    for _ in range(2):
        add(signed_in, "tile", tile, key, words="Once")
    assert Note.objects.count() == 1


def test_an_empty_note_and_a_broken_picture_are_refused_and_what_was_written_is_kept(
    signed_in, tile
):
    assert "Write a note, or choose a photograph." in words_of(add(signed_in, "tile", tile))
    broken = io.BytesIO(b"no picture")
    broken.name = "phone.jpg"
    answer = add(signed_in, "tile", tile, words="Keep me", photograph=broken)
    assert answer.status_code == 400
    assert "Keep me" in answer.content.decode()
    assert not Note.objects.exists()


def test_a_removed_note_is_out_of_sight_and_still_kept(signed_in, tile):
    add(signed_in, "tile", tile, words="A mistake")
    note = Note.objects.get()
    answer = signed_in.post(f"/library/notes/{note.pk}/remove/", follow=True)
    assert "A mistake" not in words_of(answer)
    assert Note.objects.get().withdrawn_at


def test_a_note_is_found_by_its_words(signed_in, tile):
    add(signed_in, "tile", tile, words="Orange peel where the glaze pooled")
    answer = words_of(signed_in.get("/go/", {"q": "peel pooled mist"}))
    assert "Orange peel" not in answer
    answer = signed_in.get("/go/", {"q": "peel pooled"}, follow=True)
    assert answer.redirect_chain[-1][0] == f"/tiles/{tile.code}/#notes"


def test_a_colour_said_in_words_is_found_too(signed_in, tile):
    signed_in.post(f"/tiles/{tile.code}/", {"stage": "fired", "colour": "orange brown, mottled"})
    answer = signed_in.get("/go/", {"q": "mottled"}, follow=True)
    assert answer.redirect_chain[-1][0] == f"/tiles/{tile.code}/"


def test_what_it_is_about_must_be_known_and_the_studios_own(signed_in, stranger, tile):
    assert add(signed_in, "kettle", tile, words="x").status_code == 404
    assert add(stranger, "tile", tile, words="x").status_code == 404
    assert not Note.objects.exists()


@pytest.mark.parametrize(
    "wrong", [{"trial": None, "tile": None}, {"words": "", "image": None}], ids=["none", "empty"]
)
def test_the_database_takes_no_note_about_nothing_or_with_nothing(studio, tile, wrong):
    with pytest.raises(IntegrityError), transaction.atomic():
        NoteFactory(**{"studio": studio, "tile": tile, **wrong})


def test_nor_one_about_two_things(studio, tile):
    with pytest.raises(IntegrityError), transaction.atomic():
        NoteFactory(studio=studio, tile=tile, trial=tile.trial)
