"""The application's own settings, on throw-away data and plain HTTP."""

import os
import tempfile

os.environ["UMBERPOT_VAR"] = tempfile.mkdtemp(prefix="umberpot-test-")
os.mkdir(os.path.join(os.environ["UMBERPOT_VAR"], "static"))
os.environ["UMBERPOT_HTTPS"] = "off"
os.environ.pop("UMBERPOT_DEBUG", None)
os.environ.pop("UMBERPOT_SCALE", None)

# Playwright's own loop runs in a process that also tests the database, never at once.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

from umberpot.settings import *  # noqa: E402, F403

WITH_KEPT_QUANTITIES = MIDDLEWARE  # noqa: F405
"""As pages go out; tests/web/ui/test_typography.py and the browser's have them so."""

MIDDLEWARE = [one for one in WITH_KEPT_QUANTITIES if "typography" not in one]
"""Tests compare sentences as they are written, with the spaces that a keyboard has."""

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}
