"""What all tests share. No test fails over time: a slow machine is no mistake."""

import os
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings

pytest_plugins = ["tests.web.whole_site"]
"""Where fixtures stand that more than one folder of tests may ask for."""

settings.register_profile("steady", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("steady")


@pytest.fixture(scope="session")
def run_folder(tmp_path_factory) -> Path:
    """Where this run keeps the data files it makes once, whichever of its processes asks."""
    own = tmp_path_factory.getbasetemp()
    return own.parent if "PYTEST_XDIST_WORKER" in os.environ else own
