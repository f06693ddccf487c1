"""Text on paper: the letters people write their clays' names in, and the signs of the trade."""

import ast
import io
from pathlib import Path

import pytest
from pypdf import PdfReader

from umberpot.ui.label_sheets import SHEETS, Label, labels_pdf
from umberpot.ui.pdf import printable, shown
from umberpot.ui.pdf.text import not_printed

TOP = Path(__file__).parents[3]
NEVER_PRINTED = set("√⁴＝＋－＠\0")
"""Of formulas in the glossary, and what spreadsheets are kept from."""


NAMES = [
    *("Zażółć biel", "Šárčin jíl", "Çığlık kili", "Fűzfő", "Größe, señal", "Đất sét Huế"),
    *("Πηλός του λιμανιού", "Шликер й ґлина", "Ђурђевак"),
]


@pytest.mark.parametrize("name", NAMES)
def test_names_are_printed_as_they_are_written(name):
    sheet = labels_pdf([Label("B7", (name,), "http://x/1")], SHEETS["a4-24"])
    assert name in PdfReader(io.BytesIO(sheet)).pages[0].extract_text()


@pytest.mark.parametrize(
    ("typed", "printed"),
    [
        ("e\u0301 of two signs, x\u0363", "é of two signs, x"),
        ("釉薬", "[U+91C9 U+85AC]"),
        ("Slip 🫖!", "Slip [U+1FAD6]!"),
        ("👩\u200d🎨 \ufe0ftest", "[U+1F469 U+1F3A8] test"),
        ("a\u202eb", "ab"),
        ("Is it “?”", "Is it “?”"),
        ("thin\u202fspace, ﬁne", "thin space, fine"),
        ("two\nlines", "two\nlines"),
    ],
)
def test_what_the_fonts_lack_is_told_apart_from_what_they_have(typed, printed):
    assert shown(typed) == printed


def test_what_paper_shows_as_codes_is_said_before():
    assert not_printed("Zażółć", "Πηλός", "e\u0301") == ""
    assert not_printed("Slip 🫖", "釉 🫖") == (
        "The printed sheet has no letters for these signs and shows their codes: "
        "“🫖” as [U+1FAD6], “釉” as [U+91C9]."
    )
    assert not_printed("甲乙丙丁戊己").endswith("“丁” as [U+4E01], and 2 more.")


def test_nothing_typed_is_taken_for_a_tag():
    assert printable("ΔE00 < 1 & <b>") == "ΔE00 &lt; 1 &amp; &lt;b&gt;"


def sentences_of(path):
    """Every string of a module that is no docstring."""
    tree = ast.parse(path.read_text())
    stray = {node.value for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and node not in stray:
            yield node.value


@pytest.mark.parametrize("place", ["claycore", "umberpot"])
def test_every_sign_of_our_own_sentences_can_be_printed(place):
    used = set().union(*(s for path in (TOP / place).rglob("*.py") for s in sentences_of(path)))
    assert {"Δ", "−", "±"} <= used
    assert {sign for sign in used if shown(sign) != sign} <= NEVER_PRINTED
