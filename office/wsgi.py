"""The register for a web server: its file is OFFICE_STORE, filled once from OFFICE_RECORDS (records by kind, and how its switches
stand)."""

import json
import os
from pathlib import Path

from office.register import Register
from office.store import Store


def _begin() -> Register:
    store = Store(os.environ["OFFICE_STORE"])
    records = os.environ.get("OFFICE_RECORDS")
    if records and store.is_empty():
        begun = json.loads(Path(records).read_text())
        store.fill(begun["records"])
        for name, value in begun["switches"].items():
            store.switch(name, value)
    return Register(store)


application = _begin()
