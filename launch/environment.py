"""What the server's processes read from their environment, and running its commands in it."""

import os
import secrets
import shutil
import subprocess

from launch.places import PYTHON, ROOT, RUN
from launch.say import stop


def server_environment(database_url: str, broker_url: str = "", *, demo: bool = False) -> dict[str, str]:
    """What the server reads from its environment; what is set already stays. `demo` lets it list the demo's people; what is no
    demo gets a code for setting up its first school.
    """
    given = {
        "DJANGO_SETTINGS_MODULE": "hoarfrost.settings",
        "HOARFROST_DATABASE_URL": database_url,
        "HOARFROST_BROKER_URL": broker_url,
        "HOARFROST_SECRET_KEY": _kept_secret("secret-key", 48),
        "HOARFROST_SETUP_CODE": "" if demo else _kept_secret("setup-code", 9),
        "HOARFROST_DEMO": str(int(demo)),
        "PYTHONPATH": f"{ROOT / 'core'}:{ROOT / 'server'}",
    }
    kept = ("HOARFROST_SECRET_KEY", "HOARFROST_BROKER_URL", "HOARFROST_SETUP_CODE")
    return given | {name: os.environ[name] for name in kept if name in os.environ}


def _kept_secret(name: str, size: int) -> str:
    """A secret of this folder, made the first time."""
    file = RUN / name
    if not file.exists():
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(size))
    return file.read_text()


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
