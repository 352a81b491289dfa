"""The typed client of the API: made anew, and looked at whether it is current."""

import argparse
import subprocess
from pathlib import Path

from launch.environment import testing_environment
from launch.install import install
from launch.places import PYTHON, ROOT, RUN, WEB
from launch.say import stop

CLIENT = WEB / "src" / "lib" / "api"


def _make_client(environment: dict[str, str], folder: Path) -> None:
    """The API's description and the types made from it."""
    schema = subprocess.run(
        [
            PYTHON,
            ROOT / "server" / "manage.py",
            "export_openapi_schema",
            "--api",
            "hoarfrost.api.api",
            "--indent",
            "1",
            "--sorted",
        ],
        env=environment,
        capture_output=True,
        text=True,
    )
    if schema.returncode:
        stop(f"The API could not be described:\n{schema.stderr}")
    (folder / "openapi.json").write_text(schema.stdout)
    command = ["npx", "openapi-typescript", str(folder / "openapi.json"), "-o", str(folder / "schema.d.ts")]
    done = subprocess.run(command, cwd=WEB, capture_output=True, text=True)
    if done.returncode:
        stop(f"The client could not be made:\n{done.stdout}{done.stderr}")


def client_is_current(environment: dict[str, str]) -> tuple[bool, str]:
    """Whether it is, and otherwise what is stale and what to do."""
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
