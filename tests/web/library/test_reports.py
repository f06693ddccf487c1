"""Reports say what the pages say: on paper, in one file, by a link to someone outside."""

import io
import re
from base64 import b64encode
from datetime import timedelta
from hashlib import sha256
from urllib.parse import urlsplit

import pytest
from django.test import Client
from django.utils import timezone
from PIL import Image
from pypdf import PdfReader

from tests.factories import FindingFactory, NoteFactory
from tests.pages import words_of
from tests.web.whole_site import report_keys
from umberpot.library.models import Share
from umberpot.library.reports.kinds import REPORTS
from umberpot.library.reports.remembered import MOST_PHOTOGRAPHS
from umberpot.shelf.models import Material


def pdf_words(answer):
    assert answer["Content-Type"] == "application/pdf"
    sheets = PdfReader(io.BytesIO(answer.content)).pages
    return " ".join(" ".join(sheet.extract_text() for sheet in sheets).split())


def test_everything_that_can_be_concluded_has_a_report_in_three_forms(signed_in, world, concluded):
    by_kind = report_keys(world, concluded)
    assert set(by_kind) == set(REPORTS)
    for about, pk in by_kind.items():
        page = signed_in.get(f"/library/reports/{about}/{pk}/")
        title = page.context["report"].title
        assert title in words_of(page), about
        alone = signed_in.get(f"/library/reports/{about}/{pk}/report.html")
        html = alone.content.decode()
        assert title in words_of(alone), about
        assert not re.search(r'(src|href)="(?!data:)', html), "it stands alone"
        (style,) = re.findall(r"<style>(.*?)</style>", html, re.DOTALL)
        allowed = b64encode(sha256(style.encode()).digest()).decode()
        assert f"default-src 'none'; img-src data:; style-src 'sha256-{allowed}'" in html
        assert "style=" not in html.replace("font-style=", "")
        assert "<style>" in html
        assert title.split(",")[0] in pdf_words(
            signed_in.get(f"/library/reports/{about}/{pk}/report.pdf")
        )


def test_a_trial_says_what_was_found_with_figures_and_reasons(signed_in, world, concluded):
    url = f"/library/reports/trial/{concluded.trial_id}/"
    for said in (words_of(signed_in.get(url)), pdf_words(signed_in.get(f"{url}report.pdf"))):
        for words in (
            *("Ten is enough", "Greener by daylight", concluded.code, "CIEDE2000"),
            *("accredited laboratory", "Cobalt"),
        ):
            assert words in said, words
    assert 'fill="#' in signed_in.get(url).content.decode()


def test_signs_stand_on_paper_as_they_are(signed_in, concluded):
    said = "ΔE 2 ≥ 1, −3 ≤ 4 < 5 & <b>"
    of_tile = {**about(concluded), "tile": concluded}
    NoteFactory(**of_tile, words=said, image=None)
    words = pdf_words(signed_in.get(f"/library/reports/trial/{concluded.trial_id}/report.pdf"))
    assert said in words


def about(tile):
    return {"studio": tile.studio, "made_by": tile.made_by, "tile": None}


def photograph(grey=90):
    out = io.BytesIO()
    Image.new("RGB", (1200, 800), (grey, grey, grey)).save(out, "JPEG")
    return out.getvalue()


def pictured(answer):
    """What is said of each photograph of a page."""
    found = r'<img src="data:image/jpeg;base64,[^"]+"\s+alt="([^"]*)"'
    return re.findall(found, answer.content.decode())


def test_photographs_go_along_in_every_form(signed_in, concluded):
    of_tile = {**about(concluded), "tile": concluded}
    NoteFactory(**of_tile, words="Crazed at the rim", image=photograph())
    NoteFactory(**about(concluded), trial=concluded.trial, words="Broken", image=b"no picture")
    url = f"/library/reports/trial/{concluded.trial_id}/"
    page, alone = signed_in.get(url), signed_in.get(f"{url}report.html")
    for answer in (page, alone, Client().get(link_to(signed_in, concluded.trial)[1])):
        assert [alt.split(" (")[0] for alt in pictured(answer) if "As taken" not in alt] == [
            f"{concluded.code}: Crazed at the rim"
        ]
        assert "Broken" in words_of(answer)
    assert "img-src 'self' data:" in page["Content-Security-Policy"]
    pdf = signed_in.get(f"{url}report.pdf")
    assert f"{concluded.code}: Crazed at the rim" in pdf_words(pdf)
    pictures = [p for sheet in PdfReader(io.BytesIO(pdf.content)).pages for p in sheet.images]
    assert (900, 600) in [picture.image.size for picture in pictures]


def test_of_many_photographs_the_newest_go_along(signed_in, concluded):
    for number in range(MOST_PHOTOGRAPHS + 1):
        NoteFactory(
            **about(concluded), trial=concluded.trial, words=f"View {number}", image=photograph()
        )
    answer = signed_in.get(f"/library/reports/trial/{concluded.trial_id}/")
    shown = [alt for alt in pictured(answer) if alt.startswith("View")]
    assert len(shown) == MOST_PHOTOGRAPHS
    assert not any("View 0" in alt for alt in shown)
    assert all(f"View {number}" in words_of(answer) for number in range(MOST_PHOTOGRAPHS + 1))


def test_a_finding_gives_its_reasons_and_what_it_rests_on(signed_in, world, concluded):
    old = concluded.trial.findings.get(sentence="Ten is enough")
    FindingFactory(studio=old.studio, trial=old.trial, sentence="Twelve after all", supersedes=old)
    said = words_of(signed_in.get(f"/library/reports/finding/{old.pk}/"))
    assert "Because." in said
    assert "Superseded by: Twelve after all" in said
    assert "Current results" in said
    assert "Tile by tile" in said


