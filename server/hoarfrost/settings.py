"""Settings; what differs between installations comes from the environment (docs/installing.md)."""

from pathlib import Path

import environ
from csp.constants import NONE, SELF
from django.core.exceptions import ImproperlyConfigured
from kombu import Queue

from hoarfrost.page import read_page

ROOT = Path(__file__).resolve().parent.parent.parent
env = environ.Env()

SECRET_KEY = env.str("HOARFROST_SECRET_KEY")
# What earlier keys signed holds on for as long as they stand here: nobody is signed out by a new one.
SECRET_KEY_FALLBACKS = env.list("HOARFROST_OLD_SECRET_KEYS", default=[])
DEBUG = env.bool("HOARFROST_DEBUG", default=False)
ALLOWED_HOSTS = env.list("HOARFROST_ALLOWED_HOSTS", default=["127.0.0.1", "localhost"])
HTTPS = env.bool("HOARFROST_HTTPS", default=False)
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS] if HTTPS else []

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "csp",
    "ninja",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_otp.plugins.otp_static",
    "rules.apps.AutodiscoverRulesConfig",
    "school",
    "accounts",
    "plans",
    "scores",
    "exchange",
    "spread",
    "standards",
    "reports",
    "people",
    "families",
    "tools",
    "sending",
    "demo",
    "django_guid",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django_guid.middleware.guid_middleware",
    "hoarfrost.request_log.log_requests",
    "hoarfrost.private.refuse_plain_http",
    "django.middleware.gzip.GZipMiddleware",
    "csp.middleware.CSPMiddleware",
    "accounts.idle.renew_sessions",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "hoarfrost.private.keep_private",
]

ROOT_URLCONF = "hoarfrost.urls"
WSGI_APPLICATION = "hoarfrost.wsgi.application"

# Seconds of a transaction in which nothing is asked after which MariaDB takes it back. Where a machine is lost, nobody ends what it had
# begun, and what that locked would stay locked for hours.
IDLE_TRANSACTION_TIMEOUT = env.int("HOARFROST_IDLE_TRANSACTION_TIMEOUT", default=30)
DATABASE_CA = env.str("HOARFROST_DATABASE_CA", default="")
"""The file of whoever vouches for the database's certificate: the way there is then encrypted, and leads to no other."""
DATABASES = {
    "default": env.db_url("HOARFROST_DATABASE_URL")
    | {
        "CONN_MAX_AGE": 60,
        # Without it the first requests after a restart of the database fail.
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "isolation_level": "read committed",
            "init_command": f"SET idle_transaction_timeout = {IDLE_TRANSACTION_TIMEOUT}",
        }
        | ({"ssl_mode": "VERIFY_IDENTITY", "ssl": {"ca": DATABASE_CA}} if DATABASE_CA else {}),
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_520_ci"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "school.Person"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "rules.permissions.ObjectPermissionBackend",
    "django.contrib.auth.backends.ModelBackend",
    "accounts.inviting.LetterBackend",
]
# The first is used; passwords kept by the second are read still, and kept anew when somebody signs in.
PASSWORD_HASHERS = [
    "accounts.hashing.BoundedArgon2",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {
        "NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator",
        "OPTIONS": {"user_attributes": ("sign_in", "given_name", "family_name", "email")},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]
LEAKED_PASSWORDS = env.str("HOARFROST_LEAKED_PASSWORDS", default="")
"""A file of the SHA-1 sums of passwords that are known to have leaked; see `accounts.leaked_passwords`."""
if LEAKED_PASSWORDS:
    if not Path(LEAKED_PASSWORDS).is_file() or not Path(LEAKED_PASSWORDS).stat().st_size:
        raise ImproperlyConfigured(f"HOARFROST_LEAKED_PASSWORDS names {LEAKED_PASSWORDS}, which is no file, or empty.")
    AUTH_PASSWORD_VALIDATORS.append(
        {"NAME": "accounts.leaked_passwords.NotLeakedValidator", "OPTIONS": {"path": LEAKED_PASSWORDS}}
    )
PASSWORD_RESET_TIMEOUT = 7 * 24 * 3600  # of an invitation's link, in seconds
AXES_USERNAME_FORM_FIELD = "username"  # what `authenticate` is given
AXES_FAILURE_LIMIT = 6
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_CALLABLE = "accounts.signing_in.locked_out"
AXES_USERNAME_CALLABLE = "accounts.signing_in.attempted_name"
AXES_VERBOSE = False
OTP_TOTP_ISSUER = "Hoarfrost"  # as an authenticator app names it
OUTSIDE_HOSTS = env.list("HOARFROST_OUTSIDE_HOSTS", default=[])
"""The hosts that the server may ask as register or sign-in provider, `.hill.example` for all below it; any where there are none."""
# Behind a proxy every request has the proxy's address; whom it came from is believed of these proxies alone.
TRUSTED_PROXIES = env.list("HOARFROST_TRUSTED_PROXIES", default=[])
if TRUSTED_PROXIES:
    AXES_IPWARE_PROXY_TRUSTED_IPS = TRUSTED_PROXIES
    AXES_IPWARE_META_PRECEDENCE_ORDER = ["HTTP_X_FORWARDED_FOR", "REMOTE_ADDR"]
else:
    AXES_IPWARE_META_PRECEDENCE_ORDER = ["REMOTE_ADDR"]

# With this prefix a browser takes a cookie over HTTPS alone, from this host alone and for all of it (RFC 6265bis).
COOKIE_PREFIX = "__Host-" if HTTPS else ""
SESSION_COOKIE_NAME = f"{COOKIE_PREFIX}sessionid"
CSRF_COOKIE_NAME = f"{COOKIE_PREFIX}csrftoken"
SESSION_COOKIE_AGE = 14 * 24 * 3600
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = HTTPS
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_SSL_REDIRECT = HTTPS
SECURE_REDIRECT_EXEMPT = [r"^(api|ims)/"]  # what it may not answer over plain HTTP is refused
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS else 0
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if HTTPS else None
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

PAGE = read_page(ROOT / "web" / "build")
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, *PAGE.script_hashes],
        "style-src": [SELF],
        # Widths and heights that come from shares and scores are set as style properties.
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "worker-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]
SETUP_CODE = env.str("HOARFROST_SETUP_CODE", default="")
"""With which the first visitor of an empty installation sets up its school; without one nobody does through the browser."""
DEMO = env.bool("HOARFROST_DEMO", default=False)
"""Whether this is the demo, whose people, and their password, are told to everybody."""
CLASS_CACHE_BYTES = env.int("HOARFROST_CLASS_CACHE_MB", default=300) * 2**20
"""How much room a process of the server gives the classes that it keeps loaded, and the answers made of them."""
FONTS = ROOT / "web" / "node_modules" / "@fontsource-variable"
"""The fonts of printed pages: the same files that the front end ships."""

