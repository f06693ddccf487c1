"""The WSGI entry point that gunicorn serves."""

import gc
import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "umberpot.settings")
application = get_wsgi_application()

# Every page is imported here, before the server forks its workers, and not by each on its own.
assert get_resolver().url_patterns

# What was imported lives as long as the server: the collector need not go through it again and
# again, and the workers go on sharing its memory.
gc.collect()
gc.freeze()
