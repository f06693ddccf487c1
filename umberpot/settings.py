"""Settings. Everything that differs between machines comes from UMBERPOT_… variables.

UMBERPOT_VAR     the folder that holds the data, the secret key and collected static files
UMBERPOT_HOSTS   host names served, comma separated (default: this machine only)
UMBERPOT_HTTPS   secure cookies, HSTS and redirects (default on; may be off on loopback only)
UMBERPOT_PROXY   on when a reverse proxy in front sets X-Forwarded-Proto
UMBERPOT_SCALE   the scale's address as pyserial understands it (default: no scale)
UMBERPOT_KILNS   kiln controllers as NAME=ADDRESS with commas between (default: none)
UMBERPOT_TIME_ZONE  such as Europe/Lisbon (default: the machine's own)
UMBERPOT_DEBUG   on shows errors and the style guide; never where others can reach it
"""

from pathlib import Path

import environ
from csp.constants import NONE, SELF
from django.core.exceptions import ImproperlyConfigured

from umberpot.secret import kept_secret_key
from umberpot.time_zone import of_this_machine

BASE_DIR = Path(__file__).resolve().parent.parent
env = environ.Env()

VAR_DIR = Path(env.str("UMBERPOT_VAR", default=str(BASE_DIR / "var" / "studio")))
VAR_DIR.mkdir(parents=True, exist_ok=True)
BACKUPS_DIR = Path(env.str("UMBERPOT_BACKUPS", default=str(VAR_DIR / "backups")))
DEBUG = env.bool("UMBERPOT_DEBUG", default=False)
SECRET_KEY = kept_secret_key(VAR_DIR / "secret_key")

LOOPBACK = ["127.0.0.1", "localhost", "[::1]"]
ALLOWED_HOSTS = env.list("UMBERPOT_HOSTS", default=LOOPBACK)
HTTPS = env.bool("UMBERPOT_HTTPS", default=not DEBUG)
if not HTTPS and not set(ALLOWED_HOSTS).issubset(LOOPBACK):
    raise ImproperlyConfigured("UMBERPOT_HTTPS may only be off while UMBERPOT_HOSTS is loopback.")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "auditlog",
    "axes",
    "csp",
    "django_htmx",
    "umberpot.ui",
    "umberpot.studio",
    "umberpot.shelf",
    "umberpot.mixing",
    "umberpot.firings",
    "umberpot.tiles",
    "umberpot.clays",
    "umberpot.colours",
    "umberpot.ware",
    "umberpot.kiln",
    "umberpot.results",
    "umberpot.surface",
    "umberpot.bench",
    "umberpot.transfer",
    "umberpot.library",
    "umberpot.demo",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "umberpot.ui.compression.CompressionMiddleware",
    "umberpot.ui.typography.KeptTogether",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "umberpot.studio.middleware.SignInFirst",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "django_htmx.middleware.HtmxMiddleware",
    "umberpot.studio.middleware.StudioMiddleware",
    "umberpot.studio.journal.steps.StepMiddleware",
    "umberpot.library.undo.middleware.OfferUndo",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "umberpot.urls"
WSGI_APPLICATION = "umberpot.wsgi.application"

# Django's own inputs from its own templates for Jinja2: a page of fields is drawn in less time
# (``python -m benchmarks.pages``).
FORM_RENDERER = "django.forms.renderers.Jinja2"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ],
            "builtins": [
                "django.templatetags.static",
                "umberpot.places",
                "umberpot.ui.components.blocks",
                "umberpot.ui.components.charts",
                "umberpot.ui.components.fields",
                "umberpot.ui.components.judgements",
                "umberpot.ui.components.mix_bars",
                "umberpot.ui.components.numbers",
                "umberpot.ui.components.pages",
                "umberpot.ui.components.printing",
                "umberpot.ui.components.reports",
                "umberpot.ui.components.tile_looks",
                "umberpot.ui.components.trade_figures",
                "umberpot.ui.components.walls",
                "umberpot.shelf.components",
                "umberpot.mixing.components",
                "umberpot.kiln.components",
                "umberpot.colours.components",
                "umberpot.ware.components",
                "umberpot.results.components",
                "umberpot.tiles.components",
                "umberpot.surface.components",
                "umberpot.library.components",
                "umberpot.bench.components",
            ],
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR_DIR / "umberpot.sqlite3",
        "OPTIONS": {
            "timeout": 20,
            "transaction_mode": "IMMEDIATE",
            # FULL: what a page says is recorded is on the disk, even if the power fails just then.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
        },
    }
}
# How far a long step has come, told by one worker and asked of another.
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.filebased.FileBasedCache",
        "LOCATION": VAR_DIR / "cache",
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 10},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
    {"NAME": "umberpot.studio.passwords.NamesValidator"},
]
LOGIN_URL = "studio:sign-in"
LOGIN_REDIRECT_URL = "bench:bench"
LOGOUT_REDIRECT_URL = "studio:sign-in"

AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_TEMPLATE = "studio/locked_out.html"
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_HANDLER = "umberpot.studio.lock_out.Handler"
AXES_CLIENT_IP_CALLABLE = "umberpot.studio.lock_out.address_of"

AUDITLOG_LOGENTRY_MODEL = "studio.JournalEntry"
AUDITLOG_STORE_JSON_CHANGES = True

LANGUAGE_CODE = "en-gb"
TIME_ZONE = env.str("UMBERPOT_TIME_ZONE", default=of_this_machine())
USE_I18N = False
USE_TZ = True

STATIC_URL = "static/"
STATIC_ROOT = VAR_DIR / "static"
STATICFILES_DIRS = [BASE_DIR / "umberpot" / "static"]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {
        "BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"
        if DEBUG
        else "whitenoise.storage.CompressedManifestStaticFilesStorage"
    },
}

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "font-src": [SELF],
        "img-src": [SELF],
        "connect-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}
SECURE_SSL_REDIRECT = HTTPS
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = HTTPS
SECURE_HSTS_PRELOAD = HTTPS
SESSION_COOKIE_SECURE = HTTPS
CSRF_COOKIE_SECURE = HTTPS
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
X_FRAME_OPTIONS = "DENY"
BEHIND_PROXY = env.bool("UMBERPOT_PROXY", default=False)
if BEHIND_PROXY:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")

SCALE_ADDRESS = env.str("UMBERPOT_SCALE", default="")
SCALE_IS_SIMULATED = env.bool("UMBERPOT_SCALE_IS_SIMULATED", default=False)
"""Whether the scale is the stand-in, whose pan the page may then load by itself."""

KILNS = dict(entry.split("=", 1) for entry in env.list("UMBERPOT_KILNS", default=[]))
"""The kiln controllers that are connected: their addresses by name."""

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"plain": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "filters": {"in one line": {"()": "umberpot.ui.log.InOneLine"}},
    "handlers": {
        "stderr": {
            "class": "logging.StreamHandler",
            "formatter": "plain",
            "filters": ["in one line"],
        }
    },
    "root": {"handlers": ["stderr"], "level": "WARNING"},
    # waitress warns of every request that waits for a thread, which is what its queue is for.
    "loggers": {"waitress.queue": {"level": "ERROR"}},
}
