"""Label sheets: a PDF whose text is read back, and QR codes that open the thing's page."""

import io
import re

import pypdfium2
import pytest
import segno
import zxingcpp
from pypdf import PdfReader
from reportlab.lib.units import mm

from claycore.safety.metals import METALS
from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.studio.models import Studio
from umberpot.ui import label_sheets
from umberpot.ui.label_sheets import SHEETS, DoesNotFit, Label, fits, labels_pdf

TILES = {"count": 2, "mark": "100", "cone": "6", "glazed": "no", "trial_name": "Blues"}


def pages_of(content):
    return [page.extract_text() for page in PdfReader(io.BytesIO(content)).pages]


@pytest.fixture
def trial_pk(signed_in, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    return signed_in.post(f"/tiles/make/{mix.pk}/", TILES)["Location"].strip("/").split("/")[-1]


def test_the_labels_of_a_trial(signed_in, trial_pk):
    page = signed_in.get(f"/tiles/trials/{trial_pk}/labels/").content.decode()
    assert "2 labels" in page
    response = signed_in.get(
        f"/tiles/trials/{trial_pk}/labels/", {"sheet": "a4-24", "copies": 2, "skip": 0}
    )
    assert response["Content-Type"] == "application/pdf"
    (text,) = pages_of(response.content)
    assert text.count("A1") == text.count("A2") == 2
    assert "10 QB-14 Quay Blue" in text
    assert "Ferry white" in text


def test_the_labels_of_the_shelf(signed_in, clay, blue):
    sheet = {"sheet": "letter-10", "copies": 1, "skip": 0}
    (text,) = pages_of(signed_in.get("/shelf/labels/", sheet).content)
    assert "Ferry white" in text
    assert "Caution: Co" in text
    assert "Cobalt: see the data sheet" in text
    (one,) = pages_of(signed_in.get("/shelf/labels/", {**sheet, "of": blue.pk}).content)
    assert "Ferry white" not in one


def test_a_name_without_a_code_stands_whole_and_once(signed_in, studio):
    MaterialFactory(studio=studio, kind="oxide", name="Cobalt carbonate, light")
    for sheet in SHEETS:
        (text,) = pages_of(
            signed_in.get("/shelf/labels/", {"sheet": sheet, "copies": 1, "skip": 0}).content
        )
        assert text.replace("\n", " ").count("Cobalt carbonate, light") == 1


@pytest.mark.parametrize(
    "bad", [{"sheet": "a9"}, {"copies": "0"}, {"copies": "51"}, {"skip": "-1"}, {"skip": "x"}]
)
def test_bad_sheets_are_said(signed_in, clay, bad):
    asked = {"sheet": "a4-24", "copies": 1, "skip": 0, **bad}
    response = signed_in.get("/shelf/labels/", asked)
    assert response.status_code == 400
    assert 'class="error"' in response.content.decode()


def test_nothing_to_label(signed_in, studio):
    asked = {"sheet": "a4-24", "copies": 1, "skip": 0}
    assert "0 labels" in signed_in.get("/shelf/labels/", asked).content.decode()


@pytest.mark.parametrize("key", SHEETS)
def test_every_label_lies_on_its_paper_and_over_no_other(key):
    sheet = SHEETS[key]
    width, height = (side * mm for side in sheet.label_mm)
    boxes = [sheet.corner_pt(index) for index in range(sheet.per_page)]
    for x, y in boxes:
        assert x >= -0.5
        assert x + width <= sheet.paper_pt[0] + 0.5
        assert y >= -0.5
        assert y + height <= sheet.paper_pt[1] + 0.5
    for index, (x, y) in enumerate(boxes):
        for other_x, other_y in boxes[index + 1 :]:
            assert abs(x - other_x) >= width - 0.01 or abs(y - other_y) >= height - 0.01


def test_used_up_labels_are_left_free_and_pages_follow():
    sheet = SHEETS["a4-8"]
    labels = [Label(f"C{n}", ("a line",), "http://x/1") for n in range(10)]
    pages = pages_of(labels_pdf(labels, sheet, skip=3))
    assert len(pages) == 2
    assert "C4" in pages[0]
    assert "C5" in pages[1]
    assert "C9" in pages[1]


def test_names_too_long_or_in_other_scripts_do_not_break_the_sheet():
    labels = [Label("A1", ("x" * 300, "Größe 釉薬 ≥", "third"), "http://x/" + "y" * 200)]
    for sheet in SHEETS.values():
        (text,) = pages_of(labels_pdf(labels, sheet))
        assert "A1" in text
        assert "x" * 300 not in text


EVERY_METAL = list(METALS)


@pytest.mark.parametrize("key", SHEETS)
@pytest.mark.parametrize("metals", [[code] for code in METALS] + [EVERY_METAL[:4], EVERY_METAL])
def test_every_caution_stands_whole_and_first_on_every_sheet(signed_in, studio, key, metals):
    MaterialFactory(studio=studio, kind="stain", name="Soot", supplier_code="S-7", hazards=metals)
    asked = {"sheet": key, "copies": 1, "skip": 0}
    (text,) = pages_of(signed_in.get("/shelf/labels/", asked).content)
    words = text.replace("\n", " ")
    caution = f"Caution: {', '.join(METALS[code].symbol for code in metals)}"
    assert caution in words
    assert words.index(caution) < words.index("S-7")


def test_a_label_that_cannot_say_it_all_is_refused_with_the_sheets_that_can(signed_in, studio):
    code = "W" * 24
    MaterialFactory(
        studio=studio, kind="stain", name="Soot", supplier_code=code, hazards=EVERY_METAL
    )
    asked = {"copies": 1, "skip": 0}
    refused = signed_in.get("/shelf/labels/", {**asked, "sheet": "letter-30"})
    assert refused.status_code == 400
    words = words_of(refused)
    assert "cannot stand whole on so small a label with its caution" in words
    assert "These have room: A4, 8 labels of 105 × 74 mm" in words
    (text,) = pages_of(signed_in.get("/shelf/labels/", {**asked, "sheet": "a4-8"}).content)
    assert code in text


@pytest.mark.parametrize("code", ["STAIN-0071-BLUE-GREEN", "W" * 30])
def test_a_code_stands_whole_or_the_label_is_refused(code):
    label = Label(code, (), "http://x/1", "Caution: Co")
    for sheet in SHEETS.values():
        if fits(label, sheet):
            assert code in pages_of(labels_pdf([label], sheet))[0].replace("\n", "")
        else:
            with pytest.raises(DoesNotFit, match=code):
                labels_pdf([label], sheet)
    assert any(fits(label, sheet) for sheet in SHEETS.values())


def test_a_leftover_says_what_is_in_it(signed_in, make_mix, weigh, user, blue):
    mix = weigh(make_mix(), 80, 8)
    left = keep_leftover(mix, 40, "plastic", 21.0, user)
    assert left.hazards == list(blue.metals) == ["cobalt"]
    asked = {"sheet": "a4-40", "copies": 1, "skip": 0, "of": left.pk}
    assert "Caution: Co" in pages_of(signed_in.get("/shelf/labels/", asked).content)[0]


@pytest.fixture
def codes(monkeypatch):
    """What the QR codes that are made hold."""
    held = []
    make = segno.make
    monkeypatch.setattr(
        label_sheets.segno, "make", lambda text, **how: (held.append(text), make(text, **how))[1]
    )
    return held


SHEET = {"sheet": "a4-24", "copies": 1, "skip": 0}


def test_codes_made_on_the_machine_itself_hold_the_code_and_say_so(signed_in, trial_pk, codes):
    at_home = {"headers": {"host": "127.0.0.1"}}
    page = words_of(signed_in.get(f"/tiles/trials/{trial_pk}/labels/", **at_home))
    assert "The QR codes hold the printed code as text and open nothing" in page
    signed_in.get(f"/tiles/trials/{trial_pk}/labels/", SHEET, **at_home)
    signed_in.get("/shelf/labels/", SHEET, **at_home)
    assert codes == ["A1", "A2", "FW-1", "QB-14"]


def test_codes_hold_the_address_that_was_entered(signed_in, studio, trial_pk, codes):
    Studio.objects.filter(pk=studio.pk).update(address="https://pots.example/")
    page = words_of(signed_in.get(f"/tiles/trials/{trial_pk}/labels/"))
    assert "The QR codes open pages under https://pots.example/." in page
    signed_in.get(f"/tiles/trials/{trial_pk}/labels/", SHEET)
    assert codes == ["https://pots.example/tiles/A1/", "https://pots.example/tiles/A2/"]


def test_the_calendar_and_invitations_hold_it_too(signed_in, studio):
    Studio.objects.filter(pk=studio.pk).update(address="https://pots.example")
    signed_in.post("/bench/calendar/", {"make": "yes"})
    assert "https://pots.example/calendar/" in signed_in.get("/").content.decode()


def test_an_address_that_is_none_is_said(signed_in, studio):
    answer = signed_in.post("/preferences/", {"address": "not an address"})
    assert "Enter a whole address, like https://studio.local:8000." in words_of(answer)


@pytest.mark.parametrize("key", SHEETS)
def test_nothing_is_printed_where_printers_print_nothing(key):
    """Text and codes stay 5 mm from the edge of the paper, also on labels that reach it."""
    sheet = SHEETS[key]
    label = Label("Cobalt carbonate", ("A line", "Another"), "http://x/1", "Caution: Co, Mn")
    (page,) = PdfReader(io.BytesIO(labels_pdf([label] * sheet.per_page, sheet))).pages
    drawn = page.get_contents().get_data().decode("latin-1")
    squares = [
        tuple(map(float, one)) for one in re.findall(r"([\d.]+) ([\d.]+) ([\d.]+) [\d.]+ re", drawn)
    ]
    texts = []
    page.extract_text(visitor_text=lambda text, cm, tm, *_: text.strip() and texts.append(tm[4:6]))
    assert squares
    assert texts
    least, width, height = 5 * mm - 0.01, *sheet.paper_pt
    for x, y, side in squares:
        assert least <= x <= width - least - side + 0.01
        assert least <= y <= height - least - side + 0.01
    for x, y in texts:
        assert x >= least
        assert least - 3 <= y <= height - least  # a letter's foot may hang under its line


def read_by_a_phone(content):
    """What a camera reads of the QR codes of a document, printed at 300 dots an inch."""
    found = []
    for page in pypdfium2.PdfDocument(content):
        found += [one.text for one in zxingcpp.read_barcodes(page.render(scale=300 / 72).to_pil())]
    return found


@pytest.mark.parametrize("key", SHEETS)
def test_every_code_on_a_sheet_opens_what_it_is_stuck_on(key):
    opens = [f"https://pots.example/tiles/T{number:04}/" for number in range(SHEETS[key].per_page)]
    labels = [Label(f"T{number}", ("Kelp 3 %",), one) for number, one in enumerate(opens)]
    assert sorted(read_by_a_phone(labels_pdf(labels, SHEETS[key]))) == opens


def test_a_code_without_an_address_is_read_as_text(signed_in, trial_pk):
    asked = {"sheet": "a4-24", "copies": 1, "skip": 0}
    url = f"/tiles/trials/{trial_pk}/labels/"
    answer = signed_in.get(url, asked, headers={"host": "127.0.0.1"})
    assert sorted(read_by_a_phone(answer.content)) == ["A1", "A2"]
