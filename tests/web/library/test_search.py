"""The index finds what a plain scan finds, and is true whatever was written."""

import random
import re
import unicodedata
import uuid

import pytest
from django.core.management import call_command
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from claycore.firing.drafts import FiringStage
from tests.factories import FiringFactory, FiringLogFactory, KilnFactory, MaterialFactory
from tests.pages import rows_by_kind, words_of
from umberpot.kiln.loading.services import choose_schedule, plan_load
from umberpot.kiln.models import Load, LogPoint
from umberpot.kiln.schedules.services import draft_for
from umberpot.library.models import Indexed
from umberpot.library.search.index import VERSION, rebuild
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.matching import keys_of
from umberpot.library.search.typed import words_in
from umberpot.shelf.models import Material
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Reading, Remark, Tile

LETTERS = "abé ñ12-.%"


def kept():
    rows = Indexed.objects.values_list("kind", "row_id", "scope", "name", "words", "key", "alias")
    return set(rows)


def found(client, **asked):
    """Names of what the page of results lists, by kind."""
    answer = client.get("/go/", {"kind": "", **asked}).context["answer"]
    return {kind.slug: [row.name for row in kind.rows] for kind in answer.kinds}


def tokens(text):
    apart = unicodedata.normalize("NFKD", text)
    plain = "".join(c for c in apart if not unicodedata.combining(c)).lower()
    return re.findall(r"[a-z0-9]+", plain)


def has(text, word):
    """Whether a word's tokens stand in a text one after the other, the last begun at least."""
    wanted, there = tokens(word), tokens(text)
    return any(
        there[at : at + len(wanted) - 1] == wanted[:-1]
        and there[at + len(wanted) - 1].startswith(wanted[-1])
        for at in range(len(there) - len(wanted) + 1)
    )


@pytest.mark.parametrize("seed", range(6))
def test_the_same_is_found_as_by_a_plain_scan(studio, db, seed):
    rng = random.Random(seed)

    def text(most):
        return "".join(rng.choice(LETTERS) for _ in range(rng.randint(1, most))).strip()

    for number in range(60):
        MaterialFactory(studio=studio, name=f"{text(12)} {number}", kind="stain", notes=text(20))
    MaterialFactory(name="Mab elsewhere", kind="stain")
    rows = list(Material.objects.of(studio))
    for _ in range(80):
        words = words_in(text(8))
        if not words:
            continue
        of_index = keys_of(studio, KINDS["shelf"], words, 1000)
        texts = {
            m.pk: (m.name, f"{m.supplier_code} {m.get_kind_display()} {m.notes}") for m in rows
        }
        scanned = {
            key for key, both in texts.items() if all(any(has(t, w) for t in both) for w in words)
        }
        assert set(of_index) == scanned, words
        in_name = {key for key in scanned if all(has(texts[key][0], w) for w in words)}
        assert set(of_index[: len(in_name)]) == in_name, "names come first"


def test_what_is_kept_is_what_would_be_gathered_anew(world):
    before = kept()
    assert {kind for kind, *_ in before} == set(KINDS)
    rebuild()
    assert kept() == before


def test_it_is_kept_through_every_step_that_can_be_undone(world, signed_in, studio):
    tile = Tile.objects.of(studio).first()
    signed_in.post(f"/tiles/{tile.code}/set-aside/", {"aside": "yes"})
    signed_in.post(f"/surface/coats/{world['surface:remove-coat']}/remove/")
    signed_in.post(f"/library/notes/{world['library:remove-note']}/remove/")
    before = kept()
    rebuild()
    assert kept() == before


def test_a_whole_change_is_followed_at_its_end(signed_in, world, clay):
    with whole_change():
        clay.name = "Lighthouse white"
        clay.save()
        MaterialFactory(studio=clay.studio, name="Lighthouse red", kind="stain")
        gone = MaterialFactory(studio=clay.studio, name="Lighthouse blue", kind="stain")
        with whole_change():
            Material.objects.filter(pk=clay.pk).update(notes="for the lantern room")
        gone.delete()
        assert found(signed_in, q="lighthouse") == {}
    assert {"Lighthouse white", "Lighthouse red"} <= set(found(signed_in, q="lighthouse")["shelf"])
    assert "Lighthouse blue" not in found(signed_in, q="lighthouse")["shelf"]
    assert "tiles" in found(signed_in, q="lighthouse")
    assert found(signed_in, q="lantern")["shelf"] == ["Lighthouse white"]


def test_of_a_whole_change_that_failed_nothing_is_found(signed_in, studio):
    @whole_change()
    def begin_and_fail():
        MaterialFactory(studio=studio, name="Lighthouse red", kind="stain")
        raise ConnectionError

    with pytest.raises(ConnectionError):
        begin_and_fail()
    MaterialFactory(studio=studio, name="Lighthouse blue", kind="stain")
    assert found(signed_in, q="lighthouse")["shelf"] == ["Lighthouse blue"]
    before = kept()
    rebuild()
    assert kept() == before


