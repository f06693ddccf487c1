"""Batches of ware: what is established of them, the acid screen, and the card."""

import io
import uuid

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext
from PIL import Image
from pypdf import PdfReader

from tests.pages import words_of
from umberpot.ware.models import LeachScreen, WareBatch, WarePhoto
from umberpot.ware.reading import STATUSES, USES

BATCH = {
    **{"name": "Washroom beakers", "cone": "6", "ware": "stoneware", "school": "strict"},
    **{"glaze_name": "Harbour clear", "glaze": "stated_suitable", "hazard_metal": "no"},
    **{"crazed": "no", "lustre": "no", "decal": "no", "shock": "none"},
    **{"untested_metal": "no", "shivers": "no"},
    **{"laboratory": "", "report": ""},
}


def enter(client, clay, **changed):
    sent = {**BATCH, "clay": clay.pk, "request_key": uuid.uuid4(), **changed}
    answer = client.post("/results/ware/batches/new/", sent, follow=True)
    assert answer.status_code == 200, words_of(answer)
    return WareBatch.objects.latest("pk")


def page_of(client, batch):
    return words_of(client.get(batch.get_absolute_url()))


@pytest.fixture
def dense(tested):
    """A clay whose bars absorbed little at cone 6."""
    return tested("Bank", [("6", 12.0, 0.8)])


@pytest.fixture
def batch(signed_in, dense):
    return enter(signed_in, dense)


def test_absorption_comes_from_the_clays_bars_at_the_batchs_cone(signed_in, batch):
    page = page_of(signed_in, batch)
    assert "The body absorbs" in page
    assert f"of {batch.clay} at cone 6, boil and soak" in page


def test_absorption_at_another_cone_is_not_that_of_the_ware(signed_in, dense):
    page = page_of(signed_in, enter(signed_in, dense, cone="8"))
    assert "Absorption was measured at cone 6, the ware fired to 8." in page
    assert "Established" not in page


def test_a_clay_of_which_nothing_is_known_establishes_nothing(signed_in, clay):
    unknown = dict.fromkeys(("hazard_metal", "crazed", "lustre", "decal"), "unknown")
    page = page_of(signed_in, enter(signed_in, clay, glaze="", **unknown))
    assert page.count("Not established") == 4
    assert "The absorption of the body was not measured." in page


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({"name": ""}, "Fill in this field."),
        ({"clay": "999"}, "Choose a clay of the shelf."),
        ({"cone": "99"}, "Choose one of"),
        ({"laboratory": "laboratory_pass"}, "Enter which laboratory, and when."),
    ],
)
def test_what_cannot_be_is_told_at_its_field_and_kept(signed_in, clay, changed, expected):
    sent = {**BATCH, "clay": clay.pk, **changed}
    answer = signed_in.post("/results/ware/batches/new/", sent)
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert "Harbour clear" in answer.content.decode()


def test_a_double_click_enters_one_batch(signed_in, clay):
    key = uuid.uuid4()
    for _ in range(2):
        enter(signed_in, clay, request_key=key)
    assert WareBatch.objects.count() == 1


def screen(client, batch, after, **typed):
    start = {"acid": "lemon juice", "colour": "80, 2, 8", "hours_ago": typed.pop("hours", "14")}
    begun = client.post(f"{batch.get_absolute_url()}screen/", start, follow=True)
    assert "Acid screen started." in words_of(begun)
    done = {"changed": "no", "seen": "", "colour": after, **typed}
    return client.post(f"{batch.get_absolute_url()}screen/done/", done, follow=True)


def test_a_screen_in_which_nothing_changed_is_not_a_pass(signed_in, batch):
    answer = words_of(screen(signed_in, batch, "79.6, 2.1, 8.2"))
    assert "No visible change. That is not a pass" in answer
    page = page_of(signed_in, batch)
    assert "Overnight acid test: no visible change. This is not a pass." in page
    assert "Lemon juice overnight" in page


def test_colours_that_moved_fail_it_though_nobody_saw_it(signed_in, batch):
    assert "Changed: acid attacked the surface." in words_of(screen(signed_in, batch, "72, 1, 5"))
    assert "Overnight acid test: the surface changed. This is a fail." in page_of(signed_in, batch)
    screen(signed_in, batch, "80, 2, 8")
    assert "Overnight acid test: the surface changed." in page_of(signed_in, batch)


