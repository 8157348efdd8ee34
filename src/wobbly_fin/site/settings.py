"""Settings: one machine, SQLite, everything served from here. Environment variables begin with WOBBLY_."""

import secrets
from pathlib import Path

import environ
from csp.constants import SELF
from platformdirs import user_data_path

from wobbly_fin.site.private import write_privately

env = environ.Env()
PACKAGE = Path(__file__).resolve().parents[1]
ROOT = PACKAGE.parents[1]
# From a checkout everything stays in it; installed from a wheel, data are where the platform keeps a person's.
INSTALLED = (PACKAGE / "built").is_dir()
VAR = Path(env("WOBBLY_VAR", default=str(user_data_path("wobbly-fin") if INSTALLED else ROOT / "var")))
write_privately()
VAR.mkdir(parents=True, exist_ok=True)

DEBUG = env.bool("WOBBLY_DEBUG", default=False)
# Whom a request from this very machine is signed in as, without a password: set by the commands that serve one person only.
LOCAL_USER = ""
# That person comes in by a link printed at start, and a cookie after that; without it whoever asks from this machine is let in.
LOCAL_BY_LINK = False
VITE_DEV = env.bool("WOBBLY_VITE_DEV", default=False)
ALLOWED_HOSTS = env.list("WOBBLY_HOSTS", default=["127.0.0.1", "localhost", "[::1]"])


def _secret_key() -> str:
    """A key of this installation's own, made on first start and kept out of the repository."""
    file = VAR / "secret_key"
    if not file.exists():
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(50), encoding="ascii")
    return file.read_text(encoding="ascii")


SECRET_KEY = env("WOBBLY_SECRET_KEY", default="") or _secret_key()

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "django_vite",
    "ninja",
    "csp",
    "wobbly_fin.accounts",
    "wobbly_fin.stores",
    "wobbly_fin.hangar",
    "wobbly_fin.workshop",
    "wobbly_fin.logbook",
    "wobbly_fin.launchdays",
    "wobbly_fin.sharing",
    "wobbly_fin.server",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    # Looks at every request's Host: a page elsewhere whose name was made to lead here must not read what is here.
    "django.middleware.common.CommonMiddleware",
    "wobbly_fin.site.smaller.SmallerAnswersMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "wobbly_fin.server.asked.AskedMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "wobbly_fin.accounts.visitor.LocalVisitorMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "wobbly_fin.server.legible.LegibleMiddleware",
]
ROOT_URLCONF = "wobbly_fin.server.urls"
WSGI_APPLICATION = "wobbly_fin.site.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": [Path(__file__).parent / "templates"]}]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR / "wobbly.sqlite3",
        # Each of the few threads keeps its own: the last connection to close would write the whole log back, at every request.
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            # Without IMMEDIATE two writers that both began by reading end in "database is locked".
            "transaction_mode": "IMMEDIATE",
            "timeout": 5,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON",
        },
        # A file: the in-memory database breaks under the parallel requests of browser tests.
        "TEST": {"NAME": VAR / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "MinimumLengthValidator",
        "UserAttributeSimilarityValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]

# Who tried to sign in how often: in files, for several processes count together, and a restart forgives nobody.
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.filebased.FileBasedCache",
        "LOCATION": VAR / "cache",
        # Far above what honest sign-ins fill: when it is full, a third is forgotten.
        "OPTIONS": {"MAX_ENTRIES": 20_000},
    }
}

# Behind no proxy: whoever is at the other end of the socket is who is throttled.
NINJA_NUM_PROXIES = 0

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

MEDIA_ROOT = VAR / "media"
# A backup a day into VAR/backups while it serves.
BACKUPS = env.bool("WOBBLY_BACKUPS", default=True)

DATA_UPLOAD_MAX_MEMORY_SIZE = 4_000_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 4_000_000

FE_DIST = PACKAGE / "built" if INSTALLED else ROOT / "frontend" / "dist"
FE_DIST.mkdir(parents=True, exist_ok=True)
STATIC_URL = "/static/"
STATICFILES_DIRS = [FE_DIST]
# Served straight from the build, which has compressed them once already: nothing to collect at each start.
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = False
DJANGO_VITE = {
    "default": {
        "dev_mode": VITE_DEV,
        "dev_server_port": 5173,
        "manifest_path": FE_DIST / "manifest.json",
        "static_url_prefix": "",
    }
}


def _is_hashed(path: str, url: str) -> bool:
    """Vite names what never changes with a hash, under assets/."""
    return "/assets/" in url


WHITENOISE_IMMUTABLE_FILE_TEST = _is_hashed

SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 90
APPEND_SLASH = False
X_FRAME_OPTIONS = "DENY"

_VITE_SOURCES = ["http://localhost:5173", "ws://localhost:5173", "'unsafe-inline'"] if VITE_DEV else []
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF, *_VITE_SOURCES],
        "img-src": [SELF, "data:"],
        "object-src": ["'none'"],
        "base-uri": [SELF],
        "frame-ancestors": ["'none'"],
        "form-action": [SELF],
    }
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