def test_a_new_name_is_followed_to_all_that_is_made_of_it(signed_in, world, clay):
    assert "tiles" not in found(signed_in, q="lighthouse")
    Material.objects.filter(pk=clay.pk).update(name="Lighthouse white")
    assert set(found(signed_in, q="lighthouse")) >= {"tiles", "shelf", "clays", "trials"}
    clay.refresh_from_db()
    clay.name = "Harbour white"
    clay.save()
    assert found(signed_in, q="lighthouse") == {}
    assert "tiles" in found(signed_in, q="harbour")


def test_what_was_seen_on_a_tile_finds_it(signed_in, world, studio, user):
    tile = Tile.objects.of(studio).exclude(mix=None).first()
    remark = Remark.objects.create(studio=studio, tile=tile, code="crawled", made_by=user)
    assert found(signed_in, q="crawl")["tiles"] == [tile.code]
    Remark.objects.filter(pk=remark.pk).update(withdrawn_at=timezone.now())
    assert "tiles" not in found(signed_in, q="crawl")


def test_a_word_for_the_kind_beside_others_means_that_kind(signed_in, studio, make_mix):
    mix = make_mix()
    FiringFactory(studio=studio, cone="6", note="first of the kiln")
    assert found(signed_in, q="quay blue mix") == {"mixes": [mix.name]}
    assert found(signed_in, q="Mixes quay blue") == {"mixes": [mix.name]}
    assert set(found(signed_in, q="firing cone 6")) == {"firings"}
    assert found(signed_in, q="ferry material")["shelf"] == ["Ferry white"]
    MaterialFactory(studio=studio, name="Tile red", kind="stain")
    assert found(signed_in, q="tile")["shelf"] == ["Tile red"]


def test_an_accent_may_be_left_out_and_a_prefix_is_enough(signed_in, studio):
    MaterialFactory(studio=studio, name="Évora slip", kind="stain", supplier_code="ÉV-14")
    for typed in ("evo", "ÉVO", "évora sl", "slip evora", "é"):
        assert "Évora slip" in found(signed_in, q=typed)["shelf"], typed
    assert signed_in.get("/go/", {"q": "ev-14"})["Location"].startswith("/shelf/")
    assert found(signed_in, q="vora") == {}


@pytest.mark.parametrize(
    "typed",
    ['"*(', "NEAR(a b)", "a OR b", "name:x", "-a", '"', "x" * 10_000, "') DROP TABLE --", "\x00"],
)
def test_signs_and_operators_are_words_like_others(signed_in, world, typed):
    assert signed_in.get("/go/", {"q": typed}).status_code in (200, 302)
    typing = signed_in.get("/go/", {"q": typed}, headers={"HX-Request": "true"})
    assert typing.status_code == 200
    assert Indexed.objects.exists()


def test_a_cone_is_that_cone(signed_in, studio):
    FiringFactory(studio=studio, cone="10", fired_on="2026-11-06")
    mine = FiringFactory(studio=studio, cone="6", fired_on="2026-10-01")
    FiringFactory(studio=studio, cone="6", fired_on="2026-10-02")
    assert len(found(signed_in, q="Cone 6")["firings"]) == 2
    assert len(found(signed_in, q="cone 6 october")["firings"]) == 2
    assert f"/kiln/{mine.pk}/" in words_in_links(signed_in.get("/go/?q=cone+6&kind="))


def words_in_links(answer):
    return re.findall(r'href="([^"]+)"', answer.content.decode())


def test_another_studios_code_is_not_found(stranger, world):
    code = world["tiles:record"]
    assert found(stranger, q=code) == {}
    assert stranger.get("/go/", {"q": code}).status_code == 200


@pytest.fixture
def fired(world, studio, user):
    """A tile with 10 % Quay Blue, fired to cone 6, with a colour and a length."""
    tile = Tile.objects.of(studio).exclude(mix=None).filter(mix__finished_at__isnull=False).first()
    firing = FiringFactory(studio=studio, cone="8")
    tile.loadings.create(studio=studio, firing=firing)
    about = {"studio": studio, "tile": tile, "firing": firing, "made_by": user}
    colour = {"lightness": 40, "a": -10, "b": -30, "typed": "40, -10, -30", "source": "typed"}
    tile.colours.create(**about, **colour)
    Reading.objects.create(**about, quantity="length_fired", value=90, step=0.5)
    return tile


def test_tiles_are_filtered(signed_in, fired):
    for asked in (
        {"material": "quay blue", "pct_from": "9", "pct_to": "11"},
        {"cone": "8"},
        {"near": "41, -11, -31"},
        {"read": "shrinkage"},
        {"clay": "ferry white", "surface": "bare"},
        {"who": "potter", "since": "2020-01-01"},
        {"q": fired.code, "near": "41, -11, -31"},
    ):
        assert fired.code in found(signed_in, **asked)["tiles"], asked
    for asked in (
        {"material": "quay blue", "pct_from": "10.5"},
        {"pct_to": "9.5", "cone": "8"},
        {"cone": "04"},
        {"near": "90, 0, 0"},
        {"read": "absorption"},
        {"clay": "none such"},
        {"who": "stranger"},
        {"until": "2020-01-01"},
    ):
        assert fired.code not in found(signed_in, **asked).get("tiles", []), asked