STATIC_URL = "/static/"
WHITENOISE_ROOT = PAGE.folder
WHITENOISE_INDEX_FILE = False


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802  (Django's settings are upper case)
    """Files whose names change with their contents may be kept for ever."""
    return url.startswith("/_app/immutable/")


LANGUAGE_CODE = "en"
# What families may choose; what people wrote stays as they wrote it.
LANGUAGES = [("en", "English"), ("sv", "Svenska")]
LOCALE_PATHS = [ROOT / "server" / "locale"]
USE_I18N = True
USE_TZ = True
TIME_ZONE = "UTC"

# What is made in the background is kept in the database; the broker only wakes the worker.
CELERY_BROKER_URL = env.str("HOARFROST_BROKER_URL", default="")
# Several installations may share a broker.
CELERY_TASK_DEFAULT_QUEUE = f"hoarfrost-{DATABASES['default']['NAME']}"
# What takes minutes waits by itself, so that a worker of its own may do it and nothing short waits behind it. Who names no queue does
# both.
CELERY_LONG_QUEUE = f"{CELERY_TASK_DEFAULT_QUEUE}-long"
CELERY_TASK_QUEUES = [Queue(CELERY_TASK_DEFAULT_QUEUE), Queue(CELERY_LONG_QUEUE)]
CELERY_TASK_ROUTES = {name: {"queue": CELERY_LONG_QUEUE} for name in ("reports.make_documents", "people.drafts")}
CELERY_WORKER_PREFETCH_MULTIPLIER = 1
CELERY_TASK_IGNORE_RESULT = True
CELERY_TASK_ACKS_LATE = True
CELERY_BROKER_CONNECTION_RETRY_ON_STARTUP = True
# A worker that was not woken finds what waits, and what another left, by itself.
CELERY_BEAT_SCHEDULE = {
    "make what waits": {"task": "reports.make_documents", "schedule": 20.0, "options": {"expires": 20}},
    "read and apply what waits": {"task": "people.drafts", "schedule": 20.0, "options": {"expires": 20}},
    "send what waits": {"task": "sending.send", "schedule": 20.0, "options": {"expires": 20}},
    "write to families whose hour has come": {
        "task": "families.notices",
        "schedule": 300.0,
        "options": {"expires": 300},
    },
    "run the nights whose hour has come": {"task": "sending.nights", "schedule": 300.0, "options": {"expires": 300}},
    "forget receipts of long ago": {"task": "sending.tidy", "schedule": 6 * 60 * 60.0},
    "forget sessions that ended": {"task": "accounts.tidy", "schedule": 6 * 60 * 60.0},
    "forget batches that nobody sends again": {"task": "scores.tidy", "schedule": 6 * 60 * 60.0},
    "forget what files of a month ago kept": {"task": "people.tidy", "schedule": 6 * 60 * 60.0},
    "forget what is too old to be undone": {"task": "school.tidy", "schedule": 6 * 60 * 60.0},
}
# How long a worker may be silent about what it sends, and how long it first waits for a register that does not answer, in seconds.
SENDING_LEASE = env.int("HOARFROST_SENDING_LEASE", default=120)
SENDING_FIRST_WAIT = env.int("HOARFROST_SENDING_FIRST_WAIT", default=15)
CELERY_WORKER_HIJACK_ROOT_LOGGER = False

# How far classes are with terms, in each process by itself: some thousand of a few bytes.
CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"},
    "stands": {
        "BACKEND": "django.core.cache.backends.locmem.LocMemCache",
        "LOCATION": "stands",
        "TIMEOUT": 24 * 60 * 60,
        "OPTIONS": {"MAX_ENTRIES": 5000},
    },
}

