"""Installing what is missing: Debian packages, Python packages, Node modules, the built front end.

Each part is marked as done by a stamp written after it, so that a half-finished installation is taken up again
and a second start does no work.
"""

import fcntl
import os
import shutil
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from launch.places import PYTHON, ROOT, RUN, VENV, WEB, fingerprint
from launch.say import say, stop

SERVING = (
    "mariadb-server",
    "mariadb-client",
    "libmariadb-dev",
    "pkg-config",
    "gcc",
    "python3-dev",
    "python3-venv",
    "tzdata",
    "redis-server",
    "openssl",
    "libpango-1.0-0",
    "libpangoft2-1.0-0",
    "libharfbuzz-subset0",
    "fonts-noto-core",
    "fonts-droid-fallback",
)
TESTING = ("chromium", "libreoffice-calc-nogui", "nginx-light", "libnginx-mod-stream", "iproute2")
UV = "uv==0.13.9"


@contextmanager
def installing() -> Iterator[None]:
    """One installation at a time."""
    RUN.mkdir(mode=0o700, exist_ok=True)
    with (RUN / "install.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            say("Another installation is running here; waiting for it.")
            fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def install(*, testing: bool = False) -> None:
    """Everything that a start needs or, with `testing`, a test."""
    with installing():
        debian_packages(SERVING + TESTING if testing else SERVING)
        python_packages()
        message_catalogues()
        node_modules()
        front_end()


def debian_packages(wanted: tuple[str, ...]) -> None:
    """Install the Debian packages that are missing; their own services stay off."""
    missing = [name for name in wanted if not _has_package(name)]
    if not missing:
        return
    if shutil.which("apt-get") is None:
        stop(f"Hoarfrost installs itself on Debian 12. Here, install these yourself: {' '.join(missing)}")
    sudo = [] if os.geteuid() == 0 else ["sudo", "-n"]
    if sudo and subprocess.run(["sudo", "-n", "true"], capture_output=True).returncode:
        stop(
            "Some Debian packages are missing, and installing them needs root. Run this, then try again:\n"
            f"  sudo apt-get install --no-install-recommends {' '.join(missing)}"
        )
    say(f"Installing Debian packages: {' '.join(missing)}")
    apt = [*sudo, "env", "DEBIAN_FRONTEND=noninteractive", "apt-get", "-qq", "-o", "DPkg::Lock::Timeout=300"]
    with _services_off(sudo):
        _run([*apt, "update"], "The package lists could not be fetched. Is there a network?")
        _run(
            [*apt, "install", "-y", "--no-install-recommends", *missing],
            "Debian packages could not be installed. To look closer: apt-get install " + " ".join(missing),
        )


def _has_package(name: str) -> bool:
    found = subprocess.run(["dpkg-query", "-W", "-f", "${Status}", name], capture_output=True, text=True)
    return found.stdout == "install ok installed"


@contextmanager
def _services_off(sudo: list[str]) -> Iterator[None]:
    """Keep a package's own service from starting: Hoarfrost runs private ones."""
    policy = Path("/usr/sbin/policy-rc.d")
    if policy.exists():
        yield
        return
    subprocess.run([*sudo, "sh", "-c", f"printf '#!/bin/sh\\nexit 101\\n' > {policy} && chmod +x {policy}"], check=True)
    try:
        yield
    finally:
        subprocess.run([*sudo, "rm", "-f", str(policy)], check=False)


def python_packages() -> None:
    """The project's virtual environment, from the pinned lock."""
    lock = ROOT / "requirements.txt"
    mark = f"{fingerprint(lock)} {sys.version}"
    stamp = VENV / "hoarfrost-stamp"
    # What is called by its name may have been taken away since.
    is_whole = PYTHON.exists() and all((VENV / "bin" / name).exists() for name in ("gunicorn", "celery"))
    if _is_stamped(stamp, mark) and is_whole:
        return
    say("Installing Python packages.")
    if not stamp.exists() or not is_whole:
        # No stamp: nothing yet, or an installation that was cut short and may lack any file. It is made anew.
        _run([sys.executable, "-m", "venv", "--clear", str(VENV)], "The Python environment could not be made.")
    stamp.unlink(missing_ok=True)
    pip = [str(PYTHON), "-m", "pip", "install", "-q", "--disable-pip-version-check", UV]
    _run(pip, "Python packages could not be fetched. Is there a network?")
    uv = [
        str(VENV / "bin" / "uv"),
        "pip",
        "install",
        "-q",
        "--python",
        str(PYTHON),
        "--require-hashes",
        "-r",
        str(lock),
    ]
    _run(uv, "Python packages could not be installed; see above.")
    stamp.write_text(mark)


def message_catalogues() -> None:
    """What the server says to families in other languages, compiled when it changed."""
    folder = ROOT / "server" / "locale"
    mark, stamp = fingerprint(*folder.rglob("*.po")), RUN / "catalogues-stamp"
    if _is_stamped(stamp, mark) and all(each.with_suffix(".mo").exists() for each in folder.rglob("*.po")):
        return
    compile_all = [str(VENV / "bin" / "pybabel"), "-q", "compile", "-d", str(folder), "-D", "django"]
    _run(compile_all, "The messages in other languages could not be compiled; see above.", quiet=True)
    stamp.write_text(mark)


def node_modules() -> None:
    """The front end's modules, from its lock."""
    npm = shutil.which("npm")
    node = shutil.which("node")
    if npm is None or node is None:
        stop("Node 20 is missing. Install it with npm (Debian: nodejs and npm in version 20), then try again.")
    version = subprocess.run([node, "--version"], capture_output=True, text=True).stdout.strip()
    if not version.removeprefix("v").partition(".")[0].isdigit() or int(version[1:].partition(".")[0]) < 20:
        stop(f"Hoarfrost's front end is built with Node 20 or newer; this is {version}.")
    mark = f"{fingerprint(WEB / 'package-lock.json')} {version}"
    stamp = WEB / "node_modules" / ".hoarfrost-stamp"
    if _is_stamped(stamp, mark):
        return
    say("Installing Node modules.")
    _run([npm, "ci", "--no-audit", "--no-fund", "--loglevel=error"], "Node modules could not be installed.", cwd=WEB)
    stamp.write_text(mark)


def front_end() -> None:
    """The built front end, made again when its sources changed."""
    sources = [WEB / name for name in ("src", "static", "package-lock.json", "svelte.config.js", "vite.config.ts")]
    mark = fingerprint(*(path for path in sources if path.exists()))
    stamp = WEB / "build" / ".hoarfrost-stamp"
    if _is_stamped(stamp, mark):
        return
    say("Building the front end.")
    _run(["npm", "run", "--silent", "build"], "The front end could not be built; see above.", cwd=WEB, quiet=True)
    stamp.write_text(mark)


def _is_stamped(stamp: Path, mark: str) -> bool:
    return stamp.exists() and stamp.read_text() == mark


def _run(command: list[str], otherwise: str, cwd: Path = ROOT, *, quiet: bool = False) -> None:
    """Run a step of the installation; its output is shown only where it fails if `quiet`."""
    done = subprocess.run(command, cwd=cwd, capture_output=quiet, text=True)
    if done.returncode:
        if quiet:
            print(done.stdout, done.stderr, sep="\n", file=sys.stderr)
        stop(otherwise)