def test_a_screen_counts_from_its_night_on(signed_in, batch):
    """Started and ended at once it is no result; a change is one at any time."""
    answer = words_of(screen(signed_in, batch, "79.6, 2.1, 8.2", hours=""))
    assert "less than 12 hours, so this is no result yet" in answer
    page = page_of(signed_in, batch)
    assert "Acid stood on it for less than a night: no test yet." in page
    assert "Lemon juice for less than a night" in page
    assert "a fail" in words_of(screen(signed_in, batch, "72, 1, 5", hours=""))


def test_not_sure_is_an_answer_and_no_pass(signed_in, batch):
    answer = words_of(screen(signed_in, batch, "", changed="not_sure"))
    assert "Not sure is neither a pass nor a fail." in answer
    assert "Overnight acid test: looked at without being sure." in page_of(signed_in, batch)
    assert LeachScreen.objects.get().not_sure


def test_what_was_read_counts_though_nobody_was_sure(signed_in, batch):
    assert "a fail" in words_of(screen(signed_in, batch, "72, 1, 5", changed="not_sure"))
    assert not LeachScreen.objects.get().not_sure


def test_one_piece_stands_in_acid_at_a_time(signed_in, batch):
    url = batch.get_absolute_url()
    done = signed_in.post(f"{url}screen/done/", {"changed": "no"}, follow=True)
    assert "No piece of this batch stands in acid now." in words_of(done)
    for _ in range(2):
        answer = signed_in.post(f"{url}screen/", {"acid": "vinegar"}, follow=True)
    assert "A piece of this batch stands in acid already." in words_of(answer)
    assert LeachScreen.objects.count() == 1
    assert "protocol=leach_screen" in signed_in.get(url).content.decode()
    assert signed_in.post(f"{url}screen/", {"acid": ""}).status_code == 400
    answer = signed_in.post(f"{url}screen/done/", {"changed": "no", "colour": "blue-ish"})
    assert answer.status_code == 400
    assert "blue-ish" in answer.content.decode()
    assert signed_in.post(f"{url}screen/done/", {"changed": "perhaps"}).status_code == 400


def test_the_timer_of_the_screen_is_offered_on_the_bench(signed_in, batch):
    answer = signed_in.get("/bench/timers/", {"protocol": "leach_screen", "about": batch.name})
    assert "Acid on a glaze overnight" in words_of(answer)


def test_the_card_says_what_was_established_by_what_and_assures_nothing(signed_in, batch):
    screen(signed_in, batch, "80, 2, 8")
    card = signed_in.get(f"{batch.get_absolute_url()}card.pdf")
    text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(card.content)).pages)
    text = " ".join(text.split())
    assert "Washroom beakers" in text
    assert "Food: not established" in text
    assert "of " + batch.clay.name + " at cone 6" in text
    assert "It is not an assurance of safety" in text


def test_the_card_begins_with_the_metals_of_glaze_and_clay(signed_in, batch):
    batch.clay.hazards = ["manganese"]
    batch.clay.save()
    card = signed_in.get(f"{batch.get_absolute_url()}card.pdf")
    text = " ".join(PdfReader(io.BytesIO(card.content)).pages[0].extract_text().split())
    caution = "Caution: Mn (manganese in its glaze or clay)"
    assert 0 <= text.find(caution) < text.find("Washroom beakers")


def test_a_laboratorys_pass_is_named_with_its_report(signed_in, dense):
    passed = enter(signed_in, dense, laboratory="laboratory_pass", report="Port laboratory, May")
    page = page_of(signed_in, passed)
    assert "A laboratory tested what is released, and it passed." in page
    assert "Laboratory: Port laboratory, May." in page


def test_a_batch_is_changed_and_set_aside(signed_in, batch):
    url = batch.get_absolute_url()
    sent = {**BATCH, "clay": batch.clay_id, "crazed": "yes"}
    assert "The glaze is crazed." in words_of(signed_in.post(f"{url}change/", sent, follow=True))
    answer = signed_in.post(f"{url}set-aside/", {"aside": "yes"}, follow=True)
    assert "Washroom beakers set aside." in words_of(answer)
    assert "Washroom beakers" not in words_of(signed_in.get("/results/ware/batches/"))


