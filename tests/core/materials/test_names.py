"""Generic names are lower case in a sentence, proper names are left alone."""

import pytest

from claycore.materials.names import in_a_sentence


@pytest.mark.parametrize(
    ("name", "said"),
    [
        ("Copper carbonate", "copper carbonate"),
        ("Red Iron Oxide", "red iron oxide"),
        ("Rutile", "rutile"),
        ("titanium dioxide", "titanium dioxide"),
        ("Quay Blue", "Quay Blue"),
        ("CoO", "CoO"),
        ("RIO oxide", "RIO oxide"),
        ("Iron oxide 130", "Iron oxide 130"),
        ("", ""),
    ],
)
def test_a_generic_name_is_lower_case_and_a_stains_own_name_is_not(name, said):
    assert in_a_sentence(name) == said
