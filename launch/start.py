"""`start` and `stop`: installing, beginning the parts in their order, and ending them."""

import argparse
import os
import shutil
import signal
import subprocess
import time
from collections.abc import Callable
from pathlib import Path

import identity
import office
from launch.backup import each_night, refuse_newer
from launch.broker import Broker
from launch.database import BACKUPS, SCHOOL, Database
from launch.environment import manage, server_environment
from launch.install import install
from launch.parts import start_identity, start_office, start_quiz, start_server, start_worker
from launch.places import PYTHON, ROOT, RUN
from launch.processes import Running, becomes_free, end, free_port
from launch.say import ask, say, stop
from launch.supervise import Part, Supervisor

MOST_PORT = 65_535
MOST_LONG = 4
"""At most so many report cards are made at a time, one on each processor."""


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
        if not own_database:
            _run_parts(options.port, None, demo=False)
        elif options.empty:
            _run_parts(options.port, Database(SCHOOL), demo=False)
        else:
            _run_parts(options.port, Database(), demo=True)
        return 0
    finally:
        running.release()


Begin = Callable[[str, Callable[[], subprocess.Popen[bytes]], Path], None]
"""Begins a part by name, and keeps it running."""


def _begin_workers(begin: Begin, environment: dict[str, str]) -> None:
    """One worker of what is short, and one of what takes long, so that nobody's mail waits for two hundred report cards."""
    log, long_log = RUN / "worker.log", RUN / "long-worker.log"
    begin("worker", lambda: start_worker(environment, log, long=False), log)
    processes = min(os.cpu_count() or 1, MOST_LONG)
    begin(
        "worker of what takes long",
        lambda: start_worker(environment, long_log, short=False, processes=processes),
        long_log,
    )


def _run_parts(port: int, database: Database | None, *, demo: bool) -> None:
    """Run all parts, on a private database or else on the one that the environment names."""
    # From here on a signal ends what was started, in order.
    for each in (signal.SIGINT, signal.SIGTERM):
        signal.signal(each, _interrupt)
    broker = Broker()
    parts: list[Part] = []
    environment: dict[str, str] = {}

    def begin(name: str, start_it: Callable[[], subprocess.Popen[bytes]], log: Path) -> None:
        parts.append(Part(name, start_it, log))
        parts[-1].process = start_it()

    try:
        if database is not None:
            database.make_whole(lambda url: fill_database(server_environment(url, demo=demo), demo=demo))
            begin("database", lambda: _begun(database), database.folder / "mariadb.log")
        begin("broker", lambda: _begun(broker), broker.folder / "redis.log")
        url = os.environ["HOARFROST_DATABASE_URL"] if database is None else database.url
        environment = server_environment(url, broker.url, demo=demo)
        if database is not None and not demo:
            environment["HOARFROST_BACKUPS"] = str(BACKUPS)
        environment.setdefault("HOARFROST_ADDRESS", os.environ.get("HOARFROST_ADDRESS", f"http://127.0.0.1:{port}"))
        migrate(database, environment)
        begin("server", lambda: start_server(port, environment, RUN / "server.log"), RUN / "server.log")
        _begin_workers(begin, environment)
        if demo:
            provider = free_port()
            begin("sign-in provider", lambda: start_identity(provider, RUN / "identity.log"), RUN / "identity.log")
            manage(
                "set_demo_provider",
                f"http://127.0.0.1:{provider}",
                identity.CLIENT_ID,
                identity.CLIENT_SECRET,
                environment=environment,
            )
            register = free_port()
            manage(
                "set_demo_register",
                f"http://127.0.0.1:{register}",
                office.CLIENT_ID,
                office.CLIENT_SECRET,
                str(RUN / "office.json"),
                environment=environment,
            )
            begin("records office", lambda: start_office(register, RUN, RUN / "office.log"), RUN / "office.log")
            manage("set_demo_tool", office.QUIZ_CLIENT_ID, office.QUIZ_CLIENT_SECRET, environment=environment)
            begin("quiz tool", lambda: start_quiz(f"http://127.0.0.1:{port}", RUN / "quiz.log"), RUN / "quiz.log")
            say(f"\nThe stand-in records office is at http://127.0.0.1:{register}")
        say(f"\nHoarfrost is at http://127.0.0.1:{port}\n")
        if demo:
            manage("demo_people", environment=environment)
        else:
            manage("tell_setup_code", f"http://127.0.0.1:{port}/setup", environment=environment)
            if database is not None:
                each_night()
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
        if database is not None:
            database.stop()


def _begun(part: Database | Broker) -> subprocess.Popen[bytes]:
    part.start()
    assert part.process is not None
    return part.process


def fill_database(environment: dict[str, str], *, demo: bool) -> None:
    """The tables, and the demo in them where that is what is wanted."""
    manage("migrate", "--verbosity=0", "--skip-checks", environment=environment)
    if demo:
        manage("fill_demo", "--if-empty", environment=environment)


def migrate(database: Database | None, environment: dict[str, str]) -> None:
    """Bring a database's tables to what this release needs.

    Hoarfrost's own is saved before. A start that was interrupted in between brings it back first, for tables that were
    changed by half can neither be used nor changed again.
    """
    interrupted = (database.folder if database is not None else RUN) / "migrating"
    if database is not None and interrupted.exists():
        file = Path(interrupted.read_text())
        say(f"The last start was interrupted while it changed the tables; they are brought back from {file}.")
        database.restore(file)
        interrupted.unlink()
    refuse_newer(environment)
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
    manage("migrate", "--verbosity=0", "--skip-checks", environment=environment)
    interrupted.unlink(missing_ok=True)


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def _forget_demo(options: argparse.Namespace, *, own_database: bool) -> None:
    if options.empty:
        stop("--fresh is for the demo. What a school entered is deleted by nobody's option.")
    if not own_database:
        stop("--fresh is for Hoarfrost's own demo database; the one in HOARFROST_DATABASE_URL is left alone.")
    if not options.yes and not ask(
        "Delete the database under .run/ with all that was entered, and make the demo anew?"
    ):
        stop("Nothing was changed. (Where nobody can answer: ./hoarfrost start --fresh --yes)")
    shutil.rmtree(RUN / "db", ignore_errors=True)
    for file in RUN.glob("office.*"):
        file.unlink()


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
