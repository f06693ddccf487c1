"""Fields of several entries: rows that fill their width, and lines that say the same."""

from itertools import accumulate

import pytest
from django.test import Client

from tests.pages import words_of
from umberpot.kiln.schedules.forms import ScheduleEditForm
from umberpot.kiln.urls import urlpatterns as of_the_kiln
from umberpot.results.urls import urlpatterns as of_the_results
from umberpot.surface.urls import urlpatterns as of_the_surface
from umberpot.ui.fields.lines import WHOLE_ROW, EntriesField

FORMS = {
    ScheduleEditForm,
    *(
        pattern.callback.view_class.form_class
        for pattern in (*of_the_kiln, *of_the_results, *of_the_surface)
        if hasattr(getattr(pattern, "callback", None), "view_class")
    ),
}
IN_ROWS = [
    pytest.param(field, id=f"{form.__name__}.{name}")
    for form in sorted(FORMS, key=lambda form: form.__name__)
    for name, field in form.base_fields.items()
    if isinstance(field, EntriesField) and field.columns
]


def test_every_kind_of_entry_but_a_log_has_its_rows():
    assert len(IN_ROWS) == 13


@pytest.mark.parametrize("field", IN_ROWS)
def test_parts_fill_whole_rows_and_only_the_last_may_be_left_out(field):
    columns = field.columns
    ends = list(accumulate(column.width for column in columns))
    assert ends[-1] % WHOLE_ROW == 0
    # No part stands half in one row and half in the next.
    assert {*range(WHOLE_ROW, ends[-1] + 1, WHOLE_ROW)} <= {*ends}
    assert len({column.name for column in columns}) == len(columns)
    optional = [column.optional for column in columns]
    assert optional == sorted(optional)


@pytest.mark.parametrize("field", IN_ROWS)
def test_a_line_of_all_its_parts_is_read(field):
    """Whatever is chosen of each part's choices."""
    typed = {
        "name": "Alder",
        "colourant": "Alder",
        "code": "B7",
        "shelf": "low",
        "colour": "52, 8, 14",
        "seen": "warped",
    }
    sizes = {"round": "400", "rect": "400x300", "": "90x70"}
    most = max(len(column.choices) for column in field.columns)
    for turn in range(max(1, most)):
        chosen = {
            column.name: column.choices[turn % len(column.choices)][0]
            for column in field.columns
            if column.choices
        }
        given = {"size": sizes[chosen.get("shape", "")], **typed, **chosen}
        parts = [given.get(column.name, "4") for column in field.columns]
        assert field.clean([" : ".join(parts)])


def test_lines_without_scripts_say_what_may_stand_there():
    page = words_of(Client().get("/kiln/load/"))
    assert "Shape (round, rect) : Size, mm." in page
    assert "Add a shelf" in page
