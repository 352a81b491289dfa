"""The commands."""

import argparse
import os
import secrets
import shutil
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from launch.broker import Broker
from launch.database import Database
from launch.install import install
from launch.places import PYTHON, ROOT, RUN, VENV, WEB
from launch.processes import Running, becomes_free, end, start
from launch.say import Stop, ask, say, stop
from launch.supervise import Part, Supervisor

MOST_PORT = 65_535


def main() -> int:
    """Run one command; a plain message instead of a traceback for what can be expected to go wrong."""
    if sys.argv[1:2] == ["compute"]:
        return compute(sys.argv[2:])
    parser = argparse.ArgumentParser(prog="hoarfrost", description="Hoarfrost, a gradebook.")
    commands = parser.add_subparsers(dest="command", required=True)
    starting = commands.add_parser("start", help="install what is missing and start")
    starting.add_argument("--port", type=int, default=8000)
    starting.add_argument("--fresh", action="store_true", help="a new demo database, after asking")
    starting.add_argument("--yes", action="store_true", help="do not ask")
    testing = commands.add_parser("test", help="install what is missing and run every check and test")
    testing.add_argument("pytest", nargs="*", help="only these tests, without the other checks")
    testing.add_argument(
        "--slow", action="store_true",
        help="the browser tests (all, or these) with every answer held back by up to 1.5 s and the browser's processor halved",
    )  # fmt: skip
    commands.add_parser("stop", help="stop a start that runs elsewhere")
    commands.add_parser("demo", help="print the demo's sign-ins")
    benching = commands.add_parser("bench", help="measure")
    benching.add_argument("what", choices=sorted(path.stem for path in (ROOT / "bench").glob("[!_]*.py")))
    commands.add_parser("shots", help="take the pictures in docs/screenshots from the demo")
    commands.add_parser("client", help="make the typed client of the API anew")
    commands.add_parser("compute", help="compute gradebook files: hoarfrost compute [--working] FILE…")
    options = parser.parse_args()
    run: dict[str, Callable[[argparse.Namespace], int]] = {
        "start": command_start, "test": command_test, "stop": command_stop, "demo": command_demo,
        "bench": command_bench, "shots": command_shots, "client": command_client,
    }  # fmt: skip
    try:
        return run[options.command](options)
    except Stop as message:
        print(f"\n{message}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130


def compute(arguments: list[str]) -> int:
    """Gradebook files need the core alone: no installation, no server, no database."""
    sys.path.insert(0, str(ROOT / "core"))
    from gradecore.__main__ import main as run

    return run(arguments)


def command_start(options: argparse.Namespace) -> int:
    """Install, start the parts, and keep them running until the signal to stop."""
    if not 1 <= options.port <= MOST_PORT:
        stop(
            f"There is no port {options.port}: ports go from 1 to {MOST_PORT}. Choose one: ./hoarfrost start --port 8001"
        )
    running = Running()
    if found := running.find():
        stop(f"Hoarfrost already runs here: http://127.0.0.1:{found[1]} (./hoarfrost stop ends it).")
    if not becomes_free(options.port):
        stop(
            f"Port {options.port} is in use by another program. Choose another: ./hoarfrost start --port {options.port + 1}"
        )
    if not running.claim(options.port):
        stop("Hoarfrost is being started here already. ./hoarfrost stop ends it.")
    try:
        install()
        own_database = "HOARFROST_DATABASE_URL" not in os.environ
        if options.fresh:
            _forget_demo(options, own_database=own_database)
        _run_parts(options.port, own_database=own_database)
        return 0
    finally:
        running.release()


def _run_parts(port: int, *, own_database: bool) -> None:
    # From here on a signal ends what was started, in order.
    for each in (signal.SIGINT, signal.SIGTERM):
        signal.signal(each, _interrupt)
    database, broker = Database(), Broker()
    parts: list[Part] = []
    environment: dict[str, str] = {}

    def begin(name: str, start_it: Callable[[], subprocess.Popen[bytes]], log: Path) -> None:
        parts.append(Part(name, start_it, log))
        parts[-1].process = start_it()

    try:
        if own_database:
            database.make_whole(lambda url: fill_database(server_environment(url, demo=True)))
            begin("database", lambda: _begun(database), database.folder / "mariadb.log")
        begin("broker", lambda: _begun(broker), broker.folder / "redis.log")
        url = database.url if own_database else os.environ["HOARFROST_DATABASE_URL"]
        environment = server_environment(url, broker.url, demo=own_database)
        migrate(database if own_database else None, environment)
        begin("server", lambda: start_server(port, environment, RUN / "server.log"), RUN / "server.log")
        begin("worker", lambda: start_worker(environment, RUN / "worker.log"), RUN / "worker.log")
        say(f"\nHoarfrost is at http://127.0.0.1:{port}\n")
        if own_database:
            manage("demo_people", environment=environment)
        say("\nCtrl-C stops it.")
        Supervisor(parts).watch()
    finally:
        # In order, and whatever comes: a second Ctrl-C must not leave the database behind.
        for each in (signal.SIGINT, signal.SIGTERM):
            signal.signal(each, signal.SIG_IGN)
        for part in reversed(parts):
            if part.process is not None:
                end(part.process, 60)
        # What was interrupted before it answered.
        broker.stop()
        database.stop()


def _begun(part: Database | Broker) -> subprocess.Popen[bytes]:
    part.start()
    assert part.process is not None
    return part.process


def fill_database(environment: dict[str, str]) -> None:
    """The tables, and the demo in them."""
    manage("migrate", "--verbosity=0", environment=environment)
    manage("fill_demo", "--if-empty", environment=environment)


def migrate(database: Database | None, environment: dict[str, str]) -> None:
    """Bring a database's tables to what this release needs.

    Hoarfrost's own is saved before. A start that was interrupted in between brings it back first, for tables that were
    changed by half can neither be used nor changed again.
    """
    interrupted = RUN / "migrating"
    if database is not None and interrupted.exists():
        file = Path(interrupted.read_text())
        say(f"The last start was interrupted while it changed the tables; they are brought back from {file}.")
        database.restore(file)
        interrupted.unlink()
    done = subprocess.run(
        [PYTHON, ROOT / "server" / "manage.py", "migrate", "--check"],
        env={**os.environ, **environment},
        capture_output=True,
    )
    if done.returncode == 0:
        return
    if database is None:
        say("The tables of the database are brought to this release. What it held before is in your own backup alone.")
    else:
        file = database.dump()
        interrupted.write_text(str(file))
        say(f"The tables are brought to this release. What was before is in {file}.")
    manage("migrate", "--verbosity=0", environment=environment)
    interrupted.unlink(missing_ok=True)


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def _forget_demo(options: argparse.Namespace, *, own_database: bool) -> None:
    if not own_database:
        stop("--fresh is for Hoarfrost's own demo database; the one in HOARFROST_DATABASE_URL is left alone.")
    if not options.yes and not ask(
        "Delete the database under .run/ with all that was entered, and make the demo anew?"
    ):
        stop("Nothing was changed. (Where nobody can answer: ./hoarfrost start --fresh --yes)")
    shutil.rmtree(RUN / "db", ignore_errors=True)
    (RUN / "migrating").unlink(missing_ok=True)


def server_environment(database_url: str, broker_url: str = "", *, demo: bool = False) -> dict[str, str]:
    """What the server reads from its environment; what is set already stays. `demo` lets it list the demo's people."""
    key = RUN / "secret-key"
    if not key.exists():
        key.touch(mode=0o600)
        key.write_text(secrets.token_urlsafe(48))
    given = {
        "DJANGO_SETTINGS_MODULE": "hoarfrost.settings",
        "HOARFROST_DATABASE_URL": database_url,
        "HOARFROST_BROKER_URL": broker_url,
        "HOARFROST_SECRET_KEY": key.read_text(),
        "HOARFROST_DEMO": str(int(demo)),
        "PYTHONPATH": f"{ROOT / 'core'}:{ROOT / 'server'}",
    }
    kept = ("HOARFROST_SECRET_KEY", "HOARFROST_BROKER_URL")
    return given | {name: os.environ[name] for name in kept if name in os.environ}


def testing_environment(database_url: str, broker_url: str) -> dict[str, str]:
    """For checks, tests and measurements: as the server's, with the whole project to be imported from."""
    path = f"{ROOT / 'core'}:{ROOT / 'server'}:{ROOT}"
    return {**os.environ, **server_environment(database_url, broker_url), "PYTHONPATH": path}


def manage(*arguments: str, environment: dict[str, str]) -> None:
    """Run one of the server's commands."""
    # It ends with this process, however that ends: half a step must not go on beside the next start.
    bound = [shutil.which("setpriv") or "setpriv", "--pdeathsig", "TERM"]
    done = subprocess.run(
        [*bound, PYTHON, ROOT / "server" / "manage.py", *arguments], env={**os.environ, **environment}
    )
    if done.returncode:
        stop(f"The step “{arguments[0]}” failed; see above.")


def start_server(port: int, environment: dict[str, str], log: Path) -> subprocess.Popen[bytes]:
    """The web server, once it answers."""
    command = [
        str(VENV / "bin" / "gunicorn"), "hoarfrost.wsgi", "--chdir", str(ROOT / "server"), "--bind", f"127.0.0.1:{port}",
        "--worker-class", "gthread", "--workers", "2", "--threads", "4", "--no-control-socket", "--log-level", "warning",
    ]  # fmt: skip
    server = start(command, log, environment)
    for _ in range(300):
        if server.poll() is not None:
            stop(f"The server did not start. The end of its log ({log}):\n{log.read_text(errors='replace')[-1500:]}")
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health", timeout=2)
            return server
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)
    end(server)
    stop(f"The server does not answer. Its log is {log}.")