def test_what_was_typed_is_text_on_the_page_and_on_paper(signed_in, concluded):
    url = f"/library/reports/firing/{concluded.last_firing.pk}/"
    assert "Slow &lt;b&gt;cooling" in signed_in.get(url).content.decode()
    assert "Slow <b>cooling</b>" in pdf_words(signed_in.get(f"{url}report.pdf"))


def test_a_blind_trial_of_factors_tells_nothing(signed_in, world):
    pk = world["surface:factor-trial"]
    trial = REPORTS["factor-trial"].model.objects.get(pk=pk)
    trial.blind = True
    trial.save()
    said = words_of(signed_in.get(f"/library/reports/factor-trial/{pk}/"))
    assert "blind" in said
    assert "Scrub" not in said


def test_a_year_lists_what_was_made_and_concluded(signed_in, concluded):
    year = timezone.localdate().year
    said = words_of(signed_in.get(f"/library/reports/year/{year}/"))
    assert "Ten is enough" in said
    assert concluded.trial.name in said
    assert "so far" in said
    assert "Ten is enough" in pdf_words(signed_in.get(f"/library/reports/year/{year}/report.pdf"))
    empty = words_of(signed_in.get(f"/library/reports/year/{year - 1}/"))
    assert "0 mixes weighed out" in empty
    for wrong in (year + 1, 1899, 99999):
        assert signed_in.get(f"/library/reports/year/{wrong}/").status_code == 404


def test_a_year_says_what_was_used_and_its_cost(signed_in, clay, blue, make_mix, weigh):
    Material.objects.filter(pk=blue.pk).update(price_per_kg=40)
    Material.objects.filter(pk=clay.pk).update(price_per_kg=None)
    for grams in (8, 12):
        weigh(make_mix(), 80, grams)
    said = words_of(signed_in.get(f"/library/reports/year/{timezone.localdate().year}/"))
    assert "Quay Blue20 g0.80 €" in said
    assert "Ferry white203.8 g–" in said, "160 g of dry clay, as it lies on the shelf"
    assert "0.80 € in total, at today’s prices. Without a price: Ferry white." in said
    last = signed_in.get(f"/library/reports/year/{timezone.localdate().year - 1}/")
    assert "Materials used" not in words_of(last)


@pytest.mark.parametrize("address", ["/library/reports/mix/1/", "/library/reports/trial/999999/"])
def test_what_has_no_report(signed_in, address):
    assert signed_in.get(address).status_code == 404


# Shared by link


def link_to(client, trial):
    url = f"/library/shares/trial/{trial.pk}/"
    page = client.post(url, {"days": "30"}, follow=True)
    made, address, _ = page.context["links"][0]
    return made, urlsplit(address).path


def test_a_link_shows_the_report_and_nothing_else(signed_in, concluded, studio):
    _, link = link_to(signed_in, concluded.trial)
    page = Client().get(link)
    assert page.status_code == 200
    assert "Ten is enough" in words_of(page)
    assert page["X-Robots-Tag"] == "noindex, nofollow"
    assert page["Referrer-Policy"] == "no-referrer"
    assert "no-store" in page["Cache-Control"]
    html = page.content.decode()
    addresses = re.findall(r'(?:href|src|action)="([^"]+)"', html)
    outside = [address for address in addresses if not address.startswith("data:")]
    assert all(address.startswith("/static/") for address in outside), outside
    assert "<svg" in html
    assert "<form" not in html
    assert Client().post(link).status_code in (403, 405)


def test_a_link_that_is_closed_says_so_and_shows_nothing(signed_in, concluded):
    made, link = link_to(signed_in, concluded.trial)
    signed_in.post(f"/library/shares/{made.pk}/revoke/")
    closed = Client().get(link)
    assert closed.status_code == 410
    assert "studio closed it" in words_of(closed)
    assert "Ten is enough" not in words_of(closed)
    assert "closed on" in words_of(signed_in.get("/library/shares/"))


def test_a_link_ends(signed_in, concluded):
    made, link = link_to(signed_in, concluded.trial)
    Share.objects.filter(pk=made.pk).update(ends_at=timezone.now() - timedelta(seconds=1))
    late = Client().get(link)
    assert late.status_code == 410
    assert "was open until" in words_of(late)
    page = signed_in.get(f"/library/reports/trial/{concluded.trial_id}/")
    assert made not in [one for one, *_ in page.context["links"]]


def test_a_guessed_link_is_nothing(db):
    assert Client().get("/shared/guessed/").status_code == 404
    assert Client().get(f"/shared/{'x' * 500}/").status_code == 404


def test_a_second_click_makes_one_link(signed_in, concluded):
    url = f"/library/shares/trial/{concluded.trial_id}/"
    key, before = "6ba7b810-9dad-11d1-80b4-00c04fd430c8", timezone.now()
    for _ in range(2):
        signed_in.post(url, {"days": "7", "request_key": key})
    assert Share.objects.filter(made_at__gt=before).count() == 1
    assert signed_in.post(url, {"days": "4000"}).status_code == 302
    assert Share.objects.filter(ends_at__gt=timezone.now() + timedelta(days=366)).count() == 0


def test_nothing_of_another_studio_is_shared(stranger, concluded):
    assert stranger.post(f"/library/shares/trial/{concluded.trial_id}/").status_code == 404
