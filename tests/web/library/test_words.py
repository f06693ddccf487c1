"""The glossary: open to all, and reached from where a word stands."""

import re

import pytest
from django.template import Context, Template
from django.test import Client

from claycore.glossary import by_anchor
from tests.pages import words_of


def test_it_is_open_to_whoever_has_no_account(db):
    page = words_of(Client().get("/library/words/"))
    assert "100 × colourant ÷ dry clay" in page
    assert "after ASTM C373, not checked against the standard" in page


@pytest.mark.parametrize(
    "address",
    [
        "/results/shrinkage/",
        "/mix/dose/",
        "/mix/slip/",
        "/results/absorption/?dry=114.6&wet=118.3&unit=g&scale_step=0.1&method=quick_boil",
    ],
)
def test_a_word_leads_from_where_it_stands_to_its_own_place(db, address):
    page = Client().get(address).content.decode()
    (leads, *_) = re.findall(r'class="term"\s+href="/library/words/#([a-z-]+)"', page)
    assert leads in by_anchor()
    assert f'id="{leads}"' in Client().get("/library/words/").content.decode()


def test_a_word_that_is_not_in_the_glossary_is_an_error():
    with pytest.raises(StopIteration):
        Template('{% term "kettle" %}').render(Context())
