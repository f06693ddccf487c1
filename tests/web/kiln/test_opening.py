"""Opening the kiln: each piece is noted where it stands, tap by tap, and every tap is kept."""

import uuid

import pytest

from claycore.firing.loading.by_rules import Arrangement
from tests.factories import KilnFactory, MaterialFactory
from tests.page_forms import forms_of
from tests.pages import words_of
from tests.web.test_write_queries import asked
from umberpot.firings.models import Firing
from umberpot.kiln.loading.services import fire_load, plan_load
from umberpot.kiln.services import fire
from umberpot.tiles.models import ColourReading, ColourWords, Remark, Step, Tile

RECORDED = {"cone": "6", "atmosphere": "oxidation", "fired_on": "2026-11-20", "note": ""}
RAMP = {"mark": "100", "cone": "6", "trial_name": "Ramp", "count": 4}


@pytest.fixture
def make_tiles(signed_in, make_mix, weigh):
    """Dry tiles of a mix of its own."""

    def make(glazed="no", pct=8, **order):
        mix = weigh(make_mix(), 80, pct)
        data = {**RAMP, **order, "glazed": glazed, "request_key": uuid.uuid4()}
        before = set(Tile.objects.values_list("pk", flat=True))
        assert signed_in.post(f"/tiles/make/{mix.pk}/", data).status_code == 302
        made = Tile.objects.exclude(pk__in=before)
        made.update(step=Step.FIRE)
        return list(made.order_by("pk"))

    return make


@pytest.fixture
def firing(make_tiles, studio, user):
    """Four equal tiles, fired on the three shelves of a kiln."""
    kiln = KilnFactory(studio=studio)
    tiles, key = make_tiles(), uuid.uuid4()
    load = plan_load(kiln, "6", "oxidation", tiles, user, key, arrangement=Arrangement.LEARN)
    return fire_load(load, RECORDED, user)


def fired(studio, user, tiles, cone="6"):
    return fire(
        tiles,
        Firing(studio=studio, made_by=user, request_key=uuid.uuid4(), **{**RECORDED, "cone": cone}),
    )


def card_of(client, firing, tile):
    """The form of one piece, as the page shows it just now."""
    page = client.get(f"/kiln/{firing.pk}/opening/")
    action = f"/kiln/{firing.pk}/opening/{tile.code}/"
    return next(form for form in forms_of(page) if form.action == action)


def tap(client, firing, tile, form=None, **taps):
    form = form or card_of(client, firing, tile)
    return client.post(form.action, {**form.sends, **taps}, headers={"HX-Request": "true"})


def colours_of(tile):
    return [(one.typed, one.is_current) for one in ColourReading.objects.filter(tile=tile)]


def seen_on(tile):
    return set(Remark.objects.filter(tile=tile, withdrawn_at=None).values_list("code", flat=True))


def known(client, firing, tile, typed):
    assert tap(client, firing, tile, do="other", other=typed).status_code == 200


def test_the_top_shelf_comes_out_first(signed_in, firing):
    page = words_of(signed_in.get(f"/kiln/{firing.pk}/opening/"))
    places = [page.index(title) for title in ("Shelf 3", "Shelf 2", "Shelf 1, lowest")]
    assert places == sorted(places)
    assert "0 of 4 pieces have a fired colour" in page
    assert "open it below 60 °C" in page


def test_a_tap_on_a_tile_records_the_colour_by_eye_after_this_firing(signed_in, firing):
    first, second = Tile.objects.order_by("pk")[:2]
    known(signed_in, firing, first, "52, 8, -20")
    said = words_of(tap(signed_in, firing, second, colour=f"like {first.code}"))
    assert f"Saved: like {first.code}" in said
    reading = ColourReading.objects.get(tile=second)
    assert (reading.lab.values, reading.source, reading.firing) == ((52, 8, -20), "by_eye", firing)
    assert reading.u95 >= 2