def test_a_batch_keeps_its_clay_when_that_is_archived(signed_in, batch):
    signed_in.post(f"/shelf/{batch.clay_id}/retire/")
    url = f"{batch.get_absolute_url()}change/"
    assert f'<option value="{batch.clay_id}" selected>' in signed_in.get(url).content.decode()
    sent = {**BATCH, "clay": batch.clay_id, "crazed": "yes"}
    assert signed_in.post(url, sent).status_code == 302
    assert signed_in.get("/results/ware/batches/new/?clay=abc&cone=zz").status_code == 200


def test_a_clays_page_leads_to_ware_of_it_at_its_cone(signed_in, dense):
    page = signed_in.get(f"/results/clays/{dense.pk}/").content.decode()
    address = f"/results/ware/batches/new/?clay={dense.pk}&amp;cone=6"
    assert address in page
    form = signed_in.get(address.replace("&amp;", "&")).content.decode()
    assert f'<option value="{dense.pk}" selected>' in form


def test_the_database_takes_no_screen_that_is_half_done(batch, user):
    half = {"studio": batch.studio, "batch": batch, "acid": "vinegar", "made_by": user}
    with pytest.raises(IntegrityError), transaction.atomic():
        LeachScreen.objects.create(**half, changed=True)
    LeachScreen.objects.create(**half)
    with pytest.raises(IntegrityError), transaction.atomic():
        LeachScreen.objects.create(**half)


def test_the_list_says_of_each_batch_what_its_page_says(signed_in, batch):
    listed = words_of(signed_in.get("/results/ware/batches/"))
    own = page_of(signed_in, batch)
    for use in USES.values():
        summary = max((one for one in STATUSES.values() if f"{use} {one}" in own), key=len)
        assert f"{use}: {summary.lower()}" in listed


def test_the_list_asks_no_more_for_many_batches(signed_in, batch, dense):
    def queries():
        with CaptureQueriesContext(connection) as counted:
            signed_in.get("/results/ware/batches/")
        return len(counted)

    before = queries()
    for name in ("Second kiln", "Third kiln"):
        enter(signed_in, dense, name=name)
    assert queries() == before


CUP = {
    **{"name": "Tall cup", "surface": "glazed", "method": "boil_soak"},
    **{"dry_g": "318.4", "soaked_g": "318.8", "scale_step_g": "0.1"},
}


def weigh(client, batch, **changed):
    sent = {**CUP, "request_key": uuid.uuid4(), **changed}
    return client.post(f"{batch.get_absolute_url()}pieces/", sent, follow=True)


def test_a_cup_stands_beside_its_bars_and_supports_them(signed_in, batch):
    page = words_of(weigh(signed_in, batch))
    assert "Piece saved." in page
    assert "Tall cup glazed all over" in page
    assert "0.13 ± 0.03 %" in page
    assert "Bars of Bank" in page
    assert "Established by these checks" in page


def test_a_cup_that_takes_up_too_much_makes_its_uses_fail(signed_in, batch):
    page = words_of(weigh(signed_in, batch, soaked_g="330"))
    assert "over 1.5 %, the limit for" in page
    assert "Finished pieces, boil and soak" in page
    removed = signed_in.post(
        f"{batch.get_absolute_url()}pieces/{batch.pieces.get().pk}/", follow=True
    )
    assert "Tall cup no longer counts" in words_of(removed)
    assert "over 1.5 %" not in page_of(signed_in, batch)


def test_a_glazed_cup_alone_establishes_nothing_and_a_broken_one_does(signed_in, clay):
    batch = enter(signed_in, clay)
    assert "of a glazed piece: the glaze keeps the water out" in words_of(weigh(signed_in, batch))
    page = words_of(weigh(signed_in, batch, name="Shard", surface="broken"))
    assert "of a glazed piece" not in page
    assert "within 1.5 %" in page


