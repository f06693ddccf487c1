"""What all tests share. No test fails over time: a slow machine is no mistake."""

import gc
import os
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings
from xdist.scheduler import LoadScopeScheduling

from tests.thoroughness import THOROUGH, USUAL_EXAMPLES

pytest_plugins = ["tests.web.whole_site", "tests.web.fired_studio"]
"""Where fixtures stand that more than one folder of tests may ask for."""

settings.register_profile(
    "steady",
    deadline=None,
    # What is tried at random is the same in every usual run, so that one state passes or fails
    # wherever it is run; a thorough run looks further each time.
    derandomize=not THOROUGH,
    max_examples=USUAL_EXAMPLES,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("steady")


class BrowserInOneProcess(LoadScopeScheduling):
    """One process drives the browser, so that the demo is started once; the rest goes to others."""

    def _split_scope(self, nodeid: str) -> str:
        return "browser" if nodeid.startswith("tests/browser/") else nodeid


@pytest.hookimpl(optionalhook=True)
def pytest_xdist_make_scheduler(config, log):
    """How tests are dealt out. (The marks of xdist's own groups are lost with this pytest.)"""
    return BrowserInOneProcess(config, log)


def pytest_collection_finish(session):
    """What was imported and collected stays to the end: the collector need not go through it."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(100_000, 10, 10)


@pytest.fixture(scope="session")
def run_folder(tmp_path_factory) -> Path:
    """Where this run keeps the data files it makes once, whichever of its processes asks."""
    own = tmp_path_factory.getbasetemp()
    return own.parent if "PYTEST_XDIST_WORKER" in os.environ else own