def test_what_is_tapped_again_changes_nothing_and_another_tile_supersedes(signed_in, firing):
    first, second, third = Tile.objects.order_by("pk")[:3]
    known(signed_in, firing, first, "52, 8, -20")
    known(signed_in, firing, third, "40, 10, -25")
    for like in (first, first, third):
        assert tap(signed_in, firing, second, colour=f"like {like.code}").status_code == 200
    assert colours_of(second) == [(f"like {first.code}", False), (f"like {third.code}", True)]


def test_surface_is_tapped_on_and_off(signed_in, firing):
    tile = Tile.objects.first()
    tap(signed_in, firing, tile, sheen="matt", remark=["speckled"])
    assert seen_on(tile) == {"matt", "speckled"}
    tap(signed_in, firing, tile, sheen="satin", remark=[])
    assert seen_on(tile) == {"satin"}
    form = card_of(signed_in, firing, tile)
    assert form.sends["sheen"] == ["satin"]


def test_what_cannot_be_so_at_once_is_said_and_nothing_is_recorded(signed_in, firing):
    tile = Tile.objects.first()
    answer = tap(signed_in, firing, tile, remark=["even", "streaked"])
    assert "A colour that is speckled or streaked is not even" in words_of(answer)
    assert seen_on(tile) == set()


def test_words_and_nonsense_as_another_colour(signed_in, firing):
    tile = Tile.objects.first()
    answer = tap(signed_in, firing, tile, do="other", other="rusty plum")
    assert answer["HX-Retarget"] == f"#piece-{tile.pk}"
    assert ColourWords.objects.get(tile=tile).words == "rusty plum"
    refused = tap(signed_in, firing, tile, do="other", other="like ZZ99")
    assert "ZZ99 has no fired colour" in words_of(refused)
    assert 'value="like ZZ99"' in refused.content.decode()
    assert colours_of(tile) == []


def test_a_colour_typed_and_not_sent_is_no_colour(signed_in, firing):
    tile = Tile.objects.first()
    tap(signed_in, firing, tile, other="52, 8, -20", sheen="matt")
    assert colours_of(tile) == []


def test_two_people_tap_on_one_piece_and_the_second_is_shown_what_the_first_did(signed_in, firing):
    first, second, third = Tile.objects.order_by("pk")[:3]
    known(signed_in, firing, first, "52, 8, -20")
    known(signed_in, firing, third, "40, 10, -25")
    form = card_of(signed_in, firing, second)
    tap(signed_in, firing, second, form, colour=f"like {first.code}")
    asked_again = tap(signed_in, firing, second, form, colour=f"like {third.code}")
    assert "Somebody else recorded this piece meanwhile" in words_of(asked_again)
    assert asked_again["HX-Retarget"] == f"#piece-{second.pk}"
    assert colours_of(second) == [(f"like {first.code}", True)]


def test_without_scripts_a_press_leads_back_to_the_piece(signed_in, firing):
    tile = Tile.objects.first()
    form = card_of(signed_in, firing, tile)
    answer = signed_in.post(form.action, {**form.sends, "sheen": "matt"})
    assert answer["Location"] == f"/kiln/{firing.pk}/opening/#piece-{tile.pk}"


def test_a_broken_piece_leaves_the_page(signed_in, firing):
    tile = Tile.objects.first()
    data = {"tile": tile.code, "do": "broken", "back": "opening"}
    answer = signed_in.post(f"/kiln/{firing.pk}/pieces/", data, follow=True)
    page = words_of(answer)
    assert f"{tile.code} marked: broken. It is set aside. Look at the edges of the break." in page
    assert "0 of 3 pieces have" in page


def test_what_may_be_behind_a_fault_stands_beside_the_piece_at_once(
    signed_in, studio, user, make_tiles
):
    glazed = make_tiles("yes")[0]
    firing = fired(studio, user, [glazed])
    assert "Possible causes" not in words_of(signed_in.get(f"/kiln/{firing.pk}/opening/"))
    told = words_of(tap(signed_in, firing, glazed, remark="pinholed"))
    assert "Possible causes Gas was still leaving as the glaze sealed" in told
    assert "Possible causes" not in words_of(tap(signed_in, firing, glazed, remark="even"))


