"""Two people have the same form open: neither loses what the other saved, and both are told."""

import pytest

from tests.page_forms import forms_of
from tests.pages import words_of
from tests.web.whole_site import every_url
from umberpot.shelf.models import FieldSheet, Material
from umberpot.shelf.services import grams_on_hand
from umberpot.studio.models import Studio

CREATES = {
    *("bench:start", "clays:new-test", "kiln:fire-tile", "kiln:kilns", "kiln:plan-load"),
    *("kiln:schedules", "results:new-batch", "studio:password", "surface:new-factor-trial"),
    *("surface:new-plan", "surface:plan", "surface:plan-tiles", "tiles:make", "transfer:transfer"),
}
"""Pages whose forms begin with figures, and whose sending makes something new."""

CREATES_BESIDE = {
    *("/kiln/loads/1/fire/", "/kiln/loads/1/pack/", "/kiln/tiles/A1/", "/library/shares/trial/1/"),
    *("/people/invite/", "/results/ware/batches/1/pieces/", "/results/ware/batches/1/screen/"),
}
"""The same of forms that stand on a page of something that is there."""

ONE_CHOICE = {"/people/1/role/"}
"""What is chosen anew as a whole."""


def says_what_it_showed(form):
    """Whether a form sends along what stood in it: as a whole, or figure by figure."""
    return any(name.endswith("shown") or name.startswith("seen") for name in form.sends)


def test_every_form_that_edits_says_what_it_showed(world, signed_in):
    silent = set()
    for name, url in every_url(world):
        answer = signed_in.get(url)
        if answer.status_code != 200 or "html" not in answer["Content-Type"]:
            continue
        for form in forms_of(answer):
            if form.filled and not says_what_it_showed(form) and name not in CREATES:
                silent.add(form.action or name)
    assert silent == CREATES_BESIDE | ONE_CHOICE


NOTED = "A line of the one.\nAnd another."

TWO = {
    # name of the page: the field both change, what each puts there, and another field with it
    "shelf:material": ("notes", NOTED, "Of the other", "supplier_code", "K 12"),
    "shelf:claim": ("total_pct", "11", "12.5", "absorption_pct", "3"),
    "shelf:field-sheet": ("name", "Weir bank", "Bend bank", "notes", NOTED),
    "kiln:kiln-sizes": ("name", "Test kiln", "Old kiln", "shelf_count", "3"),
    "kiln:firing": ("note", "Top shelf", "Middle shelf", "fired_on", "2026-01-05"),
    "kiln:edit-schedule": ("name", "Slow", "Slower", "start_c", "25"),
    "kiln:load-plan": ("length", "61", "62", "width", "41"),
    "results:change-batch": ("name", "Beakers", "Tumblers", "school", "loose"),
    "results:trial": ("ware", "earthenware", "porcelain", "school", "loose"),
    "results:limits": ("drying_most_pct", "11", "12", "index_stands", "2"),
    "studio:preferences": ("name", "Weir", "Bend", "scale_step_g", "0.05"),
    "surface:change-plan": ("name", "Bowls", "Dishes", "pieces", "3"),
    "surface:waits": ("most_shine", "2", "3", "most_firing", "30"),
}


def page_form(client, url, name):
    """The page's form that has a field, as it is just now."""
    return next(form for form in forms_of(client.get(url)) if name in form.sends)


def send(client, url, form, **typed):
    return client.post(form.action or url, form.with_typed(**typed))


@pytest.fixture
def edited(request, world):
    """A page's address, and the fields that two people change there."""
    return dict(every_url(world))[request.param], *TWO[request.param]


@pytest.mark.parametrize("edited", TWO, indirect=True)
def test_what_only_one_of_two_changed_stays(edited, signed_in):
    url, field, ones, _, beside, value = edited
    first, second = (page_form(signed_in, url, field) for _ in range(2))
    assert send(signed_in, url, first, **{field: ones}).status_code == 302
    assert send(signed_in, url, second, **{beside: value}).status_code == 302
    now = page_form(signed_in, url, field).sends
    assert now[field] == [ones]
    assert now[beside] == [value]


