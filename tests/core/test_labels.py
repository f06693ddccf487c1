"""Codes and what is scratched into a tile."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore import inscriptions


def test_codes_are_short_unique_and_without_look_alikes():
    made = [inscriptions.code(n) for n in range(5000)]
    assert made[0] == "A1"
    assert len(set(made)) == len(made)
    assert max(map(len, made)) <= 4
    assert not set("IOQ") & set("".join(made))


@given(st.text(min_size=1, max_size=60), st.integers(4, 30))
def test_shortened_names_fit(text, most):
    assert len(inscriptions.shorten(text, most)) <= max(most, len(" ".join(text.split())))
    assert len(inscriptions.shorten(text, most)) <= most


def test_a_label_prefers_the_suppliers_code_to_a_cut_name():
    label = inscriptions.inscription(
        "A7",
        [("Extraordinarily Long Harbour Blue", "QB-14", 9.99)],
        ("Ferry white", "FW-1"),
        "6",
        glazed=True,
        tile_mm=120,
    )
    assert label == ("A7 c6 G", "10 QB-14", "FW-1 Ferry white")


@pytest.mark.parametrize(
    ("name", "line"),
    [
        ("Quay Blue", "6.5 QB-14 Quay Blue"),
        ("Deep Quay Blue", "6.5 Deep Quay Blue"),
        ("Deepest Harbour Quay Blue", "6.5 QB-14"),
    ],
)
def test_code_and_name_stand_together_where_both_fit(name, line):
    """21 letters in a line of a 120 mm tile with a stylus."""
    label = inscriptions.inscription(
        "A7", [(name, "QB-14", 6.5)], ("Body", ""), "6", glazed=False, tile_mm=120
    )
    assert label[1:] == (line, "Body")


@pytest.mark.parametrize(
    ("scratched", "real", "said"),
    [
        ({"Moss": 9}, {"Moss": 8.38}, "Scratched 9 % Moss, weighed 8.4 %."),
        ({"Moss": 9}, {"Moss": 9.05}, ""),
        ({"Moss": 13}, {"Moss": 12.0}, "Scratched 13 % Moss, weighed 12 %."),
        ({}, {}, ""),
        ({"Moss": 9}, {}, "Scratched 9 % Moss, weighed 0 %."),
        ({}, {"Moss": 2}, "Scratched 0 % Moss, weighed 2 %."),
        (
            {"Moss": 3, "Sand": 5},
            {"Moss": 3, "Sand": 4},
            "Scratched 5 % Sand, weighed 4 %.",
        ),
    ],
)
def test_a_label_is_told_from_what_was_weighed(scratched, real, said):
    assert inscriptions.label_difference(scratched, real) == said


def test_a_label_never_has_more_lines_than_a_tile():
    many = [(f"Oxide {n}", "", 1.0) for n in range(12)]
    label = inscriptions.inscription("A7", many, ("Body", ""), "6", glazed=False, tile_mm=120)
    assert label == ("A7 c6", "1 Oxide 0", "+11 more", "Body")


def test_a_dull_tool_takes_fewer_letters():
    assert inscriptions.letters_per_line(120, "needle") > inscriptions.letters_per_line(
        120, "stick"
    )
    assert inscriptions.letters_per_line(10, "stick") == 4
