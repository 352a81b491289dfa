"""`test`: every check, then every test."""

import argparse
import os
import subprocess
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from launch.broker import Broker
from launch.client import client_is_current
from launch.database import Database
from launch.environment import testing_environment
from launch.install import install
from launch.places import PYTHON, ROOT, VENV, WEB
from launch.say import say


def command_test(options: argparse.Namespace) -> int:
    """Every check, then every test; the first check that fails does not keep the others from running."""
    if options.slow:
        os.environ["HOARFROST_SLOW"] = "1"
        options.pytest = options.pytest or ["tests"]
    install(testing=True)
    environment = testing_environment("mysql://nobody@127.0.0.1/none", "")
    failed = [] if options.pytest else _checks_that_fail(environment)
    database, broker = Database("test-db"), Broker("test-broker")
    try:
        database.start()
        broker.start()
        environment = testing_environment(database.url, broker.url)
        if not options.pytest and not _passes("API client is current", ["--check-client"], ROOT, environment):
            failed.append("API client is current")
        if failed:
            say(f"\nFailed: {', '.join(failed)}\n")
        # Two at a time, each file in one process: what follows upon another in a file finds what that left.
        spread = [] if options.pytest and not options.slow else ["--numprocesses", "2", "--dist", "loadfile"]
        tests = subprocess.run([PYTHON, "-m", "pytest", *spread, *options.pytest], cwd=ROOT, env=environment)
    finally:
        broker.stop()
        database.stop()
    return 1 if failed or tests.returncode else 0


_BIN = VENV / "bin"
CHECKS: list[tuple[str, list[str], Path]] = [
    ("ruff", [str(_BIN / "ruff"), "check", "."], ROOT),
    ("ruff format", [str(_BIN / "ruff"), "format", "--check", "."], ROOT),
    ("mypy", [str(_BIN / "mypy")], ROOT),
    ("import-linter", [str(_BIN / "lint-imports")], ROOT),
    ("migrations are current", [str(PYTHON), "server/manage.py", "makemigrations", "--check", "--dry-run"], ROOT),
    ("svelte-check", ["npm", "run", "--silent", "check"], WEB),
    ("eslint and prettier", ["npm", "run", "--silent", "lint"], WEB),
]
FRONT_END_TESTS = ("vitest", ["npm", "run", "--silent", "test"], WEB)


def _checks_that_fail(environment: dict[str, str]) -> list[str]:
    """Two at a time, for most keep one processor busy; the front end's tests, which wait a second for things, alone."""
    with ThreadPoolExecutor(2) as pool:
        running = [(name, pool.submit(_passes, name, command, cwd, environment)) for name, command, cwd in CHECKS]
    failed = [name for name, passed in running if not passed.result()]
    return failed if _passes(*FRONT_END_TESTS, environment) else [*failed, FRONT_END_TESTS[0]]


def _passes(name: str, command: list[str], cwd: Path, environment: dict[str, str]) -> bool:
    """Run one check; what it says is shown only where it fails."""
    began = time.monotonic()
    if command == ["--check-client"]:
        passed, output = client_is_current(environment)
    else:
        done = subprocess.run(command, cwd=cwd, env=environment, capture_output=True, text=True)
        passed, output = done.returncode == 0, done.stdout + done.stderr
    say(f"{'passed' if passed else 'FAILED'}  {name} ({time.monotonic() - began:.0f} s)")
    if not passed:
        say(output)
    return passed