def test_a_cup_that_stays_damp_is_said(signed_in, batch):
    page = words_of(weigh(signed_in, batch, damp="on"))
    assert "still damp five minutes after blotting" in page
    assert "Look for cracks and bare spots" in page


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({"soaked_g": "300"}, "The soaked weight is less than the dry weight"),
        ({"name": ""}, "Fill in this field."),
        ({"dry_g": "-1"}, "must be"),
        ({"method": "tea"}, "Choose one of"),
    ],
)
def test_a_weighing_that_cannot_be_is_told_and_kept_typed(signed_in, batch, changed, expected):
    refused = weigh(signed_in, batch, **changed)
    assert refused.status_code == 400
    assert expected in words_of(refused)
    assert 'value="318.4"' in refused.content.decode() or "dry_g" in changed
    assert batch.pieces.count() == 0


def test_a_second_click_weighs_no_second_cup(signed_in, batch):
    key = uuid.uuid4()
    for _ in range(2):
        weigh(signed_in, batch, request_key=key)
    assert batch.pieces.count() == 1


def test_bought_ware_needs_no_clay_of_the_shelf(signed_in, studio):
    """A bought mug of 4.1 % by boil and soak, its rim broken: porous, whatever its clay is."""
    bought = {"clay": "", "cone": "", "name": "Bought mug", "laboratory": "laboratory_pass"}
    sent = {**BATCH, **bought, "report": "Harbour laboratory, May"}
    signed_in.post("/results/ware/batches/new/", {**sent, "request_key": uuid.uuid4()})
    mug = WareBatch.objects.get()
    page = page_of(signed_in, mug)
    assert "Clay not on the shelf, cone not known, as stoneware" in page
    assert "The absorption of the body was not measured." in page
    shard = words_of(weigh(signed_in, mug, surface="broken", dry_g="298", soaked_g="310.2"))
    assert "The body absorbs 4 ± 1 %, over 1.5 %" in shard
    assert "Dishwasher No" in shard
    card = signed_in.get(f"{mug.get_absolute_url()}card.pdf")
    assert "Clay not on the shelf" in PdfReader(io.BytesIO(card.content)).pages[0].extract_text()
    assert "Bought mug" in words_of(signed_in.get("/results/ware/batches/"))
    assert signed_in.get("/go/?q=bought", follow=True).status_code == 200


def test_bars_say_nothing_of_ware_whose_cone_is_not_known(signed_in, dense):
    page = page_of(signed_in, enter(signed_in, dense, cone=""))
    assert "The absorption of the body was not measured." in page


def picture(name="cup.png", colour="#c8bca6"):
    out = io.BytesIO()
    Image.new("RGB", (60, 40), colour).save(out, "PNG")
    return SimpleUploadedFile(name, out.getvalue(), "image/png")


def test_a_piece_has_its_photograph(signed_in, batch):
    weigh(signed_in, batch, photograph=picture())
    kept = WarePhoto.objects.get()
    assert kept.piece == batch.pieces.get()
    shown = signed_in.get(kept.get_absolute_url())
    assert shown["Content-Type"] == "image/jpeg"
    assert "Photograph of Tall cup" in signed_in.get(batch.get_absolute_url()).content.decode()


def test_photographs_before_and_after_stand_beside_the_screen(signed_in, batch):
    where = batch.get_absolute_url()
    begun = {"acid": "lemon juice", "hours_ago": "14", "photograph": picture("before.png")}
    signed_in.post(f"{where}screen/", begun)
    assert "Before the acid" in page_of(signed_in, batch)
    done = {
        "changed": "no",
        "seen": "",
        "colour": "",
        "photograph": picture("after.png", "#c0b098"),
    }
    signed_in.post(f"{where}screen/done/", done)
    page = page_of(signed_in, batch)
    assert page.index("No visible change") < page.index("Before the acid") < page.index("After the")
    assert [one.moment for one in WarePhoto.objects.all()] == ["before", "after"]


def test_what_is_no_photograph_is_told_at_its_field_and_keeps_what_was_typed(signed_in, batch):
    refused = weigh(signed_in, batch, photograph=SimpleUploadedFile("cup.jpg", b"not a picture"))
    assert refused.status_code == 400
    assert "cannot be read as a picture" in words_of(refused)
    assert 'value="318.4"' in refused.content.decode()
    assert batch.pieces.count() == WarePhoto.objects.count() == 0


def test_the_database_takes_no_photograph_of_nothing(studio, user):
    with pytest.raises(IntegrityError), transaction.atomic():
        WarePhoto.objects.create(studio=studio, made_by=user, moment="piece", image=b"x")
