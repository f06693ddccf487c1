"""Codes and what is scratched into a tile."""

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
    assert label == ("A7 c6 G", "10 QB-14", "Ferry white")


def test_a_label_never_has_more_lines_than_a_tile():
    many = [(f"Oxide {n}", "", 1.0) for n in range(12)]
    label = inscriptions.inscription("A7", many, ("Body", ""), "6", glazed=False, tile_mm=120)
    assert label == ("A7 c6", "1 Oxide 0", "+11 more", "Body")


def test_a_dull_tool_takes_fewer_letters():
    assert inscriptions.letters_per_line(120, "needle") > inscriptions.letters_per_line(
        120, "stick"
    )
    assert inscriptions.letters_per_line(10, "stick") == 4
