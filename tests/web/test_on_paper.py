"""Every document: whatever things are called stands on it, in fonts that it brings along."""

import io
import re

import pytest
from django.db.models import CharField, Value
from django.db.models.functions import Cast, Concat
from django.urls import reverse
from django.utils import timezone
from pypdf import PdfReader

from tests.pages import words_of
from tests.web.whole_site import report_keys
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial
from umberpot.ware.models import WareBatch

POLISH = "Żółć nadrzeczna, gęsta glina z Łąk Ósmych pod Świętą Wodą 12"
GREEK = "Γκριζοπράσινος πηλός του λιμανιού, ξηρός και κοσκινισμένος 7"
CYRILLIC = "Серо-зелёная глина с причала, просеянная; ґрунт й щілини № 3"
TEAPOT = "Glaze-blue teapot clay 🫖 with a sign that no font here has 釉"
NAMES = {"Polish": POLISH, "Greek": GREEK, "Cyrillic": CYRILLIC, "emoji": TEAPOT}
AS_CODES = "Glaze-blue teapot clay [U+1FAD6] with a sign that no font here has [U+91C9]"


def documents(world, tile):
    """The page that each document is printed from, and the document."""
    sheets = "/shelf/labels/?sheet=a4-8&copies=1&skip=0"
    yield "/shelf/labels/", sheets
    for page, document in (("clays:test", "bench-sheet"), ("results:batch", "batch-card")):
        keys = [world[page]]
        yield reverse(page, args=keys), reverse(f"{page.split(':')[0]}:{document}", args=keys)
    hung = f"?codes={tile.code}"
    yield reverse("results:wall") + hung, reverse("results:wall-file", args=["pdf"]) + hung
    for keys in report_keys(world, tile).items():
        yield reverse("library:report", args=keys), reverse("library:report-pdf", args=keys)
    year = [timezone.localdate().year]
    yield reverse("library:year", args=year), reverse("library:year-pdf", args=year)


def rename_everything(name):
    numbered = Concat(Value(f"{name} "), Cast("pk", CharField()))
    for model in (Material, Trial, WareBatch, Studio):
        model.objects.update(name=numbered)


def not_embedded(reader):
    """What its text is set in that it does not bring along."""
    for page in reader.pages:
        fonts = (font.get_object() for font in page["/Resources"]["/Font"].values())
        for font in fonts:
            if "/FontFile2" not in font.get("/FontDescriptor", {}):
                yield str(font["/BaseFont"])


def text_of(reader):
    return "".join("".join(page.extract_text().split()) for page in reader.pages)


def hyphens_among_figures(reader):
    """What stands for a minus, or for no value, and is neither a minus nor a dash."""
    words = " ".join(page.extract_text() for page in reader.pages)
    return re.findall(r"(?<![^\s(])-(?:\d\S*|(?!\S))", words)


@pytest.mark.parametrize("name", NAMES.values(), ids=NAMES)
def test_every_document_says_what_things_are_called(signed_in, world, concluded, name):
    rename_everything(name)
    printed = "".join((AS_CODES if name == TEAPOT else name).split())
    for before, document in documents(world, concluded):
        reader = PdfReader(io.BytesIO(signed_in.get(document).content))
        assert printed in text_of(reader), document
        assert "?" not in text_of(reader), document
        assert hyphens_among_figures(reader) == [], document
        assert list(not_embedded(reader)) == [], document
        said = words_of(signed_in.get(before))
        assert ("no letters for these signs" in said) == (name == TEAPOT), before
