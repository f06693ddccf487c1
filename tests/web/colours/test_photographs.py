"""Photographs of tiles: taken in, marked, read, and recorded as fired colours."""

import csv
import io
import re
import uuid
import zipfile

import numpy as np
import pytest
from PIL import Image

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise, apart
from claycore.colour.notation import Lab
from claycore.colour.spaces import lab_from_linear, linear_from_srgb
from standins.camera.camera import WARM, Camera
from standins.camera.scene import GREY, WHITE, Scene, SceneSpeckle, SceneTile
from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.colours.models import Photograph, Ring
from umberpot.kiln.services import load_and_fire
from umberpot.studio.journal.models import JournalEntry
from umberpot.tiles.models import ColourReading, ColourSource, Tile, Trial

COLOURS = [(68.0, 3.0, -9.0), (58.0, 4.0, -17.0), (57.5, 4.0, -17.5)]
SCENE = Scene([SceneTile(colour) for colour in COLOURS])


@pytest.fixture
def trial(signed_in, studio, user, make_mix, weigh):
    """Three fired tiles."""
    mix = weigh(make_mix(), 80, 8)
    order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 3}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    load_and_fire(list(Tile.objects.all()), FiringFactory(studio=studio, made_by=user))
    return Trial.objects.get()


def upload(client, trial, content, key=None):
    file = io.BytesIO(content)
    file.name = "tiles.jpg"
    posted = {"photograph": file, "request_key": key or uuid.uuid4()}
    return client.post(f"/results/trials/{trial.pk}/photographs/new/", posted)


@pytest.fixture
def photograph(signed_in, trial):
    taken = Camera(lamp=WARM, gradient=0.1).photograph(SCENE)
    upload(signed_in, trial, taken)
    return Photograph.objects.get()


def rings(trial, white=True, grey=True):
    """Where everything is, as the page sends it."""
    first, *tiles, last = (f"{p.x:.0f} {p.y:.0f} {p.radius:.0f}" for p in SCENE.places)
    sent = {f"at_{tile.pk}": at for tile, at in zip(trial.tiles.all(), tiles, strict=True)}
    return {**sent, **({"at_white": first} if white else {}), **({"at_grey": last} if grey else {})}


def test_the_colours_are_read_and_recorded_with_their_margin(signed_in, trial, photograph):
    answer = signed_in.post(photograph.get_absolute_url(), rings(trial), follow=True)
    assert "3 fired colours saved" in words_of(answer)
    read = ColourReading.objects.order_by("tile")
    for reading, true in zip(read, COLOURS, strict=True):
        assert reading.source == "photograph"
        off = float(ciede2000_of((reading.lightness, reading.a, reading.b), true))
        assert off < 2
        assert reading.u95 > 0.3
    assert Ring.objects.exclude(tile=None).exclude(reading=None).count() == 3


def test_what_is_read_is_shown_before_anything_is_recorded(signed_in, trial, photograph):
    live = signed_in.post(f"{photograph.get_absolute_url()}read/", rings(trial))
    assert "fired colour #" in live.content.decode()
    assert not ColourReading.objects.exists()


def test_one_reference_says_what_more_would_tell(signed_in, trial, photograph):
    address = f"{photograph.get_absolute_url()}read/"
    live = words_of(signed_in.post(address, rings(trial, grey=False)))
    assert "These cards cannot tell how the light falls off, so the ± grows away from them" in live
    assert "Phones alter contrast." in live


def test_a_white_across_from_a_grey_tells_neither_light_nor_contrast(signed_in, trial, photograph):
    live = words_of(signed_in.post(f"{photograph.get_absolute_url()}read/", rings(trial)))
    assert "cannot tell light that falls off from a camera that alters contrast" in live
    assert "has been corrected" not in live


FAR = Scene([SceneTile(GREY), *SCENE.tiles, SceneTile(WHITE)])


