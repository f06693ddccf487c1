"""What somebody wants next is reached from where it is wanted."""

import io
import uuid
from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone
from pypdf import PdfReader

from tests.page_forms import forms_of
from tests.pages import words_of
from umberpot.shelf.models import Material
from umberpot.studio.journal.models import JournalEntry
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import Entry, record

TWO_MATERIALS = "kind,name,state\noxide,Weir red,dry\noxide,Weir black,dry\n"
LENGTHS = "wet=90&dry=84.6&fired=79.2&unit=mm"


def bring_in(client):
    data = {"kind": "materials", "paste": TWO_MATERIALS, "bad_rows": "all"}
    data["request_key"] = str(uuid.uuid4())
    return client.post("/shelf/transfer/", data, follow=True)


def undo_forms(page):
    return [form for form in forms_of(page) if form.action.startswith("/library/undo/")]


def test_an_import_is_undone_where_it_was_brought_in(signed_in):
    bring_in(signed_in)
    assert Material.objects.filter(name__startswith="Weir").count() == 2
    later = signed_in.get("/shelf/transfer/")  # the message of the step itself is gone by now
    assert "Imported today and yesterday" in words_of(later)
    (form,) = undo_forms(later)
    signed_in.post(form.action, form.sends)
    assert not Material.objects.filter(name__startswith="Weir").exists()
    offered = [one.action for one in undo_forms(signed_in.get("/shelf/transfer/"))]
    assert form.action not in offered


def test_an_import_of_the_day_before_yesterday_is_not_offered(signed_in):
    bring_in(signed_in)
    JournalEntry.objects.update(timestamp=timezone.now() - timedelta(days=2))
    assert "Imported today" not in words_of(signed_in.get("/shelf/transfer/"))


def test_two_lengths_make_a_ruler_signed_out_too(db):
    page = Client().get(f"/results/shrinkage/?{LENGTHS}").content.decode()
    assert "/results/shrinkage/ruler.pdf?" in page
    body = Client().get(f"/results/shrinkage/ruler.pdf?{LENGTHS}")
    assert body["Content-Type"] == "application/pdf"
    text = PdfReader(io.BytesIO(body.content)).pages[0].extract_text()
    # By hand: (90 - 79.2) / 90 = 12.0 %.
    assert "90 mm wet, 79.2 mm fired" in text
    assert "12.0" in text


@pytest.mark.parametrize("query", ["", "wet=90&dry=84&unit=mm", "wet=x&fired=3"])
def test_no_ruler_is_made_of_what_is_no_total(db, query):
    answer = Client().get(f"/results/shrinkage/ruler.pdf?{query}")
    assert "html" in answer["Content-Type"]
    assert "Shrinkage calculator" in words_of(answer)


def test_the_labels_of_what_was_made_today_are_on_one_sheet(signed_in, make_mix, weigh):
    for name, count in (("First", 3), ("Second", 2)):
        mix = weigh(make_mix(), 80, 8)
        order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": name, "count": count}
        signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    old = Tile.objects.first()
    Tile.objects.filter(pk=old.pk).update(shaped_at=timezone.now() - timedelta(days=1))
    page = words_of(signed_in.get("/tiles/labels/today/"))
    assert "4 labels" in page
    Tile.objects.update(shaped_at=None)
    nothing = words_of(signed_in.get("/tiles/labels/today/"))
    assert "There is nothing to print a label for" in nothing


def test_the_limits_are_a_press_from_preferences_and_from_a_verdict(signed_in, world):
    for address in ("/preferences/", f"/results/trials/{world['results:trial']}/"):
        assert 'href="/results/clays/limits/"' in signed_in.get(address).content.decode()


def test_what_a_person_did_is_a_press_from_the_people(signed_in, user):
    assert f"/library/journal/?who={user.pk}" in signed_in.get("/people/").content.decode()


def test_a_tile_leads_to_all_that_was_ever_read_of_it(signed_in, world, user):
    tile = Tile.objects.get(code=world["tiles:record"])
    record(tile, None, {"mass_dry": Entry(41.5, 0.1, None)}, user)
    page = signed_in.get(f"/tiles/{world['tiles:record']}/").content.decode()
    assert 'href="#history"' in page
    assert 'id="history"' in page
