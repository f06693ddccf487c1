"""Text goes out as a table and comes back as it was, whatever it is."""

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from umberpot.ui import tables

COLUMNS = ("id", "notes", "more")
TEXT = st.text(st.characters(exclude_categories=["Cs"], exclude_characters="\x00"))


def there_and_back(notes, more=""):
    csv = tables.to_csv(COLUMNS, [{"id": "1", "notes": notes, "more": more}])
    [row] = tables.read(tables.decoded(csv.encode()), COLUMNS)
    return row.cells["notes"], row.cells["more"]


@given(TEXT, TEXT)
@example("first line\nsecond line", "")
@example("first line\r\nsecond line\rthird", "of\u2028an\x0bold\x0cmachine\x85")
@example("'=x", "''=x")
@example("' -5", "'-5")
@example("=1+1", "-5")
@example('says "so", and; more\t', "")
def test_any_text_comes_back_but_for_the_space_around_it(notes, more):
    assert there_and_back(notes, more) == (notes.strip(), more.strip())


@pytest.mark.parametrize("text", ["=1+1", " =1+1", "'=1+1", "@x", "\uff1dx", "-x"])
def test_no_spreadsheet_takes_text_for_a_formula(text):
    assert tables.neutral(text).startswith("'")


@pytest.mark.parametrize("text", ["-5", "+3.5", "-1e3", "'quoted'", "a = b", ""])
def test_numbers_and_other_text_stay_as_they_are(text):
    assert tables.neutral(text) == text


def test_the_line_of_a_row_after_one_of_several_lines_is_that_of_the_file():
    rows = tables.read('id,notes\n1,"two\nlines"\n2,one\n', COLUMNS)
    assert [row.line for row in rows] == [3, 4]


def test_a_cone_stays_a_cone_in_a_spreadsheet_and_comes_back():
    """By itself 04 becomes the number 4, which is another cone, and far hotter."""
    columns = ("name", "cone", "top_cone", "second")
    row = {"name": "cone 04", "cone": "04", "top_cone": "", "second": "04"}
    written = tables.to_csv(columns, [row])
    assert written.splitlines()[1] == "cone 04,cone 04,,04"
    assert dict(tables.read(written, columns)[0].cells) == row


@pytest.mark.parametrize("cell", ["04", "cone 04", "Cone 04", " cone  04 "])
def test_a_cone_is_taken_with_its_word_or_without(cell):
    (row,) = tables.read(f"name,cone\nx,{cell}\n", ("name", "cone"))
    assert row.cells["cone"] == "04"