def rings_with_cards_at_both_ends(trial):
    white, grey, *tiles, far_white, far_grey = (
        f"{p.x:.0f} {p.y:.0f} {p.radius:.0f}" for p in FAR.places
    )
    cards = {"white": white, "grey": grey, "white_far": far_white, "grey_far": far_grey}
    sent = {f"at_{tile.pk}": at for tile, at in zip(trial.tiles.all(), tiles, strict=True)}
    return {**sent, **{f"at_{code}": at for code, at in cards.items()}}


def test_with_cards_at_both_ends_uneven_light_is_told_and_corrected(signed_in, trial):
    upload(signed_in, trial, Camera(gradient=0.25).photograph(FAR))
    photograph, sent = Photograph.objects.get(), rings_with_cards_at_both_ends(trial)
    live = words_of(signed_in.post(f"{photograph.get_absolute_url()}read/", sent))
    assert re.search(r"The light varied by \d\d % across the picture and has been corrected", live)
    assert "cannot tell" not in live
    signed_in.post(photograph.get_absolute_url(), sent)
    for reading, true in zip(ColourReading.objects.order_by("tile"), COLOURS, strict=True):
        assert float(ciede2000_of(reading.lab.values, true)) < 1.5
    again = signed_in.get(photograph.get_absolute_url()).content.decode()
    for code in ("white", "grey", "white_far", "grey_far"):
        assert f'value="{sent[f"at_{code}"]}"' in again


def test_saving_says_what_was_not_read_not_marked_and_keeps_what_it_had(
    signed_in, trial, photograph
):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    seen = {f"seen_{one.tile_id}": one.pk for one in ColourReading.objects.all()}
    first, second, _ = trial.tiles.all()
    sent = {**rings(trial), **seen, f"at_{first.pk}": "-40 10 30", f"at_{second.pk}": ""}
    page = words_of(signed_in.post(photograph.get_absolute_url(), sent, follow=True))
    assert "1 fired colour saved." in page
    assert f"Not read: {first.code}. The ring lies outside the picture." in page
    assert f"Not marked: {second.code}." in page
    assert f"{first.code} and {second.code} keep their earlier colour." in page


def test_what_colours_of_one_photograph_share_cancels_between_them(signed_in, trial, photograph):
    """And does not between two photographs."""
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    one, other, _ = ColourReading.objects.order_by("tile")
    assert one.doubt["picture"] == other.doubt["picture"]
    together = apart([one.lab], [other.lab], Noise(0.1)).u95
    other.doubt["picture"] = "another"
    apart_from = apart([one.lab], [other.lab], Noise(0.1)).u95
    assert together < 0.7 * apart_from


def test_reading_a_photograph_once_more_is_another_reading(signed_in, trial, photograph):
    """What was inferred then and now has nothing in common but the photograph."""
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    seen = {f"seen_{one.tile_id}": one.pk for one in ColourReading.objects.all()}
    without_one = {**rings(trial), **seen, f"at_{trial.tiles.first().pk}": ""}
    signed_in.post(photograph.get_absolute_url(), without_one)
    standing = ColourReading.objects.filter(superseded_at=None).order_by("tile")
    pictures = [one.doubt["picture"] for one in standing]
    assert pictures[0] != pictures[1] == pictures[2]
    assert signed_in.get(f"/results/trials/{trial.pk}/").status_code == 200


@pytest.mark.parametrize(
    "doubt", [{"picture": "p"}, {"picture": "p", "shared": [[1], [2]], "own": 1}, [1], "none"]
)
def test_a_doubt_that_is_none_leaves_the_colour(signed_in, trial, photograph, doubt):
    """As in an archive that somebody edited."""
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    ColourReading.objects.update(doubt=doubt)
    assert ColourReading.objects.first().lab.doubt is None
    assert signed_in.get(f"/results/trials/{trial.pk}/").status_code == 200


