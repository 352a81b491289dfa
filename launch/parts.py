"""The parts that are Hoarfrost's own: the web server, the worker, and for the demo what stands in for other systems."""

import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Sequence
from pathlib import Path
from urllib.parse import urlsplit

import office
from launch.places import PYTHON, ROOT, VENV
from launch.processes import end, start
from launch.say import stop


def start_server(
    port: int, environment: dict[str, str], log: Path, *, host: str = "127.0.0.1", inside: Sequence[str] = ()
) -> subprocess.Popen[bytes]:
    """The web server, once it answers; begun by a command that puts it `inside` something, such as another network."""
    command = [
        *inside,
        str(VENV / "bin" / "gunicorn"),
        "hoarfrost.wsgi",
        "--chdir",
        str(ROOT / "server"),
        "--bind",
        f"{host}:{port}",
        "--worker-class",
        "gthread",
        "--workers",
        "2",
        # Some of them wait for a turn (school/bounded.py); those for everybody else are beside them.
        "--threads",
        "12",
        "--no-control-socket",
        "--log-level",
        "warning",
    ]
    return _answering(start(command, log, environment), f"http://{host}:{port}/api/v1/health", "The server", log)


def _answering(process: subprocess.Popen[bytes], address: str, name: str, log: Path) -> subprocess.Popen[bytes]:
    """A part that was begun, once it answers at an address."""
    # Where it stands behind a proxy with HTTPS, it answers nothing else.
    asked = urllib.request.Request(address, headers={"X-Forwarded-Proto": "https"})
    for _ in range(300):
        if process.poll() is not None:
            stop(f"{name} did not start. The end of its log ({log}):\n{log.read_text(errors='replace')[-1500:]}")
        try:
            urllib.request.urlopen(asked, timeout=2)
            return process
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)
    end(process)
    stop(f"{name} does not answer. Its log is {log}.")


def start_identity(port: int, log: Path) -> subprocess.Popen[bytes]:
    """The sign-in provider that stands in for a school's own, for the demo."""
    return start([str(PYTHON), "-m", "identity", str(port)], log, {"PYTHONPATH": str(ROOT)})


def start_office(port: int, folder: Path, log: Path) -> subprocess.Popen[bytes]:
    """The register that stands in for a records office's own, once it answers. It keeps what arrives in `folder`, and knows from
    the beginning what stands there in `office.json`.
    """
    command = [
        str(VENV / "bin" / "gunicorn"),
        "office.wsgi",
        "--bind",
        f"127.0.0.1:{port}",
        "--worker-class",
        "gthread",
        "--workers",
        "1",
        "--threads",
        "8",
        "--keep-alive",
        "75",
        "--no-control-socket",
        "--log-level",
        "warning",
    ]
    environment = {
        "PYTHONPATH": f"{ROOT}:{ROOT / 'server'}",
        "OFFICE_STORE": str(folder / "office.sqlite3"),
        "OFFICE_RECORDS": str(folder / "office.json"),
    }
    begun = start(command, log, environment)
    return _answering(begun, f"http://127.0.0.1:{port}/", "The stand-in records office", log)


def start_quiz(server: str, log: Path) -> subprocess.Popen[bytes]:
    """The quiz tool that stands in for a real one, which puts a few scores into a class of the demo."""
    command = [str(PYTHON), "-m", "office.quiz", server, office.QUIZ_CLIENT_ID, office.QUIZ_CLIENT_SECRET]
    return start(command, log, {"PYTHONPATH": f"{ROOT}:{ROOT / 'server'}"})


def queues_of(database_url: str) -> tuple[str, str]:
    """The queues of a database's work: what is short, and what takes long (the settings name them so, too)."""
    name = f"hoarfrost-{urlsplit(database_url).path.lstrip('/')}"
    return name, f"{name}-long"


def start_worker(
    environment: dict[str, str],
    log: Path,
    *,
    short: bool = True,
    long: bool = True,
    processes: int = 1,
    niceness: int = 0,
) -> subprocess.Popen[bytes]:
    """A worker, which does what is to be done in the background: what is `short` (deliveries, notices), by the clock, too; what takes
    `long` (report cards, large files); or both, in so many processes.
    """
    names = queues_of(environment["HOARFROST_DATABASE_URL"])
    beat = ["--beat", "--scheduler", "celery.beat:Scheduler"] if short else []
    command = [
        str(VENV / "bin" / "celery"),
        "--app",
        "hoarfrost.worker",
        "--workdir",
        str(ROOT / "server"),
        "worker",
        "--queues",
        ",".join(name for name, is_wanted in zip(names, (short, long), strict=True) if is_wanted),
        "--concurrency",
        str(processes),
        "--prefetch-multiplier",
        "1",
        "--without-gossip",
        "--without-mingle",
        "--loglevel",
        "WARNING",
        *beat,
    ]
    return start(command, log, environment, niceness=niceness)