def start_worker(environment: dict[str, str], log: Path) -> subprocess.Popen[bytes]:
    """The worker that makes documents in the background."""
    command = [
        str(VENV / "bin" / "celery"), "--app", "hoarfrost.worker", "--workdir", str(ROOT / "server"), "worker",
        "--concurrency", "1", "--without-gossip", "--without-mingle", "--loglevel", "WARNING",
        "--beat", "--scheduler", "celery.beat:Scheduler",
    ]  # fmt: skip
    return start(command, log, environment)


def command_stop(_: argparse.Namespace) -> int:
    """Stop a start that runs elsewhere."""
    found = Running().find()
    if found is None:
        say("Hoarfrost is not running here.")
        return 0
    os.kill(found[0], signal.SIGTERM)
    for _attempt in range(900):
        if Running().find() is None:
            say("Stopped.")
            return 0
        time.sleep(0.1)
    stop(f"Process {found[0]} does not end; kill {found[0]} ends it by force. Nothing saved is lost.")


def command_demo(_: argparse.Namespace) -> int:
    """The demo's sign-ins."""
    if Running().find() is None:
        stop("Hoarfrost is not running here: ./hoarfrost start")
    manage("demo_people", environment=server_environment(Database().url, demo=True))
    return 0


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
        passed, output = _client_is_current(environment)
    else:
        done = subprocess.run(command, cwd=cwd, env=environment, capture_output=True, text=True)
        passed, output = done.returncode == 0, done.stdout + done.stderr
    say(f"{'passed' if passed else 'FAILED'}  {name} ({time.monotonic() - began:.0f} s)")
    if not passed:
        say(output)
    return passed