def test_a_colour_by_eye_brings_what_the_eye_misses(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    by_eye = ColourReading.objects.first()
    by_eye.source, by_eye.doubt, by_eye.u95 = ColourSource.BY_EYE, None, 3.0
    typed = Lab(*COLOURS[0])
    assert apart([by_eye.lab], [typed], Noise(0.1)).u95 == pytest.approx(2, abs=0.2)
    assert apart([typed], [typed], Noise(0.1)).u95 < 0.5


def test_a_poor_reference_is_told(signed_in, trial, photograph):
    sent = rings(trial, white=False, grey=False)
    sent["at_paper"] = "120 320 60"
    live = signed_in.post(f"{photograph.get_absolute_url()}read/", sent)
    assert "Paper and plaster vary" in words_of(live)


def test_a_card_of_ones_own_needs_its_colour(signed_in, trial, photograph):
    sent = {**rings(trial, white=False, grey=False), "at_own": "120 320 60"}
    answer = signed_in.post(photograph.get_absolute_url(), sent)
    assert answer.status_code == 400
    assert "Enter the colour of your own card." in words_of(answer)
    signed_in.post(photograph.get_absolute_url(), {**sent, "own_colour": "95, -0.5, 1.5"})
    assert ColourReading.objects.count() == 3
    again = signed_in.get(photograph.get_absolute_url()).content.decode()
    assert "95, -0.5, 1.5" in again


def test_without_a_reference_nothing_is_recorded(signed_in, trial, photograph):
    sent = rings(trial, white=False, grey=False)
    answer = signed_in.post(photograph.get_absolute_url(), sent)
    assert "Mark a reference" in words_of(answer)
    assert not ColourReading.objects.exists()


def test_a_ring_outside_is_refused_and_the_others_are_read(signed_in, trial, photograph):
    sent = rings(trial)
    first = trial.tiles.first()
    sent[f"at_{first.pk}"] = "-40 10 30"
    answer = signed_in.post(photograph.get_absolute_url(), sent, follow=True)
    assert "2 fired colours saved" in words_of(answer)
    assert not first.colours.exists()


@pytest.mark.parametrize("typed", ["1 2", "a b c", "1 2 -3", "nan 1 2", "1e9 1 1", "x" * 300])
def test_a_place_that_is_none_is_told_at_its_field(signed_in, trial, photograph, typed):
    sent = {**rings(trial), f"at_{trial.tiles.first().pk}": typed}
    answer = signed_in.post(photograph.get_absolute_url(), sent)
    assert answer.status_code == 400
    assert not ColourReading.objects.exists()


def test_it_is_taken_away_with_what_was_read(signed_in, trial, photograph):
    before = table_beside(signed_in, photograph)
    assert before == []
    signed_in.post(f"/results/photographs/{photograph.pk}/", rings(trial))
    tiles = {row["marks"]: row for row in table_beside(signed_in, photograph)}
    assert tiles.pop("reference")["L"]
    colours = {c.tile.code: c for c in ColourReading.objects.filter(tile__trial=trial)}
    assert tiles.keys() == colours.keys()
    for code, row in tiles.items():
        read = colours[code]
        assert float(row["L"]) == pytest.approx(read.lightness, abs=0.005)
        assert float(row["u95_delta_e_2000"]) == pytest.approx(read.u95, abs=0.005)
        assert row["cone"] == f"cone {read.firing.cone}"


def table_beside(client, photograph):
    """The rows beside the picture, which is the one that is kept."""
    answer = client.get(f"/results/photographs/{photograph.pk}/photograph.zip")
    with zipfile.ZipFile(io.BytesIO(answer.content)) as file:
        assert file.read("photograph.jpg") == bytes(photograph.image)
        return list(csv.DictReader(file.read("colours.csv").decode("utf-8-sig").splitlines()))


def test_reading_again_supersedes_and_two_tabs_do_not_overwrite(signed_in, trial, photograph):
    address = photograph.get_absolute_url()
    signed_in.post(address, rings(trial))
    late = signed_in.post(address, rings(trial))
    assert late.status_code == 400
    assert "meanwhile" in words_of(late)
    seen = {f"seen_{one.tile_id}": one.pk for one in ColourReading.objects.all()}
    signed_in.post(address, {**rings(trial), **seen})
    assert ColourReading.objects.filter(superseded_at=None).count() == 3
    assert ColourReading.objects.count() == 6


SCALE = {"at_from": "100 100 9", "at_to": "400 500 9", "distance_mm": "100"}


def test_with_a_scale_specks_are_counted_per_area(signed_in, trial):
    speckled = Scene([SceneTile(COLOURS[0], SceneSpeckle((25, 3, 4), 60, 7)), *SCENE.tiles[1:]])
    upload(signed_in, trial, Camera().photograph(speckled))
    photograph = Photograph.objects.get()
    tile = trial.tiles.first()
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    page = words_of(signed_in.get(f"/results/tiles/{tile.code}/"))
    assert "Mark a distance on the photograph" in page
    seen = {f"seen_{one.tile_id}": one.pk for one in ColourReading.objects.all()}
    signed_in.post(photograph.get_absolute_url(), {**rings(trial), **seen, **SCALE})
    assert Photograph.objects.get().scale.mm_per_pixel == pytest.approx(0.2)
    assert "specks per cm²" in words_of(signed_in.get(f"/results/tiles/{tile.code}/"))
    assert "400 500" in signed_in.get(photograph.get_absolute_url()).content.decode()


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({"at_to": ""}, "Mark both ends"),
        ({"distance_mm": ""}, "Enter the distance between the ends"),
        ({"at_to": "105 105 9"}, "too close together"),
        ({"distance_mm": "-3"}, "Length must be more than 0"),
    ],
)
def test_half_a_scale_is_asked_about_when_saving_only(
    signed_in, trial, photograph, changed, expected
):
    sent = {**rings(trial), **SCALE, **changed}
    answer = signed_in.post(photograph.get_absolute_url(), sent)
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert not ColourReading.objects.exists()


