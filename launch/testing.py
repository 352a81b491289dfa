"""`test`: every check, then every test."""

import argparse
import os
import subprocess
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from launch.audit import SKIPPED
from launch.broker import Broker
from launch.client import client_is_current
from launch.database import Database
from launch.environment import testing_environment
from launch.install import install
from launch.places import PYTHON, ROOT, RUN, VENV, WEB
from launch.say import say


def command_test(options: argparse.Namespace) -> int:
    """Every check, then every test; what fails does not keep the rest from running, and is told again at the end."""
    if options.slow:
        os.environ["HOARFROST_SLOW"] = "1"
        options.pytest = options.pytest or ["tests"]
    install(testing=True)
    environment = testing_environment("mysql://nobody@127.0.0.1/none", "")
    failed = {} if options.pytest else _checks_that_fail(environment)
    database, broker = Database("test-db"), Broker("test-broker")
    try:
        database.start()
        broker.start()
        environment = testing_environment(database.url, broker.url)
        if not options.pytest:
            failed |= _checked("API client is current", ["--check-client"], ROOT, environment)
        # Two at a time, each file in one process: what follows upon another in a file finds what that left.
        spread = [] if options.pytest and not options.slow else ["--numprocesses", "2", "--dist", "loadfile"]
        tests = subprocess.run([PYTHON, "-m", "pytest", *spread, *options.pytest], cwd=ROOT, env=environment)
    finally:
        broker.stop()
        database.stop()
        for left in RUN.glob("test-filled-*"):
            left.unlink()
    for name, output in failed.items():
        say(f"\nFailed: {name}\n{output[-AS_MUCH_AS_IS_READ:]}")
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
    ("known weaknesses of packages", [str(PYTHON), "-m", "launch.audit"], ROOT),
]
FRONT_END_TESTS = ("vitest", ["npm", "run", "--silent", "test"], WEB)


AS_MUCH_AS_IS_READ = 6000  # characters; tools say what failed at the end


def _checks_that_fail(environment: dict[str, str]) -> dict[str, str]:
    """What each check that failed said. Two at a time, for most keep one processor busy; the front end's tests alone."""
    with ThreadPoolExecutor(2) as pool:
        running = [pool.submit(_checked, name, command, cwd, environment) for name, command, cwd in CHECKS]
    failed = {name: said for each in running for name, said in each.result().items()}
    return failed | _checked(*FRONT_END_TESTS, environment)


def _checked(name: str, command: list[str], cwd: Path, environment: dict[str, str]) -> dict[str, str]:
    """Run one check: nothing where it passes, else what it said by its name."""
    began = time.monotonic()
    if command == ["--check-client"]:
        passed, output = client_is_current(environment)
    else:
        done = subprocess.run(command, cwd=cwd, env=environment, capture_output=True, text=True)
        passed, output = done.returncode == 0, done.stdout + done.stderr
    say(f"{'passed' if passed else 'FAILED'}  {name} ({time.monotonic() - began:.0f} s)")
    if passed:
        for line in output.splitlines():
            if line.startswith(SKIPPED):
                say(f"        {line}")
        return {}
    say(output)
    return {name: output}
