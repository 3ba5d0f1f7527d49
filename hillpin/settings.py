"""Django's settings. Everything that differs between machines comes from HILLPIN_* variables, set by ``./pin``."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

from . import whereabouts

ROOT = whereabouts.ROOT
DATA = Path(os.environ.get("HILLPIN_DATA") or whereabouts.data_folder()).resolve()
DATA.mkdir(parents=True, exist_ok=True)
PORT = int(os.environ.get("HILLPIN_PORT", "8800"))


def _secret_key() -> str:
    """A key of this installation's own, made at the first start."""
    path = DATA / "secret-key"
    if not path.exists():
        path.write_text(secrets.token_urlsafe(48))
        path.chmod(0o600)
    return path.read_text()


SECRET_KEY = _secret_key()
DEBUG = False
# Only this machine is served: the server binds to loopback, and these names are the only ones it answers to.
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
INSTALLED_APPS = ["django.contrib.contenttypes", "hillpin.sites", "hillpin.numbers", "hillpin.plans", "hillpin.surveys", "hillpin.compare", "hillpin.handover"]
MIDDLEWARE = [
    "hillpin.guard.GuardMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
    "hillpin.sites.removed.RemovedSitesMiddleware",
]
ROOT_URLCONF = "hillpin.urls"
WSGI_APPLICATION = "hillpin.wsgi.application"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "hillpin.sqlite3",
        # The server's threads stay, and so do their connections: opening one took longer than most answers.
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            # WAL lets people read while a save is written; IMMEDIATE makes a second writer wait and not fail.
            # FULL has a save on the disk before it is answered: a power cut loses none.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
        },
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
TEST_RUNNER = "hillpin.testing.Runner"
USE_TZ = True
TIME_ZONE = "UTC"
STATIC_URL = "/static/"
WEB_DIST = whereabouts.interface()
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.is_dir() else None
WHITENOISE_INDEX_FILE = True
WHITENOISE_ALLOW_ALL_ORIGINS = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
"""Files that the build names by what is in them: they are never asked for again."""
DATA_UPLOAD_MAX_MEMORY_SIZE = 80 * 1024 * 1024
DATA_UPLOAD_MAX_NUMBER_FILES = 1_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 80 * 1024 * 1024
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "no-referrer"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler", "level": "ERROR"}},
    "loggers": {"django": {"handlers": ["console"], "level": "ERROR"}},
}
