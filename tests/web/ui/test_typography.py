"""A quantity and its unit stay on one line, on every page; what forms send back is untouched."""

import re

import pytest
from django.http import HttpRequest, HttpResponse
from django.test import Client

from tests.web.whole_site import every_url
from umberpot.ui.typography import UNITS, KeptTogether, kept_together, kept_together_in

_MAY_BREAK = r"[ \n\t\r]+"
PARTED = re.compile(
    rf"\d{_MAY_BREAK}(?:{'|'.join(map(re.escape, UNITS))})(?![\w°])"
    rf"|ΔE{_MAY_BREAK}\d|\d{_MAY_BREAK}±|±{_MAY_BREAK}\d|\bcone{_MAY_BREAK}\d"
)
INLINE = re.compile(r"</?(?:strong|span|a|abbr|b|em)\b[^>]*>")


@pytest.mark.parametrize(
    ("said", "kept"),
    [
        ("6 % Quay Blue", "6~% Quay Blue"),
        ("18.2 mm, 3.6 kg and 40 min", "18.2~mm, 3.6~kg and 40~min"),
        ("1.4 ± 0.3 % at cone 6", "1.4~±~0.3~% at cone~6"),
        ("ΔE 0.6 ± 0.4", "ΔE~0.6~±~0.4"),
        ("1210 °C, 60 °C per hour", "1210~°C, 60~°C per hour"),
        ("2 glazes, 3 grids, 4 mixes, 5 more", "2 glazes, 3 grids, 4 mixes, 5 more"),
        ("tile A 1 and cone by cone", "tile A 1 and cone by cone"),
    ],
)
def test_quantities_stay_together_and_nothing_else(said, kept):
    assert kept_together(said) == kept.replace("~", "\u00a0")


@pytest.mark.parametrize(
    ("html", "kept"),
    [
        ("<p>21.5\n   % water</p>", "<p>21.5~% water</p>"),
        ("<p><strong>5.8</strong> kg</p>", "<p><strong>5.8</strong>~kg</p>"),
        ("<p>5.8 <span class='unit'>kg</span></p>", "<p>5.8~<span class='unit'>kg</span></p>"),
        ("<p>5</p> <p>kg</p>", "<p>5</p> <p>kg</p>"),
        ("<b>A3</b> gives", "<b>A3</b> gives"),
    ],
)
def test_a_line_of_the_template_or_a_tag_between_them_parts_nothing(html, kept):
    assert kept_together_in(html) == kept.replace("~", "\u00a0")


def test_what_a_form_sends_back_is_as_it_was():
    html = (
        '<input value="4 kg"><textarea>dry 6 % more</textarea>'
        '<option value="6 % Kelp">6 % Kelp</option><script>let x = "3 g"</script>'
        "<title>6 % Kelp</title><!-- 5 g -->"
    )
    changed = kept_together_in(html)
    assert changed == html.replace(">6 % Kelp</option>", ">6\u00a0% Kelp</option>")


@pytest.mark.parametrize("html", ["", "no tag", "<p", "a < b 3 g", "<p>x", "</textarea>3 g"])
def test_broken_html_loses_nothing(html):
    assert kept_together_in(html).replace("\u00a0", " ") == html


def test_no_page_parts_a_quantity_from_its_unit(settings, user, world, concluded):
    settings.MIDDLEWARE = settings.WITH_KEPT_QUANTITIES
    client = Client()
    client.force_login(user)
    seen = 0
    for _, address in every_url(world):
        answer = client.get(address)
        if answer.headers.get("Content-Type", "").startswith("text/html"):
            html = re.sub(
                r"(?s)<(textarea|script|style|title)\b.*?</\1>", "", answer.content.decode()
            )
            text = re.sub(r"<[^>]*>", "|", re.sub(INLINE, "", html))
            assert PARTED.findall(text) == [], address
            seen += 1
    assert seen > 80


@pytest.mark.parametrize("address", ["/bench/due/", "/calculators/", "/mix/dose/"])
def test_a_page_is_as_long_as_it_says(settings, user, world, address):
    settings.MIDDLEWARE = settings.WITH_KEPT_QUANTITIES
    client = Client()
    client.force_login(user)
    answer = client.get(address)
    assert int(answer["Content-Length"]) == len(answer.content)


def test_what_becomes_longer_says_so():
    def page(request):
        return HttpResponse("<p>6 % Kelp</p>", headers={"Content-Length": "15"})

    answer = KeptTogether(page)(HttpRequest())
    assert answer.content.decode() == "<p>6\u00a0% Kelp</p>"
    assert answer["Content-Length"] == "16"