CLIENT = WEB / "src" / "lib" / "api"


def _make_client(environment: dict[str, str], folder: Path) -> None:
    """The API's description and the types made from it."""
    schema = subprocess.run(
        [PYTHON, ROOT / "server" / "manage.py", "export_openapi_schema", "--api", "hoarfrost.api.api", "--indent", "1", "--sorted"],
        env=environment, capture_output=True, text=True,
    )  # fmt: skip
    if schema.returncode:
        stop(f"The API could not be described:\n{schema.stderr}")
    (folder / "openapi.json").write_text(schema.stdout)
    command = ["npx", "openapi-typescript", str(folder / "openapi.json"), "-o", str(folder / "schema.d.ts")]
    done = subprocess.run(command, cwd=WEB, capture_output=True, text=True)
    if done.returncode:
        stop(f"The client could not be made:\n{done.stdout}{done.stderr}")


def _client_is_current(environment: dict[str, str]) -> tuple[bool, str]:
    folder = RUN / "client"
    folder.mkdir(exist_ok=True)
    _make_client(environment, folder)
    stale = [
        name for name in ("openapi.json", "schema.d.ts") if (folder / name).read_text() != (CLIENT / name).read_text()
    ]
    return not stale, f"Stale: {', '.join(stale)}. Make it anew with ./hoarfrost client"


def command_client(_: argparse.Namespace) -> int:
    """Make the typed client anew."""
    install(testing=True)
    _make_client(testing_environment("mysql://nobody@127.0.0.1/none", ""), CLIENT)
    return 0


def command_bench(options: argparse.Namespace) -> int:
    """Measure; the figures come last."""
    install(testing=True)
    return _with_database([str(PYTHON), str(ROOT / "bench" / f"{options.what}.py")])


def command_shots(_: argparse.Namespace) -> int:
    """The pictures of the main views, from a new demo."""
    install(testing=True)
    return _with_database([str(PYTHON), "-m", "pytest", "-q", "tests/shots.py"])


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
