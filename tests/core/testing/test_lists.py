"""What is read off the lists of this package: each entry under its own code, and none."""

import pytest

from claycore.measure.errors import UnknownChoice
from claycore.testing import bar_roles, protocols, readings, soaking
from claycore.testing.forgotten import FORGOTTEN_AFTER
from claycore.testing.readings import READINGS
from claycore.testing.results import RESULTS


@pytest.mark.parametrize("module", [bar_roles, protocols, readings, soaking])
def test_choices_are_codes_with_titles_each_once(module):
    codes = [code for code, _ in module.choices()]
    assert len(codes) == len(set(codes)) > 1
    assert all(title for _, title in module.choices())


def test_every_wait_is_found_by_its_code_and_takes_time():
    for code, protocol in protocols.protocols().items():
        assert protocols.protocol(code) == protocol
        assert all(stage.minutes > 0 for stage in protocol.stages)
        assert protocol.source


def test_nothing_counts_as_forgotten_while_a_usual_wait_still_runs():
    for protocol in protocols.protocols().values():
        assert sum(stage.minutes for stage in protocol.stages) < FORGOTTEN_AFTER


def test_a_wait_nobody_knows_names_its_field():
    with pytest.raises(UnknownChoice) as error:
        protocols.protocol("overnight")
    assert error.value.field == "protocol"


def test_what_is_read_of_several_roles_is_each_once_in_the_order_of_reading():
    everything = [role for role, _ in bar_roles.choices()]
    fired = bar_roles.read_of_any(everything, fired=True)
    assert fired == [kind for kind in READINGS.values() if kind.fired]
    assert bar_roles.read_of_any([], fired=True) == []
    assert bar_roles.role_of("").code == ""


@pytest.mark.parametrize(
    ("role", "needed"),
    [
        ("", ["length_fired", "mass_fired", "mass_soaked"]),
        ("line", ["length_fired", "mass_fired"]),
        ("soak", ["mass_fired", "mass_soaked"]),
        ("bend", ["thickness", "sag"]),
    ],
)
def test_what_a_fired_piece_cannot_go_on_without(role, needed):
    """Nothing that is read before the firing, and no suspended weight, which few studios take."""
    kinds = bar_roles.role_of(role).needed_fired()
    assert [kind.quantity for kind in kinds] == needed


def test_equal_pieces_differ_a_little_in_everything():
    """Common practice, from memory: 0.1 to 0.3 points of absorption, 0.2 to 0.4 of shrinkage."""
    assert all(one.usual.sd > 0 for one in RESULTS.values())
    assert 0.1 <= 2 * RESULTS["absorption"].usual.sd <= 0.3
    for code in ("drying_shrinkage", "firing_shrinkage", "total_shrinkage"):
        assert 0.2 <= 2 * RESULTS[code].usual.sd <= 0.4
