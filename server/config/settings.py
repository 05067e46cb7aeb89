"""Settings. What differs between machines comes from the environment that ./northsquall sets."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

from csp.constants import NONCE, NONE, SELF

ROOT = Path(__file__).resolve().parents[2]
DATA = Path(os.environ.get("NORTHSQUALL_DATA", ROOT / ".data"))
PORT = os.environ.get("NORTHSQUALL_PORT", "8417")
DEV = os.environ.get("NORTHSQUALL_DEV") == "1"


def _secret() -> str:
    """The key of this data folder, made once."""
    path = DATA / "secret"
    if not path.exists():
        DATA.mkdir(parents=True, exist_ok=True)
        path.write_text(secrets.token_urlsafe(50), "utf-8")
        path.chmod(0o600)
    return path.read_text("utf-8")


SECRET_KEY = _secret()
DEBUG = False
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", "testserver"]
CSRF_TRUSTED_ORIGINS = [f"http://127.0.0.1:{PORT}", f"http://localhost:{PORT}"]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "django_vite",
    "ninja",
    "axes",
    "csp",
    "accounts",
    "records",
    "catalogue",
    "procedures",
    "reviews",
    "api",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "server" / "templates"],
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": "northsquall",
        "USER": os.environ.get("USER") or os.environ.get("LOGNAME") or "root",
        "OPTIONS": {
            "unix_socket": os.environ.get("NORTHSQUALL_DB_SOCKET", ""),
            "charset": "utf8mb4",
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES,NO_ENGINE_SUBSTITUTION'",
            "isolation_level": "read committed",
        },
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_uca1400_ai_ci"},
    }
}
BINARY = "utf8mb4_bin"
"""Collation of names, formulas and hashes: Co is not CO."""
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
PASSWORD_HASHERS = ["accounts.hashers.Argon2", "django.contrib.auth.hashers.PBKDF2PasswordHasher"]
AXES_FAILURE_LIMIT = 10
AXES_COOLOFF_TIME = 0.1
AXES_LOCKOUT_PARAMETERS = ["username"]
AXES_LOCKOUT_CALLABLE = "api.errors.locked_out"
AXES_VERBOSE = False
AXES_ENABLE_ACCESS_FAILURE_LOG = False
SESSION_COOKIE_AGE = 12 * 3600
SESSION_COOKIE_SAMESITE = "Strict"
CSRF_COOKIE_SAMESITE = "Strict"
CSRF_FAILURE_VIEW = "api.errors.csrf_failed"
LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True
STATIC_URL = "/static/"
STATIC_ROOT = ROOT / "server" / "static"
STATICFILES_DIRS = [d for d in [ROOT / "web" / "dist"] if d.exists()]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+[.-][0-9A-Za-z_-]{8,}\.\w+$"
DJANGO_VITE = {
    "default": {
        "dev_mode": DEV,
        "dev_server_port": 5173,
        "manifest_path": ROOT / "web" / "dist" / "manifest.json",
        "static_url_prefix": "",
    }
}
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, *(["http://localhost:5173"] if DEV else [])],
        "style-src": [SELF, *(["'unsafe-inline'"] if DEV else [NONCE])],  # the text editor sets its own rules
        "font-src": [SELF],
        "img-src": [SELF, "data:"],
        "connect-src": [SELF, *(["ws://localhost:5173", "http://localhost:5173"] if DEV else [])],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
DATA_UPLOAD_MAX_MEMORY_SIZE = 4_000_000
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
SILENCED_SYSTEM_CHECKS = ["axes.W006"]
