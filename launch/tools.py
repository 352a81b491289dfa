"""The smaller commands: the demo's sign-ins, computing gradebook files, measuring, taking pictures."""

import argparse
import os
import subprocess
import sys

from launch.broker import Broker
from launch.database import SCHOOL, Database
from launch.environment import manage, server_environment, testing_environment
from launch.install import install
from launch.places import PYTHON, ROOT
from launch.processes import Running
from launch.say import stop


def compute(arguments: list[str]) -> int:
    """Gradebook files need the core alone: no installation, no server, no database."""
    sys.path.insert(0, str(ROOT / "core"))
    from gradecore.__main__ import main as run

    return run(arguments)


def command_workbook(options: argparse.Namespace) -> int:
    """A gradebook file as a workbook: the packages have to be there, a server or a database does not."""
    install()
    paths = os.pathsep.join(str(ROOT / name) for name in ("core", "server"))
    command = [str(PYTHON), "-m", "exchange.workbook", options.book, options.out]
    return subprocess.run(command, env={**os.environ, "PYTHONPATH": paths}).returncode


def command_demo(_: argparse.Namespace) -> int:
    """The demo's sign-ins."""
    if Running().find() is None:
        stop("Hoarfrost is not running here: ./hoarfrost start")
    manage("demo_people", environment=server_environment(Database().url, demo=True))
    return 0


def command_school(options: argparse.Namespace) -> int:
    """A command of the server about schools or people."""
    rest = [each for each in options.rest if each != "--"]
    return _on_school(str(ROOT / "server" / "manage.py"), options.command, *rest)


def command_check(_: argparse.Namespace) -> int:
    """What an installation lacks."""
    return _on_school("-m", "hoarfrost")


def _on_school(*command: str) -> int:
    """Run something of the server on the database that the environment names, or on the school's of this folder, which is begun for it
    unless a start runs it.
    """
    install()
    database = Database(SCHOOL)
    given = os.environ.get("HOARFROST_DATABASE_URL")
    if given is None and not database.is_running:
        if not (database.folder / "ready").exists():
            stop("There is no school's installation in this folder yet: ./hoarfrost start --empty makes one.")
        database.start()
    try:
        environment = server_environment(given or database.url)
        return subprocess.run([str(PYTHON), *command], env={**os.environ, **environment}).returncode
    finally:
        database.stop()


def command_bench(options: argparse.Namespace) -> int:
    """Measure; the figures come last."""
    install(testing=True)
    whole = ["--whole"] if options.whole else []
    return _with_database([str(PYTHON), str(ROOT / "bench" / f"{options.what}.py"), *whole])


def command_shots(_: argparse.Namespace) -> int:
    """The pictures of the main views, from a new demo."""
    install(testing=True)
    return _with_database([str(PYTHON), "-m", "pytest", "-q", "tests/shots.py"])


def command_release(options: argparse.Namespace) -> int:
    """The demo of this version, kept for the test of those that come after."""
    install(testing=True)
    return _with_database([str(PYTHON), "-m", "tests.release", options.name])


def _with_database(command: list[str]) -> int:
    """Run something that needs the testing database."""
    database, broker = Database("test-db"), Broker("test-broker")
    try:
        database.start()
        broker.start()
        return subprocess.run(command, cwd=ROOT, env=testing_environment(database.url, broker.url)).returncode
    finally:
        broker.stop()
        database.stop()
