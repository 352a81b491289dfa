"""What an installation of one's own lacks, for whoever runs it: ``./hoarfrost check`` (docs/installing.md)."""

from collections.abc import Callable, Iterator
from urllib.parse import urlsplit

from django.conf import settings
from django.core.mail import get_connection
from django.db import DatabaseError, connection
from school.models import School

from hoarfrost.installation import Check, installation, ready

LEAST_MARIADB = (10, 11)
LEAST_PACKET = 16 * 1024 * 1024
"""Bytes: what the database takes in one packet; files are kept in pieces that fit."""
LEAST_SECRET = 40
"""Letters of a secret key that nobody guesses."""
LOCAL = ("127.0.0.1", "::1", "localhost")


def examine() -> list[Check]:
    """What was looked at, in the order in which it is mended: without its database nothing else of an installation can be asked."""
    checks = [_secret(), _switches(), _names(), _proxies(), _page(), _words(), *_ways(), *_database()]
    if all(each.is_well for each in checks if each.name == "database"):
        checks += [*ready(), _mail_server()]
        for school in School.objects.order_by("id"):
            # What is one for all schools was asked already.
            own = [each for each in installation(school) if each.name in ("register", "backups", "disk")]
            checks += [Check(each.name, each.is_well, f"{school}: {each.words}") for each in own]
    return checks


def _secret() -> Check:
    if len(settings.SECRET_KEY) < LEAST_SECRET or len(set(settings.SECRET_KEY)) < LEAST_SECRET / 4:
        return Check.wrong("secret key", f"HOARFROST_SECRET_KEY is to be at least {LEAST_SECRET} letters by chance.")
    return Check.well("secret key", "The secret key is long enough.")


def _switches() -> Check:
    on = [name for name in ("DEBUG", "DEMO") if getattr(settings, name)]
    if on:
        return Check.wrong("switches", f"HOARFROST_{on[0]} is on. It tells strangers what is not theirs: take it away.")
    return Check.well("switches", "Neither the demo nor what helps developers is on.")


def _names() -> Check:
    host = urlsplit(settings.ADDRESS).hostname or ""
    if host in LOCAL:
        return Check.wrong("address", "HOARFROST_ADDRESS is this machine's own: links in mail would lead nowhere.")
    if host not in settings.ALLOWED_HOSTS:
        return Check.wrong("address", f"HOARFROST_ALLOWED_HOSTS lacks {host}: whoever comes there is refused.")
    return Check.well("address", f"It is reached at {settings.ADDRESS}.")


def _proxies() -> Check:
    if not settings.HTTPS or not settings.ADDRESS.startswith("https://"):
        return Check.wrong(
            "HTTPS", "Set HOARFROST_HTTPS=true and an address with https, behind a proxy that speaks HTTPS."
        )
    if not settings.TRUSTED_PROXIES:
        return Check.wrong(
            "HTTPS", "HOARFROST_TRUSTED_PROXIES names no proxy: all attempts to sign in count as if from one machine."
        )
    return Check.well("HTTPS", "Cookies and redirects are for HTTPS alone, and the proxy is believed.")


def _page() -> Check:
    folder = settings.PAGE.folder
    if folder is None or not (folder / "index.html").exists():
        return Check.wrong("page", "web/build is not there: run npm ci and npm run build in web.")
    if not settings.FONTS.exists():
        return Check.wrong("page", "The fonts of printed pages are not there: run npm ci in web.")
    return Check.well("page", "The front end and the fonts are there.")


def _words() -> Check:
    folders = [settings.LOCALE_PATHS[0] / code / "LC_MESSAGES" for code, _ in settings.LANGUAGES if code != "en"]
    if not all((each / "django.mo").exists() for each in folders):
        return Check.wrong("languages", "The catalogues are not compiled: pybabel compile -d server/locale -D django.")
    return Check.well("languages", "The catalogues of all languages are compiled.")


def _database() -> Iterator[Check]:
    try:
        version = _asked("SELECT VERSION()")
    except DatabaseError as error:
        yield Check.wrong("database", f"The database does not answer: {error.args[-1] if error.args else error}.")
        return
    number = tuple(int(each) for each in version.split("-")[0].split(".")[:2])
    if "mariadb" not in version.casefold() or number < LEAST_MARIADB:
        yield Check.wrong("database server", f"The database is {version}; MariaDB 10.11 or newer is wanted.")
    if not _asked("SELECT CONVERT_TZ('2032-01-01', 'UTC', 'Europe/London')"):
        yield Check.wrong("time zones", "The database has no time zones: mariadb-tzinfo-to-sql /usr/share/zoneinfo.")
    if int(_asked("SELECT @@max_allowed_packet")) < LEAST_PACKET:
        yield Check.wrong("packets", "The database's max_allowed_packet is to be 16M or more.")
    if "STRICT_TRANS_TABLES" not in _asked("SELECT @@sql_mode"):
        yield Check.wrong(
            "strictness", "The database's sql_mode is to have STRICT_TRANS_TABLES: without it texts are cut."
        )


def _ways() -> Iterator[Check]:
    """Whether somebody could read along on the way to what stands on other machines."""
    host = str(connection.settings_dict["HOST"])
    if host and host not in LOCAL and not settings.DATABASE_CA:
        words = "The database is on another machine: HOARFROST_DATABASE_CA is to name who signs its certificate."
        yield Check.wrong("way to the database", words)
    broker = urlsplit(settings.CELERY_BROKER_URL)
    if broker.scheme == "redis" and broker.hostname not in LOCAL:
        words = "The broker is on another machine: HOARFROST_BROKER_URL is to begin with rediss://."
        yield Check.wrong("way to the broker", words)


def _asked(question: str) -> str:
    """What the database answers; nothing for NULL."""
    with connection.cursor() as cursor:
        cursor.execute(question)
        found = cursor.fetchone()[0]
    return "" if found is None else str(found)


def _mail_server() -> Check:
    if settings.EMAIL_BACKEND == settings.OUTBOX:
        return Check.wrong("mail", "HOARFROST_MAIL_URL names no mail server: what is written stays in the outbox.")
    mail = get_connection(fail_silently=False)
    try:
        mail.open()
        mail.close()
    except OSError as error:
        return Check.wrong("mail", f"The mail server does not take mail: {error}.")
    if settings.DEFAULT_FROM_EMAIL.endswith("@localhost"):
        return Check.wrong("mail", "HOARFROST_MAIL_FROM is nobody's address: mail would be taken for unwanted.")
    return Check.well("mail", "The mail server answers.")


def tell(checks: list[Check], say: Callable[[str], object] = print) -> int:
    """Tell what was found, what is wrong first. Gives 1 where anything is, for whoever calls it from a script."""
    wrong = [each for each in checks if not each.is_well]
    for each in sorted(checks, key=lambda each: each.is_well):
        say(f"{'well ' if each.is_well else 'WRONG'}  {each.name}: {each.words}")
    say(f"\n{len(wrong)} of {len(checks)} to be mended." if wrong else "\nNothing is wrong.")
    return 1 if wrong else 0
