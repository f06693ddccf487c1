"""A clay from the bank: its sheet, its coordinates, its photographs."""

import io
import uuid

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from claycore.testing.field_notes import NO_LEAVE
from tests.pages import words_of
from umberpot.shelf.models import FieldSheet, Material, Photo


def dug(client, **typed):
    return client.post("/shelf/dug/new/", {"name": "Bank", **typed})


def test_only_the_name_is_needed(signed_in):
    assert dug(signed_in).status_code == 302
    sheet = FieldSheet.objects.get()
    assert (sheet.material.name, sheet.material.kind) == ("Bank", "dug_clay")


def test_everything_that_can_be_noted_comes_back(signed_in):
    typed = {
        **{"place": "Below the lock", "latitude": "51,42", "longitude": "-0.731"},
        **{"dug_on": "2026-10-01", "depth_cm": "60", "raw_colour": "rust", "jar_code": "CB"},
        **{"leave": "given", "leave_from": "the keeper", "smooth_pct": "70:30"},
        **{"coil": "cracks_at_once", "acid": "strong", "throws": "unpleasant", "stands": "3"},
        **{"sand_mm": "10", "silt_mm": "30", "clay_mm": "60", "dug_g": "8000"},
        **{"dried_g": "5200", "water_l": "6,5", "mesh": "80 mesh", "notes": "Smells."},
    }
    html = signed_in.get(dug(signed_in, **typed)["Location"]).content.decode()
    sheet = FieldSheet.objects.get()
    assert (sheet.latitude, sheet.longitude) == (51.42, -0.731)
    assert (sheet.smooth_pct, sheet.stands, sheet.stretches) == (70, 3, None)
    for said in (
        "This clay is short, from sand, grit or",
        "lime",
        "65 %",
        "1.2 l",
        "unpleasant to throw",
        "Smells.",
    ):
        assert said in html
    for name in ("Below the lock", "the keeper", "80 mesh"):
        assert name in html


def test_a_ratio_stays_as_it_was_typed(signed_in):
    html = signed_in.get(dug(signed_in, smooth_pct="85:15")["Location"]).content.decode()
    assert 'value="85:15"' in html


def test_nobody_asked_for_leave_and_a_low_rating_are_said(signed_in):
    page = words_of(signed_in.get(dug(signed_in, leave="not_yet", dries="2")["Location"]))
    assert "Ask the landowner before you dig more" in page
    assert "Drying, 2 of 5: it cracked as it dried." in page
    assert FieldSheet.Leave.NOT_YET == NO_LEAVE


@pytest.mark.parametrize(("typed", "shown"), [({}, False), ({"shows_place": "on"}, True)])
def test_where_it_was_dug_stays_out_of_reports_unless_allowed(signed_in, typed, shown):
    dug(signed_in, place="Below the lock", **typed)
    clay = FieldSheet.objects.get().material
    report = words_of(signed_in.get(f"/library/reports/clay/{clay.pk}/"))
    assert ("Below the lock" in report) is shown


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ({"name": ""}, "This field is required"),
        ({"latitude": "151", "longitude": "3"}, "Latitude must be from −90 to 90. Are"),
        ({"latitude": "51"}, "Enter both latitude and longitude, or neither."),
        ({"latitude": "here", "longitude": "3"}, "This is not a number"),
        ({"longitude": "200", "latitude": "1"}, "Longitude must be from −180 to 180."),
        ({"smooth_pct": "70:"}, "Enter a ratio like 85:15."),
        ({"smooth_pct": "170"}, "from 0 to 100"),
        ({"dug_g": "100", "dried_g": "200"}, "This is more than was dug. Dried and"),
        ({"dug_on": "yesterday"}, "Enter a valid date"),
        ({"dug_on": "2126-10-01"}, "This date is in the future. Enter today or an earlier date."),
        ({"depth_cm": "-3"}, "0 cm or more"),
        ({"stands": "9"}, "not one of the available choices"),
    ],
)
def test_what_cannot_be_is_said_at_its_field_and_kept(signed_in, typed, said):
    answer = dug(signed_in, place="Kept place", **typed)
    html = answer.content.decode()
    assert answer.status_code == 400
    assert said in html
    assert "Kept place" in html
    assert not Material.objects.exists()


def test_a_name_that_is_taken(signed_in, clay):
    answer = dug(signed_in, name="ferry WHITE")
    assert "already a material of this name" in answer.content.decode()


def picture(size=(2400, 1200), form="JPEG", **saved):
    out = io.BytesIO()
    Image.new("RGB", size, (120, 80, 60)).save(out, form, **saved)
    return SimpleUploadedFile("bank.jpg", out.getvalue(), "image/jpeg")


def keep(client, upload, **more):
    material = Material.objects.get(name="Bank")
    data = {"photo": upload, "caption": "The bank", **more}
    return client.post(f"/shelf/{material.pk}/photos/", data, follow=True)


def test_a_photograph_is_kept_upright_small_and_without_the_cameras_notes(signed_in):
    dug(signed_in)
    notes = Image.Exif()
    notes[0x0112] = 6  # on its side
    notes[0x010F] = "A camera"
    keep(signed_in, picture(exif=notes, comment=b"shot from the old lock-keeper's garden"))
    kept = Photo.objects.get()
    assert b"garden" not in bytes(kept.image)
    shown = Image.open(io.BytesIO(bytes(kept.image)))
    assert shown.size == (800, 1600)
    assert not dict(shown.getexif())
    answer = signed_in.get(f"/shelf/photos/{kept.pk}/")
    assert answer["Content-Type"] == "image/jpeg"
    signed_in.post(f"/shelf/photos/{kept.pk}/remove/")
    assert not Photo.objects.exists()


def test_a_second_click_keeps_one_photograph(signed_in):
    dug(signed_in)
    key = str(uuid.uuid4())
    for _ in range(2):
        keep(signed_in, picture(), request_key=key)
    assert Photo.objects.count() == 1


@pytest.mark.parametrize("content", [b"", b"no picture", b"GIF89a", b"\xff\xd8\xff\xe0broken"])
def test_what_is_no_picture_is_refused(signed_in, content):
    dug(signed_in)
    answer = keep(signed_in, SimpleUploadedFile("bank.jpg", content, "image/jpeg"))
    assert answer.status_code == 200
    assert not Photo.objects.exists()


def test_a_small_file_with_too_many_pixels_is_refused(signed_in):
    dug(signed_in)
    out = io.BytesIO()
    Image.new("1", (9000, 9000)).save(out, "PNG")
    assert len(out.getvalue()) < 100_000
    answer = keep(signed_in, SimpleUploadedFile("bank.png", out.getvalue(), "image/png"))
    assert "too many pixels" in answer.content.decode()
    assert not Photo.objects.exists()


def test_a_picture_as_phones_keep_them(signed_in):
    dug(signed_in)
    keep(signed_in, picture((320, 160), form="HEIF"))
    assert Image.open(io.BytesIO(bytes(Photo.objects.get().image))).format == "JPEG"


def test_what_was_noted_stands_on_the_clays_page_before_any_bar_is_made(signed_in):
    dug(signed_in, smooth_pct="55:45", coil="cracks_at_once", dug_g="8000", dried_g="5200")
    bank = Material.objects.get(name="Bank")
    page = signed_in.get(f"/results/clays/{bank.pk}/").content.decode()
    assert "No test bars yet. A bar test shows" in page
    assert "55 : 45" in page
    assert "cracks at once (short)" in page
    assert "65 %" in page
    assert "about 70 : 30 or better is a good start" in page