def test_the_nearest_recipe_is_offered_first_and_never_the_piece_itself(
    signed_in, studio, user, make_tiles
):
    weak, strong, glazed = make_tiles(pct=3), make_tiles(pct=8), make_tiles("yes", pct=8)
    earlier = fired(studio, user, [weak[0], strong[0], glazed[0]])
    for tile, lab in ((weak[0], "70, 2, -8"), (strong[0], "50, 4, -28"), (glazed[0], "40, 6, -36")):
        known(signed_in, earlier, tile, lab)
    now = fired(studio, user, [strong[1]])
    page = signed_in.get(f"/kiln/{now.pk}/opening/").content.decode()
    places = [page.index(f'value="like {t.code}"') for t in (strong[0], weak[0], glazed[0])]
    assert places == sorted(places)
    again = signed_in.get(f"/kiln/{earlier.pk}/opening/").content.decode()
    own = again[again.index(f'id="piece-{weak[0].pk}"') :].split("</li>")[0]
    assert f'value="like {weak[0].code}"' not in own


def test_an_unglazed_half_has_a_row_of_its_own(signed_in, studio, user, make_tiles):
    halves, plain = make_tiles("half"), make_tiles()
    now = fired(studio, user, [halves[0], plain[0]])
    known(signed_in, now, plain[0], "60, 5, 20")
    tap(signed_in, now, halves[0], bare_colour=f"like {plain[0].code}")
    reading = ColourReading.objects.get(tile=halves[0])
    assert (reading.of_bare_half, reading.lab.values) == (True, (60, 5, 20))
    page = signed_in.get(f"/kiln/{now.pk}/opening/").content.decode()
    assert page.count("Unglazed half like") == 1


def test_glaze_faults_are_asked_of_glazed_tiles_and_the_body_of_bars(
    signed_in, studio, user, make_tiles
):
    glazed, plain = make_tiles("yes"), make_tiles()
    now = fired(studio, user, [glazed[0], plain[0]])
    page = signed_in.get(f"/kiln/{now.pk}/opening/").content.decode()
    assert page.count('value="crazed"') == 1
    clay = MaterialFactory(dug=True, studio=studio)
    order = {"name": "Bars", "cones": "6", "replicates": "1", "path": "own", "mark": "100"}
    order |= {"soak": "all", "method": "boil_soak", "request_key": str(uuid.uuid4())}
    signed_in.post(f"/tiles/tests/new/{clay.pk}/", order)
    bar = Tile.objects.exclude(role="").first()
    of_bars = fired(studio, user, [bar])
    page = signed_in.get(f"/kiln/{of_bars.pk}/opening/").content.decode()
    assert 'value="cracked"' in page
    assert 'value="no_pops"' not in page
    tap(signed_in, of_bars, bar, remark=["looked", "cracked"])
    assert seen_on(bar) == {"cracked"}


def test_nobody_else_taps(firing, stranger):
    tile = Tile.objects.first()
    assert stranger.get(f"/kiln/{firing.pk}/opening/").status_code == 404
    sent = stranger.post(f"/kiln/{firing.pk}/opening/{tile.code}/", {"sheen": "matt"})
    assert sent.status_code == 404


def test_queries_do_not_grow_with_the_pieces(signed_in, studio, user, make_tiles):
    few, many = make_tiles()[:2], make_tiles(count=9)
    one, other = fired(studio, user, few), fired(studio, user, many)
    for firing, tiles in ((one, few), (other, many)):
        for number, tile in enumerate(tiles):
            known(signed_in, firing, tile, f"{30 + 5 * number}, 4, -20")
    pages = [f"/kiln/{firing.pk}/opening/" for firing in (one, other)]
    assert asked(lambda: signed_in.get(pages[0])) == asked(lambda: signed_in.get(pages[1]))
