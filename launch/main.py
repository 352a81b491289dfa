"""The one command: what can be asked of it, and what each does."""

import argparse
import sys
from collections.abc import Callable
from datetime import datetime

from launch.backup import KEPT, command_backup, command_restore
from launch.client import command_client
from launch.database import CHANGES
from launch.places import ROOT
from launch.say import Stop
from launch.start import command_start, command_stop
from launch.testing import command_test
from launch.tools import (
    command_bench,
    command_check,
    command_demo,
    command_release,
    command_school,
    command_shots,
    command_workbook,
    compute,
)

Command = Callable[[argparse.Namespace], int]

COMPUTE = "compute gradebook files, without an installation: hoarfrost compute [--working] FILE…"


def main() -> int:
    """Run one command; a plain message instead of a traceback for what can be expected to go wrong."""
    # It needs the core alone: no installation, no server, no database.
    if sys.argv[1:2] == ["compute"]:
        return compute(sys.argv[2:])
    arguments = sys.argv[1:]
    if arguments[:1] in (["school"], ["person"]):
        # What follows is the server's command's, its --help too.
        arguments = [*arguments[:1], "--", *arguments[1:]]
    options = parser().parse_args(arguments)
    run: Command = options.run
    try:
        return run(options)
    except Stop as message:
        print(f"\n{message}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130


def parser() -> argparse.ArgumentParser:
    """All commands, each with what it does and an example where it takes something."""
    all_of_it = argparse.ArgumentParser(
        prog="hoarfrost",
        description="Hoarfrost, a gradebook. A newcomer needs start and test; each installs what it lacks.",
        epilog="hoarfrost COMMAND --help tells more of one.",
    )
    commands = all_of_it.add_subparsers(title="commands", metavar="COMMAND", required=True)

    def command(name: str, run: Command, words: str, more: str = "") -> argparse.ArgumentParser:
        made = commands.add_parser(name, help=words, description=f"{words[0].upper()}{words[1:]}. {more}".strip())
        made.set_defaults(run=run)
        return made

    starting = command(
        "start",
        command_start,
        "install what is missing and start",
        "The first start makes the demo school. Ctrl-C, or stop in another terminal, ends it; nothing saved is lost.",
    )
    starting.add_argument(
        "--port", type=int, default=8000, help="where it is reached on this machine (%(default)s unless given)"
    )
    starting.add_argument(
        "--empty",
        action="store_true",
        help="without the demo: a database of its own under .run, in which a school is set up in the browser",
    )
    starting.add_argument("--fresh", action="store_true", help="a new demo database, after asking")
    starting.add_argument("--yes", action="store_true", help="do not ask")
    for name, words, more in (
        (
            "school",
            "make and list schools, load rosters, in the terminal",
            "new, list, or load FILE; each with --help.",
        ),
        (
            "person",
            "make an officer, or a new code for somebody, in the terminal",
            "officer, or reset NAME; each with --help.",
        ),
    ):
        made = command(name, command_school, words, more)
        made.set_defaults(command=name)
        made.add_argument("rest", nargs=argparse.REMAINDER, metavar="…")
    saving = command(
        "backup",
        command_backup,
        "save all that the school keeps, while it runs",
        "For example: hoarfrost backup --key /etc/hoarfrost/key. The backup is tried before it is trusted.",
    )
    saving.add_argument("--keep", type=int, default=KEPT, help="how many backups are kept (%(default)s unless given)")
    bringing = command(
        "restore",
        command_restore,
        "bring back what a backup holds",
        "Hoarfrost must not run. What the database held until then is kept beside it.",
    )
    bringing.add_argument("file", metavar="FILE")
    bringing.add_argument("--yes", action="store_true", help="do not ask")
    bringing.add_argument(
        "--changes",
        metavar="FOLDER",
        nargs="?",
        const=str(CHANGES),
        help="make again what was changed since the backup, from the log in this folder (%(const)s unless given)",
    )
    bringing.add_argument(
        "--until",
        metavar="MOMENT",
        type=datetime.fromisoformat,
        help='of the changes only those until then, such as "2032-01-14 11:30" on the machine\'s clocks',
    )
    for each in (saving, bringing):
        each.add_argument("--key", metavar="FILE", help="the file whose first line locks and opens backups")
        each.add_argument("--demo", action="store_true", help="the demo's database instead of the school's")
    command(
        "check",
        command_check,
        "examine an installation and say what it lacks",
        "Of the database, the broker, the worker, mail and the settings that the environment gives; see docs/installing.md.",
    )
    command("stop", command_stop, "stop a start that runs elsewhere")
    command("demo", command_demo, "print the demo's sign-ins", "Hoarfrost has to be running.")
    testing = command(
        "test",
        command_test,
        "install what is missing and run every check and test",
        "For example: hoarfrost test tests/test_stack.py",
    )
    testing.add_argument("pytest", nargs="*", metavar="TEST", help="only these tests, without the other checks")
    testing.add_argument(
        "--slow",
        action="store_true",
        help="the browser tests (all, or these) with every answer held back by up to 1.5 s and the browser's processor halved",
    )
    benching = command("bench", command_bench, "measure", "The figures come last.")
    benching.add_argument("what", choices=sorted(path.stem for path in (ROOT / "bench").glob("[!_]*.py")))
    benching.add_argument(
        "--whole", action="store_true", help="send alone: all lines of the district, which takes half an hour"
    )
    making = command(
        "workbook",
        command_workbook,
        "make a workbook that keeps calculating from a gradebook file",
        "For example: hoarfrost workbook class.json class.xlsx",
    )
    making.add_argument("book", metavar="BOOK.json")
    making.add_argument("out", metavar="OUT.xlsx")
    command("shots", command_shots, "take the pictures in docs/screenshots from the demo")
    releasing = command(
        "release",
        command_release,
        "keep this version's demo, which later ones have to take over",
        "Once a version goes out.",
    )
    releasing.add_argument("name", metavar="NAME")
    command("client", command_client, "make the typed client of the API anew", "After each change of the API.")
    commands.add_parser("compute", help=COMPUTE)
    return all_of_it