# Where people reach it: what the worker writes holds links.
ADDRESS = env.str("HOARFROST_ADDRESS", default="http://127.0.0.1:8000").rstrip("/")
OUTBOX = "accounts.mail.OutboxBackend"
if mail_url := env.str("HOARFROST_MAIL_URL", default=""):
    globals().update(env.email_url_config(mail_url))
else:
    EMAIL_BACKEND = OUTBOX
EMAIL_TIMEOUT = 10
# Where notices come back that cannot be delivered; empty where nothing is taken back.
BOUNCES = env.str("HOARFROST_BOUNCES", default="")
DEFAULT_FROM_EMAIL = env.str("HOARFROST_MAIL_FROM", default="hoarfrost@localhost")

# A table or gradebook file of a class comes back as JSON, with what was chosen about it.
DATA_UPLOAD_MAX_MEMORY_SIZE = 8 * 1024 * 1024
LOG_AS_JSON = env.bool("HOARFROST_LOG_AS_JSON", default=False)
"""Whether a line of JSON is written for each request and event, for a collector of logs; else warnings, for a person."""
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"request_id": {"()": "django_guid.log_filters.CorrelationId", "correlation_id_field": "request_id"}},
    "formatters": {
        "json": {
            "()": "pythonjsonlogger.json.JsonFormatter",
            "format": "%(asctime)s %(levelname)s %(name)s %(message)s %(request_id)s",
            "rename_fields": {"asctime": "at", "levelname": "level", "name": "from"},
        },
        "text": {"format": "%(levelname)s %(name)s: %(message)s"},
    },
    "handlers": {
        "console": {
            "class": "logging.StreamHandler",
            "filters": ["request_id"],
            "formatter": "json" if LOG_AS_JSON else "text",
        }
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {
        # It warns of what it skips in the fonts' style sheets.
        "weasyprint": {"level": "ERROR"},
        "hoarfrost.request_log": {"level": "INFO" if LOG_AS_JSON else "WARNING"},
        "school.audit": {"level": "INFO" if LOG_AS_JSON else "WARNING"},
        "django_guid": {"level": "WARNING"},
    },
}
DJANGO_GUID = {"GUID_HEADER_NAME": "X-Request-ID", "VALIDATE_GUID": True, "RETURN_HEADER": True}
METRICS_PORTS = env.str("HOARFROST_METRICS_PORTS", default="")
"""Ports of this machine, as 9101-9108: each process tells its metrics on one of them, to Prometheus; none without."""
if METRICS_PORTS:
    first, _, last = METRICS_PORTS.partition("-")
    PROMETHEUS_METRICS_EXPORT_PORT_RANGE = range(int(first), int(last or first) + 1)
    PROMETHEUS_METRICS_EXPORT_ADDRESS = "127.0.0.1"
    PROMETHEUS_EXPORT_MIGRATIONS = False
    INSTALLED_APPS = [*INSTALLED_APPS, "django_prometheus"]
    MIDDLEWARE = [
        "django_prometheus.middleware.PrometheusBeforeMiddleware",
        *MIDDLEWARE,
        "django_prometheus.middleware.PrometheusAfterMiddleware",
    ]
