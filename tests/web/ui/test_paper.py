"""Everything that is printed fits the paper in the studio's printer."""

import io
import re

import pytest
from django.urls import reverse
from pypdf import PdfReader
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph

from tests.pages import words_of
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial
from umberpot.ui.pdf.looks import TITLE, WIDTH, table
from umberpot.ui.pdf.pages import document
from umberpot.ui.pdf.paper import PAPERS

LEAST = 5 * mm


@pytest.fixture(params=PAPERS)
def paper(request, studio):
    Studio.objects.filter(pk=studio.pk).update(paper=request.param)
    return PAPERS[request.param]


def printed(client, url):
    answer = client.get(url)
    assert answer.status_code == 200
    return PdfReader(io.BytesIO(answer.content))


def size_of(page):
    return float(page.mediabox.width), float(page.mediabox.height)


def test_a_bench_sheet_lies_on_its_side(signed_in, world, paper):
    for page in printed(signed_in, reverse("clays:bench-sheet", args=[world["clays:test"]])).pages:
        assert size_of(page) == pytest.approx(paper.lying, abs=0.01)
        assert_within(page)


def test_a_report_and_a_card(signed_in, world, paper):
    report = reverse("library:report-pdf", args=["trial", Trial.objects.first().pk])
    for page in printed(signed_in, report).pages:
        assert size_of(page) == pytest.approx(paper.sheet, abs=0.01)
        assert_within(page)
    card = reverse("results:batch-card", args=[world["results:batch-card"]])
    for page in printed(signed_in, card).pages:
        assert size_of(page) == pytest.approx(paper.half, abs=0.01)
        assert_within(page)


def assert_within(page):
    """Every text begins within the part of the paper that printers print on."""
    width, height = size_of(page)
    found = []

    def visit(text, cm, tm, *_):
        if text.strip():
            found.append((tm[4] * cm[0] + cm[4], tm[5] * cm[3] + cm[5]))

    page.extract_text(visitor_text=visit)
    assert found
    for x, y in found:
        assert LEAST <= x <= width - LEAST
        assert LEAST <= y <= height - LEAST


def test_labels_begin_with_the_usual_sheet_of_the_paper(signed_in, clay, paper):
    page = signed_in.get("/shelf/labels/").content.decode()
    assert f'value="{paper.label_sheet}" selected' in page


def test_the_paper_is_chosen_in_the_preferences(signed_in, studio):
    assert "US Letter" in words_of(signed_in.get("/preferences/"))


@pytest.mark.parametrize("rows", [1, 2, 3, *range(44, 60)])
def test_no_row_of_a_table_stands_alone_on_a_sheet(rows):
    lines = [["head"], *([f"row {number}"] for number in range(rows))]
    told = [Paragraph("Title", TITLE), table(lines, [WIDTH])]
    sheets = PdfReader(io.BytesIO(document(told, "Rows", (18 * mm, 15 * mm, 14 * mm), A4))).pages
    counts = [len(re.findall(r"row \d", sheet.extract_text())) for sheet in sheets]
    assert sum(counts) == rows
    assert min(counts) >= min(2, rows)
