"""Settings. What differs from machine to machine comes from the environment that `house` sets."""

import json
import os
from datetime import timedelta
from pathlib import Path

from csp.constants import NONCE
from django.core.exceptions import ImproperlyConfigured

from calmaxle.mail import mail_settings

ROOT = Path(__file__).resolve().parents[2]
BUILT_WEB = ROOT / "web" / "dist"


def _from_environment(name: str) -> str:
    try:
        return os.environ[name]
    except KeyError:
        raise ImproperlyConfigured(
            f"{name} is not set. Start through `make demo` or `make test`, or run commands with "
            "`make manage ARGS='…'`: they set what is needed."
        ) from None


SECRET_KEY = _from_environment("CALM_AXLE_SECRET_KEY")
DEBUG = False
#: Names and addresses that browsers reach this server by.
ALLOWED_HOSTS = os.environ.get("CALM_AXLE_NAMES", "127.0.0.1,localhost").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "procrastinate.contrib.django",
    "calmaxle",
    "shops",
    "people",
    "tasks",
    "history",
    "rigs",
    "racks",
    "jobs",
    "photos",
    "devices",
    "prints",
    "board",
    "bay",
    "drive",
    "aftercare",
    "archive",
    "owners",
    "demo",
]

MIDDLEWARE = [
    "calmaxle.logs.Numbered",
    "calmaxle.in_words.InWords",
    "calmaxle.in_words.PlainCookies",
    "calmaxle.proxy.CallersAddress",
    "django.middleware.security.SecurityMiddleware",
    "calmaxle.limits.LargestRequest",
    "django.middleware.gzip.GZipMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "people.sessions.Seen",
    "shops.in_units.InTheirUnits",
    "shops.once.Once",
]

ROOT_URLCONF = "calmaxle.urls"
WSGI_APPLICATION = "calmaxle.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [
            Path(__file__).parent / "templates",
            ROOT / "server" / "prints" / "templates",
            ROOT / "server" / "aftercare" / "templates",
            ROOT / "server" / "owners" / "templates",
            ROOT / "server" / "tasks" / "templates",
        ],
        "OPTIONS": {
            "context_processors": ["csp.context_processors.nonce", "calmaxle.page.built_entry"]
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.postgresql",
        "HOST": os.environ.get("CALM_AXLE_DATABASE_HOST", "127.0.0.1"),
        "PORT": _from_environment("CALM_AXLE_DATABASE_PORT"),
        "NAME": "calmaxle",
        "USER": "calmaxle",
        "PASSWORD": _from_environment("CALM_AXLE_DATABASE_PASSWORD"),
        "CONN_MAX_AGE": 600,
        "CONN_HEALTH_CHECKS": True,
        "ATOMIC_REQUESTS": False,
        "OPTIONS": {"server_side_binding": True, "prepare_threshold": 3},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

# Work that is handed over: where its kinds are declared, and what takes it from the line.
TASK_KINDS = ["board.proposing", "jobs.ranking", "prints.paper"]
PROCRASTINATE_AUTODISCOVER_MODULE_NAME = "queued"

# How often an owner's page is asked for is counted here, by every worker alike.
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.db.DatabaseCache",
        "LOCATION": "calmaxle_cache",
    }
}
# Who hands requests on to us, by address; what anybody else says of callers is not believed.
TRUSTED_PROXIES = frozenset(filter(None, os.environ.get("CALM_AXLE_PROXIES", "").split(",")))
# A caller's address is found by `calmaxle.proxy`; here the one that is left counts.
NINJA_NUM_PROXIES = 0

AUTH_USER_MODEL = "shops.Person"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
# The second reads what was kept before; a sign-in hashes it anew.
PASSWORD_HASHERS = [
    "shops.hashing.Argon2",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = timedelta(minutes=10)
# One person who mistypes must not lock out the shop behind the same address.
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False

# A shop of its own is reached through a front with a certificate; the demo on loopback has none.
SECURE = os.environ.get("CALM_AXLE_SECURE") == "yes"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = SECURE
SECURE_HSTS_SECONDS = 365 * 24 * 3600 if SECURE else 0
# The names of a shop's server are its own, and so is all beneath them.
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE
# A list that is built into browsers is not for a shop's own network.
SILENCED_SYSTEM_CHECKS = ["security.W021"]
# What is watched from beside the server, and what a tablet reads before it trusts the certificate.
SECURE_REDIRECT_EXEMPT = [r"^health$", r"^trust$", r"^calm-axle-authority\.crt$", r"^static/"]
# Believed of the trusted proxy only, see `calmaxle.proxy`.
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
#: The certificate of the shop's own authority, where it made one.
AUTHORITY = Path(os.environ["CALM_AXLE_AUTHORITY"]) if "CALM_AXLE_AUTHORITY" in os.environ else None

SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 14 * 24 * 3600
CSRF_COOKIE_SAMESITE = "Lax"
X_FRAME_OPTIONS = "DENY"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        "style-src": ["'self'", NONCE],
        "img-src": ["'self'", "data:"],
        "media-src": ["'self'", "blob:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "manifest-src": ["'self'"],
        "worker-src": ["'self'"],
        "base-uri": ["'none'"],
        "form-action": ["'self'"],
        "frame-ancestors": ["'none'"],
    }
}

# How much each address takes is said in `calmaxle.limits`; this holds the largest of them, a table.
DATA_UPLOAD_MAX_MEMORY_SIZE = 12_000_000

LANGUAGE_CODE = "en"
TIME_ZONE = os.environ.get("CALM_AXLE_TIME_ZONE", "UTC")
USE_TZ = True

# Photos are handed out by a view that asks whose they are; no address reaches the folder.
MEDIA_ROOT = Path(_from_environment("CALM_AXLE_MEDIA"))
#: Where backups are looked for, to tell how old the newest is.
BACKUPS = Path(os.environ["CALM_AXLE_BACKUPS"]) if "CALM_AXLE_BACKUPS" in os.environ else None
FILE_UPLOAD_PERMISSIONS = 0o600

globals().update(mail_settings(os.environ.get("CALM_AXLE_MAIL", f"file://{ROOT}/.run/mail")))
DEFAULT_FROM_EMAIL = os.environ.get("CALM_AXLE_MAIL_FROM", "Calm Axle <shop@localhost>")

STATIC_URL = "/static/"
STATIC_ROOT = Path(os.environ.get("CALM_AXLE_STATIC", ROOT / ".run" / "static"))
STATICFILES_DIRS = [("app", BUILT_WEB)]
STORAGES = {
    # Several servers of one shop share one, such as an object store.
    "default": json.loads(
        os.environ.get("CALM_AXLE_STORAGE")
        or '{"BACKEND": "django.core.files.storage.FileSystemStorage"}'
    ),
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}


def _hashed_by_the_build(path: str, url: str) -> bool:
    return url.startswith("/static/app/assets/")


WHITENOISE_IMMUTABLE_FILE_TEST = _hashed_by_the_build

TEST_RUNNER = "calmaxle.testing.runner.CountingRunner"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"lines": {"()": "calmaxle.logs.JsonLines"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "lines"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {"calmaxle.requests": {"level": "INFO"}},
}
AXES_LOCKOUT_CALLABLE = "people.session_api.locked_out"

#: What says of a job what has to be true before its owner drives again: kept in an app above it.
RETURNED_OF = "aftercare.returned.returned"