def test_while_marking_half_a_scale_the_colours_stay(signed_in, trial, photograph):
    half = {**rings(trial), "at_from": "100 100 9"}
    live = signed_in.post(f"{photograph.get_absolute_url()}read/", half)
    assert "fired colour #" in live.content.decode()


def test_removing_a_photograph_keeps_what_was_read(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    signed_in.post(f"{photograph.get_absolute_url()}remove/")
    assert not Photograph.objects.exists()
    assert ColourReading.objects.count() == 3


def test_a_double_click_uploads_once(signed_in, trial):
    key, taken = uuid.uuid4(), Camera().photograph(SCENE)
    upload(signed_in, trial, taken, key)
    upload(signed_in, trial, taken, key)
    assert Photograph.objects.count() == 1


def test_before_a_firing_there_is_nothing_to_photograph(signed_in, trial):
    for tile in trial.tiles.all():
        tile.loadings.all().delete()
    page = signed_in.get(f"/results/trials/{trial.pk}/photographs/new/", follow=True)
    assert "No tile of this trial is fired yet" in words_of(page)


@pytest.mark.parametrize("content", [b"", b"%PDF-1.4 not a picture", b"\xff\xd8\xff\xe0 cut off"])
def test_what_is_no_picture_is_refused_at_its_field(signed_in, trial, content):
    answer = upload(signed_in, trial, content)
    assert answer.status_code == 400
    assert not Photograph.objects.exists()


def test_a_picture_of_three_pixels_is_kept_and_nothing_is_read_off_it(signed_in, trial):
    out = io.BytesIO()
    Image.new("RGB", (3, 1), (120, 80, 60)).save(out, "PNG")
    upload(signed_in, trial, out.getvalue())
    tiny = Photograph.objects.get()
    sent = {**rings(trial), "at_white": "1 0 1"}
    assert signed_in.post(tiny.get_absolute_url(), sent).status_code == 400


def test_a_tile_shows_its_close_up_in_white_light_and_how_even_it_is(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    tile = trial.tiles.first()
    page = signed_in.get(f"/results/tiles/{tile.code}/")
    assert "No specks." in words_of(page)
    ring = Ring.objects.get(tile=tile)
    crop = Image.open(
        io.BytesIO(signed_in.get(f"/results/photographs/rings/{ring.pk}.jpg").content)
    )
    pixels = np.asarray(crop).reshape(-1, 3).mean(axis=0)
    shown = lab_from_linear(linear_from_srgb(pixels / 255.0))
    assert float(ciede2000_of(shown, COLOURS[0])) < 2.5


def test_without_its_references_a_ring_has_no_close_up(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    Ring.objects.filter(tile=None).delete()
    ring = Ring.objects.exclude(tile=None).first()
    assert signed_in.get(f"/results/photographs/rings/{ring.pk}.jpg").status_code == 404
    assert signed_in.get(f"/results/tiles/{ring.tile.code}/").status_code == 200


def test_a_tile_that_was_set_aside_since_leaves_the_photograph_as_it_is(
    signed_in, trial, photograph
):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    first = trial.tiles.first()
    first.set_aside(True)
    page = signed_in.get(photograph.get_absolute_url())
    assert page.status_code == 200
    assert f"at_{first.pk}" not in page.content.decode()


def test_marks_stand_as_they_were_left(signed_in, trial, photograph):
    """Nothing was saved: the page was left, and opened again elsewhere."""
    sent = {**rings(trial, grey=False), "at_own": "300 320 50", "own_colour": "48, 1, 2"}
    sent |= {**SCALE, "name": "North window", "two_lights": "1"}
    signed_in.post(f"{photograph.get_absolute_url()}read/", sent)
    page = signed_in.get(photograph.get_absolute_url()).content.decode()
    for value in sent.values():
        assert f'value="{value}"' in page
    assert not Ring.objects.exists()
    trial_page = words_of(signed_in.get(f"/results/trials/{trial.pk}/"))
    assert "North window (no colours saved yet)" in trial_page


def test_saving_keeps_what_a_photograph_is_called_and_its_light(signed_in, trial, photograph):
    """Without a script nothing was sent before."""
    sent = {**rings(trial), "name": "North window", "two_lights": "1"}
    signed_in.post(photograph.get_absolute_url(), sent)
    kept = Photograph.objects.get()
    assert (kept.name, kept.two_lights, kept.marks) == ("North window", True, None)


def test_where_saving_is_refused_marks_are_kept(signed_in, trial, photograph):
    sent = rings(trial, white=False, grey=False)
    assert signed_in.post(photograph.get_absolute_url(), sent).status_code == 400
    page = signed_in.get(photograph.get_absolute_url()).content.decode()
    assert f'value="{sent[f"at_{trial.tiles.first().pk}"]}"' in page


def test_while_rings_are_dragged_the_journal_tells_nothing(signed_in, trial, photograph):
    address, sent = photograph.get_absolute_url(), rings(trial)
    told = JournalEntry.objects.count()
    for x in range(3):
        signed_in.post(f"{address}read/", {**sent, "at_white": f"{100 + x} 300 40"})
    assert JournalEntry.objects.count() == told
    signed_in.post(f"{address}read/", {**sent, "name": "North window"})
    assert JournalEntry.objects.count() == told + 1


def test_what_cannot_be_understood_is_not_kept(signed_in, trial, photograph):
    first = trial.tiles.first()
    sent = {**rings(trial), f"at_{first.pk}": "here", "own_colour": "?", "name": "x" * 61}
    signed_in.post(f"{photograph.get_absolute_url()}read/", sent)
    page = signed_in.get(photograph.get_absolute_url()).content.decode()
    assert f'value="{sent["at_white"]}"' in page
    assert 'value="here"' not in page
    assert "x" * 61 not in page


def test_marks_that_were_moved_go_back_to_the_saved_ones(signed_in, trial, photograph):
    address, sent = photograph.get_absolute_url(), rings(trial)
    signed_in.post(address, sent)
    assert "Go back to the saved marks" not in words_of(signed_in.get(address))
    signed_in.post(f"{address}read/", {**sent, "at_white": "7 8 9"})
    page = signed_in.get(address)
    assert "Marks were changed since colours were saved" in words_of(page)
    assert 'value="7 8 9"' in page.content.decode()
    signed_in.post(f"{address}saved/")
    page = signed_in.get(address)
    assert "Go back to the saved marks" not in words_of(page)
    assert f'value="{sent["at_white"]}"' in page.content.decode()


def test_marks_in_an_archive_that_somebody_edited_leave_the_page(signed_in, photograph):
    odd = [1, {"cards": 3}, {"cards": {"white": 3, "far": "1 1 1"}, "own_colour": 4}, {"tiles": []}]
    for marks in odd:
        Photograph.objects.update(marks=marks)
        assert signed_in.get(photograph.get_absolute_url()).status_code == 200


def other_picture(client, photograph, scale=1.0, key=None):
    taken = Image.open(io.BytesIO(Camera(lamp=WARM).photograph(SCENE)))
    out = io.BytesIO()
    taken.resize((int(taken.width * scale), int(taken.height * scale))).save(out, "PNG")
    out.seek(0)
    out.name = "again.png"
    sent = {"photograph": out, "request_key": key or uuid.uuid4()}
    return client.post(f"{photograph.get_absolute_url()}picture/", sent, follow=True)


def test_another_picture_takes_over_the_marks_in_its_own_size(signed_in, trial, photograph):
    sent = {**rings(trial), "name": "Noon"}
    signed_in.post(f"{photograph.get_absolute_url()}read/", sent)
    page = other_picture(signed_in, photograph, 0.5)
    other = Photograph.objects.get()
    assert other.name == "Noon"
    assert page.request["PATH_INFO"] == other.get_absolute_url() != photograph.get_absolute_url()
    half = " ".join(f"{float(part) / 2:.0f}" for part in sent["at_white"].split())
    assert f'value="{half}"' in page.content.decode()
    assert "fired colour #" in page.content.decode()


def test_a_double_click_takes_the_marks_over_once(signed_in, trial, photograph):
    """The picture before is gone by then: the second answer leads to the new one all the same."""
    signed_in.post(f"{photograph.get_absolute_url()}read/", rings(trial))
    key = uuid.uuid4()
    pages = [other_picture(signed_in, photograph, key=key) for _ in range(2)]
    other = Photograph.objects.get()
    assert [page.request["PATH_INFO"] for page in pages] == [other.get_absolute_url()] * 2


def test_a_picture_that_colours_were_read_from_stays(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    page = other_picture(signed_in, photograph)
    assert "The earlier photograph is kept: its colours were read from it." in words_of(page)
    assert Photograph.objects.count() == 2
    assert Ring.objects.filter(photograph=photograph).count() == 5


def test_a_file_that_is_no_picture_leaves_picture_and_marks(signed_in, trial, photograph):
    signed_in.post(f"{photograph.get_absolute_url()}read/", rings(trial))
    file = io.BytesIO(b"no picture")
    file.name = "again.jpg"
    sent = {"photograph": file, "request_key": uuid.uuid4()}
    answer = signed_in.post(f"{photograph.get_absolute_url()}picture/", sent)
    assert answer.status_code == 400
    assert "This file cannot be read as a picture." in words_of(answer)
    assert f'value="{rings(trial)["at_white"]}"' in answer.content.decode()


def test_two_kinds_of_light_widen_what_cards_at_one_end_say(signed_in, trial, photograph):
    address, sent = photograph.get_absolute_url(), rings(trial, grey=False)
    signed_in.post(address, sent)
    seen = {f"seen_{one.tile_id}": one.pk for one in ColourReading.objects.all()}
    before = [one.u95 for one in ColourReading.objects.order_by("tile")]
    signed_in.post(address, {**sent, **seen, "two_lights": "1"})
    standing = ColourReading.objects.filter(superseded_at=None).order_by("tile")
    assert all(one.u95 > 1.3 * was for one, was in zip(standing, before, strict=True))


def test_a_card_comes_back_as_the_kind_it_was_marked_as(signed_in, trial, photograph):
    """A card at the other end alone has the colour of the one that is asked for first."""
    sent = rings(trial, white=False, grey=False)
    signed_in.post(photograph.get_absolute_url(), {**sent, "at_white_far": "120 320 60"})
    page = signed_in.get(photograph.get_absolute_url()).content.decode()
    assert re.search(r'name="at_white_far" value="120 320 60"', page)
    assert not re.search(r'name="at_white" value', page)


def second(client, trial, lamp=WARM, **more):
    """A second photograph of the same tiles, marked and saved."""
    upload(client, trial, Camera(lamp=lamp, gradient=-0.1).photograph(SCENE))
    photograph = Photograph.objects.first()
    standing = ColourReading.objects.filter(superseded_at=None)
    seen = {f"seen_{one.tile_id}": one.pk for one in standing}
    sent = {**rings(trial), **seen, **more}
    return photograph, client.post(photograph.get_absolute_url(), sent, follow=True)


def test_a_second_photograph_is_averaged_with_the_first_and_is_surer(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    before = [one.u95 for one in ColourReading.objects.order_by("tile")]
    assert "Average with" not in words_of(signed_in.get(photograph.get_absolute_url()))
    other, page = second(signed_in, trial, average="1")
    codes = [tile.code for tile in trial.tiles.all()]
    assert f"Averaged with the earlier photograph: {codes[0]}, {codes[1]} and" in words_of(page)
    means = ColourReading.objects.filter(superseded_at=None).order_by("tile")
    for mean, was, true in zip(means, before, COLOURS, strict=True):
        assert mean.u95 < 0.85 * was
        assert float(ciede2000_of(mean.lab.values, true)) < mean.u95
    assert "Average with" in words_of(signed_in.get(other.get_absolute_url()))


def test_without_being_asked_the_later_photograph_stands_alone(signed_in, trial, photograph):
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    _, page = second(signed_in, trial)
    assert "Averaged" not in words_of(page)
    assert not any(one.lab.doubt.is_mean for one in ColourReading.objects.all())


def test_a_mean_is_never_taken_into_a_further_mean(signed_in, trial, photograph):
    """Saved again, the second photograph is averaged with the first, not with their mean."""
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    other, _ = second(signed_in, trial, average="1")
    once = [one.u95 for one in ColourReading.objects.filter(superseded_at=None).order_by("tile")]
    standing = ColourReading.objects.filter(superseded_at=None)
    seen = {f"seen_{one.tile_id}": one.pk for one in standing}
    signed_in.post(other.get_absolute_url(), {**rings(trial), **seen, "average": "1"})
    again = ColourReading.objects.filter(superseded_at=None).order_by("tile")
    assert [one.u95 for one in again] == pytest.approx(once, rel=0.01)
    assert "Average with" not in words_of(signed_in.get(photograph.get_absolute_url()))


def test_photographs_that_do_not_agree_are_not_averaged(signed_in, trial, photograph):
    """On the second, two tiles were mistaken for each other."""
    signed_in.post(photograph.get_absolute_url(), rings(trial))
    first, second_tile, _ = trial.tiles.all()
    at = rings(trial)
    swapped = {f"at_{first.pk}": at[f"at_{second_tile.pk}"]}
    swapped |= {f"at_{second_tile.pk}": at[f"at_{first.pk}"]}
    _, page = second(signed_in, trial, average="1", **swapped)
    assert f"Not averaged: {first.code} and {second_tile.code}." in words_of(page)