@pytest.mark.parametrize("edited", TWO, indirect=True)
def test_what_both_changed_is_shown_and_saved_when_sent_again(edited, signed_in):
    url, field, ones, others, *_ = edited
    first, second = (page_form(signed_in, url, field) for _ in range(2))
    assert send(signed_in, url, first, **{field: ones}).status_code == 302
    asked = send(signed_in, url, second, **{field: others})
    if asked.status_code == 302:  # a form that stands among others says it above them
        assert "somebody changed this to" in words_of(signed_in.get(url)).lower()
        return
    assert asked.status_code == 400
    assert "Somebody changed this to" in asked.content.decode()
    assert page_form(signed_in, url, field).sends[field] == [ones]
    again = next(form for form in forms_of(asked) if field in form.sends)
    assert again.sends[field] == [others]
    assert signed_in.post(url, again.sends).status_code == 302
    assert page_form(signed_in, url, field).sends[field] == [others]


@pytest.mark.parametrize("same", ["2,5", "2.50", " 2.5 "])
def test_the_same_figure_written_otherwise_is_no_conflict(signed_in, world, same):
    url = dict(every_url(world))["shelf:claim"]
    first, second = (page_form(signed_in, url, "absorption_pct") for _ in range(2))
    assert send(signed_in, url, first, absorption_pct="2.5").status_code == 302
    assert send(signed_in, url, second, absorption_pct=same).status_code == 302
    assert page_form(signed_in, url, "absorption_pct").sends["absorption_pct"] == ["2.5"]


def test_what_was_left_alone_but_written_otherwise_is_taken_over(signed_in, world):
    url = dict(every_url(world))["shelf:claim"]
    send(signed_in, url, page_form(signed_in, url, "absorption_pct"), absorption_pct="3.5")
    first, second = (page_form(signed_in, url, "absorption_pct") for _ in range(2))
    assert send(signed_in, url, first, absorption_pct="4.5").status_code == 302
    assert send(signed_in, url, second, absorption_pct="3,50", total_pct="11").status_code == 302
    assert page_form(signed_in, url, "absorption_pct").sends["absorption_pct"] == ["4.5"]


def test_a_stock_that_was_weighed_out_meanwhile_is_not_put_back(signed_in, world):
    url = dict(every_url(world))["shelf:material"]
    material = Material.objects.get(pk=world["shelf:material"])
    form = page_form(signed_in, url, "on_hand_g")
    signed_in.post(f"/shelf/{material.pk}/count/", {"grams": "41"})
    assert send(signed_in, url, form, notes="Of the other").status_code == 302
    assert grams_on_hand(material) == 41


@pytest.mark.parametrize("shown", ["", "nonsense", "[]", "3", '{"name": 3}', '{"no": "such"}'])
def test_what_is_no_page_of_ours_is_taken_as_it_is_typed(signed_in, world, shown):
    url = dict(every_url(world))["shelf:material"]
    form = page_form(signed_in, url, "notes")
    assert send(signed_in, url, form, notes="Typed", shown=shown).status_code == 302
    assert page_form(signed_in, url, "notes").sends["notes"] == ["Typed"]


def test_boxes_that_only_one_of_two_ticked_stay_ticked(signed_in, world):
    url = dict(every_url(world))["shelf:field-sheet"]
    sheet = FieldSheet.objects.get_or_create(
        material_id=world["shelf:field-sheet"], studio=Studio.objects.get()
    )[0]
    form = page_form(signed_in, url, "jar_code")
    FieldSheet.objects.filter(pk=sheet.pk).update(shows_place=True)
    assert send(signed_in, url, form, jar_code="J 7").status_code == 302
    sheet.refresh_from_db()
    assert (sheet.shows_place, sheet.jar_code) == (True, "J 7")


def test_several_at_once_are_named_as_the_page_names_them(signed_in, world):
    url = dict(every_url(world))["shelf:material"]
    form = page_form(signed_in, url, "notes")
    Material.objects.filter(pk=world["shelf:material"]).update(hazards=["manganese", "cobalt"])
    asked = signed_in.post(url, {**form.sends, "hazards": ["nickel"]})
    assert asked.status_code == 400
    assert "Somebody changed this to “Cobalt, Manganese” while" in words_of(asked)
