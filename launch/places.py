"""Where things are kept."""

import hashlib
import os
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
RUN = Path(os.environ.get("HOARFROST_RUN", ROOT / ".run"))
"""What is made while it runs: databases, logs, sockets."""
VENV = ROOT / ".venv"
WEB = ROOT / "web"
PYTHON = VENV / "bin" / "python"


def socket_folder(name: str) -> Path:
    """A folder for a socket, whose path may have at most 107 characters: under .run where it fits."""
    folder = RUN / name
    if len(str(folder / "mariadb.sock")) > 100:
        key = hashlib.sha256(str(folder).encode()).hexdigest()[:12]
        folder = Path(tempfile.gettempdir()) / f"hoarfrost-{key}"
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    return folder


def fingerprint(*paths: Path) -> str:
    """A hash of the contents of files and folders: what was made from them is current while it stays the same."""
    digest = hashlib.sha256()
    for path in paths:
        for file in sorted(path.rglob("*")) if path.is_dir() else [path]:
            if file.is_file():
                digest.update(str(file.relative_to(ROOT)).encode() + b"\0" + file.read_bytes() + b"\0")
    return digest.hexdigest()