def test_a_tile_that_was_fired_again_is_not_found_by_the_colour_it_had(signed_in, fired, studio):
    fired.loadings.create(studio=studio, firing=FiringFactory(studio=studio, cone="10"))
    assert fired.code not in found(signed_in, near="41, -11, -31").get("tiles", [])


@pytest.mark.parametrize(
    ("soaked", "verdict"), [(70.2, "within"), (77.0, "over"), (71.06, "not_decided")]
)
def test_tiles_are_found_by_how_their_absorption_stands(signed_in, fired, soaked, verdict):
    about = {"studio": fired.studio, "tile": fired, "firing": fired.last_firing}
    about |= {"made_by": fired.made_by, "step": 0.1}
    Reading.objects.create(**about, quantity="mass_fired", value=70)
    Reading.objects.create(**about, quantity="mass_soaked", value=soaked, method="boil_soak")
    for asked in ("within", "over", "not_decided"):
        tiles = found(signed_in, verdict=asked).get("tiles", [])
        assert (fired.code in tiles) == (asked == verdict), asked


def test_a_person_leads_to_what_they_made_and_is_no_word_of_it(signed_in, fired):
    answer = signed_in.get("/go/", {"q": "potter", "kind": ""}).context["answer"]
    (people,) = answer.kinds
    (person,) = people.rows
    assert people.title == "People"
    made = rows_by_kind(signed_in.get(person.url).context["answer"])
    assert fired.code in [row.name for row in made["Tiles and bars"]]


def test_only_kinds_that_a_filter_fits_are_listed(signed_in, fired):
    assert set(found(signed_in, cone="8")) == {"tiles", "firings"}
    assert "shelf" not in found(signed_in, who="potter")


def test_a_filter_that_makes_no_sense_is_said(signed_in, world):
    page = signed_in.get("/go/", {"near": "greenish-ish 5,", "pct_from": "many", "kind": ""})
    assert page.status_code == 200
    assert page.content.decode().count('class="error"') >= 2


def test_of_many_a_few_are_listed_and_the_rest_of_the_kind_is_a_step_away(signed_in, studio):
    for number in range(30):
        MaterialFactory(studio=studio, name=f"Buoy {number}", kind="stain")
    page = signed_in.get("/go/", {"q": "buoy"})
    assert "More of shelf" in words_of(page)
    assert len(found(signed_in, q="buoy")["shelf"]) == 24
    assert len(found(signed_in, q="buoy", kind="shelf")["shelf"]) == 30


def test_the_page_asks_no_more_for_many(signed_in, make_mix, studio):
    def queries():
        with CaptureQueriesContext(connection) as asked:
            assert signed_in.get("/go/", {"q": "quay", "kind": ""}).status_code == 200
        return len(asked)

    def one_more():
        make_mix()
        FiringFactory(studio=studio, note="Quay firing")

    one_more()
    queries()
    few = queries()
    for _ in range(10):
        one_more()
    assert queries() == few


def test_a_data_file_from_before_is_gathered_at_its_update(studio, clay):
    Indexed.objects.all().delete()
    call_command("migrate", verbosity=0)
    assert Indexed.objects.filter(kind="shelf", row_id=clay.pk, version=VERSION).exists()
    Indexed.objects.update(version=0, words="old")
    call_command("migrate", verbosity=0)
    assert not Indexed.objects.filter(words="old").exists()


def test_a_firing_is_drawn_as_logged_else_as_planned(signed_in, studio, user):
    logged, planned, neither = (FiringFactory(studio=studio, cone="6") for _ in range(3))
    log = FiringLogFactory(firing=logged)
    for hours, celsius in ((0, 20), (8, 1200)):
        LogPoint.objects.create(studio=studio, log=log, seconds=3600 * hours, celsius=celsius)
    kiln = KilnFactory(studio=studio)
    load = plan_load(kiln, "6", "oxidation", [], user, uuid.uuid4())
    choose_schedule(load, draft_for(kiln, FiringStage.GLAZE, "6", user, uuid.uuid4()))
    Load.objects.update(firing=planned, state="fired")
    (shaped,) = signed_in.get("/go/", {"q": "cone 6", "kind": "firings"}).context["kinds"]
    drawn = {found.row.pk: curve and curve.strokes[0].css for found, curve in shaped.rows}
    assert drawn == {logged.pk: "chart-line", planned.pk: "chart-plan", neither.pk: None}


def test_a_stain_is_drawn_by_what_its_tiles_fired_to(signed_in, studio, two_stains):
    (shaped,) = signed_in.get("/go/", {"q": "kelp", "kind": "shelf"}).context["kinds"]
    ((found, looks),) = shaped.rows
    assert found.name == "Kelp"
    assert [(look.pct, look.code) for look in looks] == [
        (pct, tile.code) for pct, tile in zip((3, 6, 9), two_stains, strict=False)
    ]
