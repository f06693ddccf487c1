"""No test fails over time: a slow machine is no mistake."""

from hypothesis import HealthCheck, settings
from playwright.sync_api import expect

settings.register_profile("steady", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("steady")
expect.set_options(timeout=15_000)
