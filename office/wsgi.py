"""The register for a web server: its file is OFFICE_STORE, filled once from OFFICE_RECORDS."""

import json
import os
from pathlib import Path

from office.register import Register
from office.store import Store


def _begin() -> Register:
    store = Store(os.environ["OFFICE_STORE"])
    records = os.environ.get("OFFICE_RECORDS")
    if records and store.is_empty():
        store.fill(json.loads(Path(records).read_text()))
    return Register(store)


application = _begin()
