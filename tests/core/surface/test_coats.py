"""How thick a wet coat is where nobody says: common practice, from memory."""

import pytest

from claycore.surface.coats import USUAL_MM, Application

THIN = (Application.BRUSH, Application.SPONGE, Application.SPRAY)
POURED = (Application.POUR, Application.DIP, Application.TRAIL)


@pytest.mark.parametrize(("applications", "least", "most"), [(THIN, 0.2, 0.4), (POURED, 0.5, 1.0)])
def test_a_usual_coat_lies_within_what_is_usual(applications, least, most):
    assert all(least <= USUAL_MM[one] <= most for one in applications)


def test_every_application_has_a_usual_coat():
    assert USUAL_MM.keys() == set(Application)
